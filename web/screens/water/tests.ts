import { fromStored, toStored, unitOf, formatNumber } from '../../../core/quantity/quantities.ts';
import {
  isStripped,
  judge,
  parameterIds,
  parameters,
  type Band,
  type ParameterId,
  type Verdict,
} from '../../../core/water/parameters.ts';
import { bandInForce, findProgramme, testsOf } from '../../../core/catalogue/programmes.ts';
import { instantOfWhen } from '../../../contract/facts/when.ts';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import type { IncomingWater } from '../../../contract/plan.ts';
import type { Snapshot } from '../../../contract/snapshot.ts';
import { unitFor } from '../../parts/units.ts';

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
  const asked = parameterIds.filter((id) => channels.has(id) || testsOf(programme).includes(id));
  const shown =
    asked.length > 0
      ? asked
      : parameterIds.filter((id) =>
          (system.content.water === 'salt'
            ? ['salinity', 'alkalinity', 'nitrate', 'phosphate']
            : ['temperature', 'nitrate', 'ammonia', 'nitrite']
          ).includes(id),
        );
  return shown.map((id) => columnOf(id, system, setting, incoming));
}

/** One parameter of a system in the person's unit, with the band in force. */
export function columnOf(
  id: ParameterId,
  system: Stored<'system'>,
  setting: Setting,
  incoming: readonly IncomingWater[],
): Column {
  const programme = findProgramme(system.content.programmeId);
  const unit = unitFor(parameters[id].quantity, setting);
  const { label, decimals } = unitOf(parameters[id].quantity, unit);
  const stored = unit === parameters[id].quantity || unitIsStored(id, unit);
  return {
    id,
    name: parameters[id].name,
    unit,
    unitLabel: label,
    decimals: stored ? parameters[id].decimals : decimals,
    warnAtZero: programme?.warnAtZero ?? false,
    ...bandInForce(
      programme,
      system.content.bands as Partial<Record<ParameterId, Band>> | undefined,
      id,
      incoming.find((one) => one.systemId === system.id && one.parameter === id)?.value ?? null,
    ),
  };
}
function unitIsStored(id: ParameterId, unit: string): boolean {
  return fromStored(parameters[id].quantity, 1, unit) === 1;
}

export function showValue(column: Column, stored: number, below = false): string {
  return `${below ? '< ' : ''}${formatNumber(fromStored(parameters[column.id].quantity, stored, column.unit), column.decimals)}`;
}
/** In a column the digits line up: as many as the method reads, always. */
export function showFixed(column: Column, stored: number, below: boolean): string {
  const shown = fromStored(parameters[column.id].quantity, stored, column.unit);
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
export function verdictOf(column: Column, stored: number, below: boolean): Verdict {
  return isStripped(column.id, below, column.warnAtZero)
    ? 'stripped'
    : judge(stored, below, column.band, parameters[column.id].method.repeatability);
}

/** What was typed into one cell: nothing, a value, or why it cannot be. */
export type Cell =
  { kind: 'blank' } | { kind: 'value'; stored: number; below: boolean } | { kind: 'refused'; why: string };

/** Reads a cell: decimal comma or point, "<0.02" as below the lowest reading. Blank is "not tested", never zero. */
export function readCell(typed: string, column: Column): Cell {
  const text = typed.trim();
  if (text === '') return { kind: 'blank' };
  const below = text.startsWith('<');
  const number = Number(text.replace('<', '').trim().replace(',', '.'));
  if (!Number.isFinite(number) || text.replace('<', '').trim() === '')
    return { kind: 'refused', why: `“${text}” is not a number.` };
  const { possible, quantity, name } = { ...parameters[column.id] };
  const range = () =>
    `${showValue(column, possible.from)} and ${showValue(column, possible.to)} ${column.unitLabel}`;
  let stored: number;
  try {
    stored = toStored(quantity, number, column.unit);
  } catch {
    return {
      kind: 'refused',
      why: `${name} cannot be ${text} ${column.unitLabel}: it lies between ${range()}.`,
    };
  }
  if (stored < possible.from || stored > possible.to)
    return {
      kind: 'refused',
      why: `${name} cannot be ${text} ${column.unitLabel}: it lies between ${range()}.`,
    };
  return { kind: 'value', stored, below };
}

/** What is possible but unlikely is asked about; null where there is nothing to ask. */
export function questionOf(cell: Cell, column: Column, last: number | null): string | null {
  if (cell.kind !== 'value' || cell.below) return null;
  const { likely, name } = parameters[column.id];
  if (cell.stored < likely.from || cell.stored > likely.to)
    return `${name} at ${showValue(column, cell.stored)} ${column.unitLabel} is rare.`;
  if (last !== null && last > 0 && cell.stored > 0) {
    const ratio = cell.stored / last;
    if (ratio > 7.5 && ratio < 13)
      return `Ten times the last one (${showValue(column, last)}): did you mean ${showValue(column, cell.stored / 10)}?`;
    if (ratio < 1 / 7.5 && ratio > 1 / 13)
      return `A tenth of the last one (${showValue(column, last)}): did you mean ${showValue(column, cell.stored * 10)}?`;
  }
  return null;
}

/** Readings taken together. */
export interface TestRow {
  key: string;
  at: number;
  timing: 'before' | 'after' | null;
  values: Map<ParameterId, Stored<'reading'>>;
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
    const parameter = snapshot.content('channel', reading.content.channelId)?.parameter;
    const at = instantOfWhen(reading.content.when, zone);
    if (!parameter || at === null) continue;
    const key = `${at} ${reading.content.timing ?? ''}`;
    const row = rows.get(key) ?? {
      key,
      at,
      timing: reading.content.timing,
      values: new Map<ParameterId, Stored<'reading'>>(),
      note: '',
    };
    row.values.set(parameter, reading);
    if (reading.content.note) row.note = reading.content.note;
    rows.set(key, row);
  }
  return [...rows.values()].sort((a, b) => b.at - a.at);
}
