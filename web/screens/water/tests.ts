import { judgedReading, limitsOf, type JudgedReading } from '../../../model/water/methodLimits.ts';
import { formatNumber } from '../../../core/quantity/quantities.ts';
import {
  isStripped,
  judge,
  parameterIds,
  parameters,
  type Band,
  type ParameterId,
  type Verdict,
} from '../../../core/water/parameters.ts';
import { findProgramme, testsOf } from '../../../core/catalogue/programmes.ts';
import { instantOfWhen } from '../../../model/facts/when.ts';
import { systemBand } from '../../../model/water/systemBand.ts';
import { testChannel } from '../../../model/water/testChannel.ts';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import type { IncomingWater } from '../../../usecases/plan/plan.ts';
import type { Snapshot } from '../../../model/snapshot.ts';
import { parameterUnit } from '../../../core/water/parameterUnits.ts';
import { unitOfColumn } from '../../../contract/shownUnits.ts';

/** A column of the sheet: a parameter in the person's unit with the band in force. */
export interface Column {
  id: ParameterId;
  name: string;
  unit: string;
  unitLabel: string;
  decimals: number;
  band: Band | null;
  /** The band follows the incoming water. */
  fromSource: boolean;
  warnAtZero: boolean;
}
type Setting = RecordContent<'setting'>;

const USUAL: Readonly<Record<RecordContent<'system'>['water'], readonly ParameterId[]>> = {
  salt: ['salinity', 'alkalinity', 'nitrate', 'phosphate'],
  brackish: ['temperature', 'salinity', 'nitrate', 'ammonia', 'nitrite'],
  fresh: ['temperature', 'nitrate', 'ammonia', 'nitrite'],
};

/** Only what this system tests: what its programme asks for, and what was ever tested. */
export function columnsOf(
  snapshot: Snapshot,
  system: Stored<'system'>,
  setting: Setting,
  incoming: readonly IncomingWater[],
): Column[] {
  const programme = findProgramme(system.content.programmeId);
  const channels = new Set(
    snapshot
      .all('channel')
      .flatMap((channel) =>
        channel.content.systemId === system.id && channel.content.parameter
          ? [channel.content.parameter]
          : [],
      ),
  );
  // without a programme the usual ones of such water are offered beside what was ever tested
  const usual = programme ? testsOf(programme) : USUAL[system.content.water];
  const shown = parameterIds.filter((id) => channels.has(id) || usual.includes(id));
  return shown.map((id) =>
    columnOf(id, system, setting, incoming, testChannel(snapshot, system.id, id)?.content.unit),
  );
}

/** One parameter of a system in the person's unit, with the band in force. */
export function columnOf(
  id: ParameterId,
  system: Stored<'system'>,
  setting: Setting,
  incoming: readonly IncomingWater[],
  set: string | null | undefined = null,
): Column {
  const programme = findProgramme(system.content.programmeId);
  const unit = unitOfColumn(id, setting, set);
  const { label, decimals } = parameterUnit(id, unit);
  return {
    id,
    name: parameters[id].name,
    unit,
    unitLabel: label,
    decimals,
    warnAtZero: programme?.warnAtZero ?? false,
    ...systemBand(
      system.content,
      id,
      incoming.find((one) => one.systemId === system.id && one.parameter === id)?.value ?? null,
    ),
  };
}

export function showValue(column: Column, stored: number, below = false): string {
  return `${below ? '< ' : ''}${formatNumber(parameterUnit(column.id, column.unit).fromStored(stored), column.decimals)}`;
}
/** The unit behind a value; a column whose unit is its name (pH) needs none. */
export const unitAfter = (column: Column): string =>
  column.unitLabel === column.name ? '' : column.unitLabel;

/** A difference in the column's unit: half a degree is 0.9 °F, not 32.9. */
export function showDifference(column: Column, stored: number): string {
  const { fromStored } = parameterUnit(column.id, column.unit);
  const { likely } = parameters[column.id];
  const around = column.band?.lo ?? column.band?.hi ?? (likely.from + likely.to) / 2;
  return formatNumber(Math.abs(fromStored(around + stored) - fromStored(around)), column.decimals + 1);
}
/** In a column the digits line up: as many as the method reads, always. */
export function showFixed(column: Column, { value, below }: Pick<JudgedReading, 'value' | 'below'>): string {
  const shown = parameterUnit(column.id, column.unit).fromStored(value);
  return `${below ? '< ' : ''}${shown.toLocaleString('en-GB', { minimumFractionDigits: column.decimals, maximumFractionDigits: column.decimals })}`;
}
export function bandWords(column: Column): string {
  const { band } = column;
  if (!band || (band.lo === null && band.hi === null))
    return column.fromSource ? 'no band set: incoming water not read yet' : 'no band set';
  const { fromSource } = column;
  if (fromSource && band.lo !== null && band.hi !== null)
    return `as the source, ${showValue(column, band.lo)}–${showValue(column, band.hi)}`;
  if (band.lo === null) return `at most ${showValue(column, band.hi ?? 0)}`;
  if (band.hi === null) return `at least ${showValue(column, band.lo)}`;
  return `${showValue(column, band.lo)}–${showValue(column, band.hi)}`;
}

/** A value against its band; a nutrient below the lowest reading is a warning where the programme says so. */
export function verdictOf(column: Column, { value, below, repeatability }: JudgedReading): Verdict {
  return isStripped(column.id, below, column.warnAtZero)
    ? 'stripped'
    : judge(value, below, column.band, repeatability);
}

/** Readings taken together. */
export interface TestRow {
  key: string;
  at: number;
  timing: 'before' | 'after' | null;
  values: Map<ParameterId, Stored<'reading'>>;
  judged: Map<ParameterId, JudgedReading>;
  /** The hour is known. */
  timed: boolean;
  note: string;
}

/** The tests of a system as rows, newest first. */
export function testRows(
  snapshot: Snapshot,
  readings: readonly Stored<'reading'>[],
  zone: string,
): TestRow[] {
  const rows = new Map<string, TestRow>();
  for (const reading of readings) {
    const channel = snapshot.content('channel', reading.content.channelId);
    const parameter = channel?.parameter;
    const at = instantOfWhen(reading.content.when, zone);
    if (!parameter || at === null) continue;
    const key = `${at} ${reading.content.timing ?? ''}`;
    const row = rows.get(key) ?? {
      key,
      at,
      timing: reading.content.timing,
      values: new Map<ParameterId, Stored<'reading'>>(),
      judged: new Map<ParameterId, JudgedReading>(),
      timed: reading.content.when.kind === 'instant',
      note: '',
    };
    row.values.set(parameter, reading);
    const method = snapshot.content('method', reading.content.methodId ?? channel.methodId ?? null);
    row.judged.set(parameter, judgedReading(reading.content, limitsOf(method, parameter)));
    if (reading.content.note) row.note = reading.content.note;
    rows.set(key, row);
  }
  return [...rows.values()].sort((a, b) => b.at - a.at);
}
