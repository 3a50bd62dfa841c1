import { v5 as named } from 'uuid';
import { dangerTitle, dangerWord, firstActWord } from '../../core/explain/dangerWord.ts';
import { remedyWord } from '../../core/explain/remedyWord.ts';
import { formatNumber } from '../../core/quantity/quantities.ts';
import { slipWord } from '../../core/explain/slipWord.ts';
import { dayOf, endOfDay, type Instant } from '../../core/time/day.ts';
import {
  parameterUnit,
  storedOrNull,
  storedUnitOf,
  unitsOfParameter,
} from '../../core/water/parameterUnits.ts';
import { parameterWord, parameters, type ParameterId } from '../../core/water/parameters.ts';
import type { Remedy } from '../../core/water/remedies/types.ts';
import { slipOf } from '../../core/water/slips.ts';
import type { ParameterVerdict } from '../../core/water/verdict.ts';
import { findProgramme, testsOf } from '../../core/catalogue/programmes.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';
import { defaultSetting } from '../../model/settings.ts';
import { bandShown, parameterShown, unitFor, unitOfColumn } from '../../contract/shownUnits.ts';
import type { SendTests } from '../../contract/water/sentTests.ts';
import type { Write } from '../../contract/work.ts';
import { zoneOfSystem } from '../../model/facts/places.ts';
import { newTestChannel, testChannel } from '../../model/water/testChannel.ts';
import { evidenceOf, type Evidence } from '../../model/water/testedWater.ts';
import { systemDangers } from './systemDangers.ts';
import { systemWater, type SystemWater } from './systemWater.ts';

type Setting = RecordContent<'setting'>;

/** The units in which a client reads: their own where they were said. */
export const clientSetting = ({ snapshot }: Pick<Evidence, 'snapshot'>, siteId: string): Setting => {
  const units = snapshot.content('site', siteId)?.client?.units;
  return units ? { ...defaultSetting, units } : defaultSetting;
};

/** What may be tested in a water: what it has been tested for, what has a band, what its programme asks for. */
export interface Testable {
  parameter: ParameterId;
  unit: string;
  /** In words, with their unit; null: never. */
  last: string | null;
  band: string | null;
}
export function testables(evidence: Evidence, systemId: string, now: Instant): Testable[] {
  const system = evidence.snapshot.content('system', systemId);
  if (!system) return [];
  const setting = clientSetting(evidence, system.siteId);
  const { histories } = waterAt(evidence, systemId, now).histories;
  const asked = [
    ...testsOf(findProgramme(system.programmeId)),
    ...(Object.keys(system.bands ?? {}) as ParameterId[]),
    ...histories.keys(),
  ];
  return [...new Set(asked)].map((parameter) => {
    const series = histories.get(parameter);
    const last = series?.points.findLast((point) => point.doubt === null);
    return {
      parameter,
      unit: unitOfColumn(parameter, setting, null),
      last: last ? parameterShown(parameter, last.value, last.below, setting) : null,
      band: series?.band ? bandShown(parameter, series.band, setting) : null,
    };
  });
}

const waterAt = (evidence: Evidence, systemId: string, now: Instant): SystemWater => {
  const zone = zoneOfSystem(evidence.snapshot, systemId);
  return systemWater(evidence, { systemId, zone, at: endOfDay(dayOf(now, zone), zone) });
};

/** What is read of a value: in the stored unit, or why it cannot be. */
function storedOf({ parameter, shown, unit }: SendTests['values'][number]): number | string {
  const { name, possible } = parameters[parameter];
  if (!Object.hasOwn(unitsOfParameter(parameter), unit)) return `${name} is not read in ${unit}.`;
  const { label, fromStored } = parameterUnit(parameter, unit);
  const stored = storedOrNull(parameter, shown, unit);
  if (stored === null) return `${name} cannot be ${shown} ${label}.`;
  return stored < possible.from || stored > possible.to
    ? `${name} cannot be ${shown} ${label}: it lies between ${fromStored(possible.from)} and ${fromStored(possible.to)} ${label}.`
    : stored;
}

/** What cannot be, by its place among the values; empty: all can. */
export const faultsOf = ({ values }: SendTests): { at: number; text: string }[] =>
  values.flatMap((value, at) => {
    const stored = storedOf(value);
    return typeof stored === 'string' ? [{ at, text: stored }] : [];
  });

/** What is asked about before it is kept: a value far from what this water had, with what it may have been meant. */
export function questionsOf(
  evidence: Evidence,
  { systemId, values }: SendTests,
  now: Instant,
): { parameter: ParameterId; text: string }[] {
  const { histories } = waterAt(evidence, systemId, now).histories;
  const lastOf = (id: ParameterId): number | null =>
    histories.get(id)?.points.findLast((point) => point.doubt === null)?.value ?? null;
  return values.flatMap(({ parameter, shown, unit, below }) => {
    if (below || !Object.hasOwn(unitsOfParameter(parameter), unit)) return [];
    const series = histories.get(parameter);
    const slip = slipOf(parameter, shown, unit, {
      ...{ last: lastOf(parameter), band: series?.band ?? null, thousands: false },
      recent: series?.points.slice(-5).map((point) => point.value) ?? [],
      others: Object.fromEntries(
        [...histories.keys()].map((id) => [
          id,
          { last: lastOf(id), typed: values.some((one) => one.parameter === id) },
        ]),
      ),
    });
    if (!slip) return [];
    const { label, fromStored } = parameterUnit(parameter, unit);
    const text = slipWord(slip, {
      show: (id, value) =>
        id === parameter
          ? `${Number(fromStored(value).toPrecision(4))} ${label}`
          : `${Number(value.toPrecision(4))} ${parameterUnit(id, storedUnitOf(id)).label}`,
      unitLabel: (id, of) => parameterUnit(id, of).label,
      ...{ typed: String(shown), columnUnit: label },
    });
    return [{ parameter, text }];
  });
}

/** Made anew by nobody: any name space of its own will do. */
const SENT = '0b8f3c5e-52f7-4f0e-8a44-5d6a1b1f7c02';

/** When, and by whom where that is somebody of the house. */
interface Sender {
  at: string;
  whoId: string | null;
}

/**
 * The readings, their channels where there are none yet, and what tells the house of them with what was answered. Sent
 * again, the same.
 */
export function sentWork(
  evidence: Evidence,
  sent: SendTests,
  sender: Sender,
): { writes: Write[]; said: string[] } {
  const writes = readingWrites(evidence, sent, sender);
  const known = evidenceOf(
    evidence.snapshot.with(
      writes.map(({ kind, id, content }) => ({ kind, id, version: 1, content }) as Stored),
    ),
  );
  const tested = sent.values.map(({ parameter }) => parameter);
  const said = sentSaid(known, sent.systemId, tested, Date.parse(sender.at));
  const told: Create = {
    ...{ op: 'create', kind: 'sent-tests', id: sent.id, revisionId: sent.revisionId },
    content: {
      ...{ systemId: sent.systemId, at: sender.at, from: sent.from, note: sent.note, said, seen: [] },
      readingIds: writes.filter(({ kind }) => kind === 'reading').map(({ id }) => id),
    },
  };
  return { writes: [...writes, told], said };
}
type Create = Extract<Write, { op: 'create' }>;

function readingWrites({ snapshot }: Evidence, sent: SendTests, { at, whoId }: Sender): Create[] {
  const idOf = (what: string): string => named(`${sent.id} ${what}`, SENT);
  return sent.values.flatMap((value): Create[] => {
    const { parameter, below } = value;
    const stored = storedOf(value);
    if (typeof stored === 'string') return [];
    const known = testChannel(snapshot, sent.systemId, parameter)?.id;
    const channelId = known ?? idOf(`channel ${parameter}`);
    const channel: Create = {
      ...{ op: 'create', kind: 'channel', id: channelId, revisionId: idOf(`channel made ${parameter}`) },
      content: newTestChannel(sent.systemId, parameter),
    };
    const reading: Create = {
      ...{ op: 'create', kind: 'reading', id: idOf(parameter), revisionId: idOf(`made ${parameter}`) },
      content: {
        ...{ channelId, value: stored, below, source: 'typed', quality: 'good', timing: null },
        ...{ when: { kind: 'instant', at }, serviceId: null, whoId, note: `sent by ${sent.from}` },
      },
    };
    return known ? [reading] : [channel, reading];
  });
}

/** What whoever sends tests can do by themselves; everything else is for the house. */
const theirs: readonly Remedy['kind'][] = ['daily-dose', 'dose-own', 'stop-dosing'];

/**
 * What the tests just kept say, in sentences: dangers and what to do in the next hour, each value against its band, the
 * new dose where there is one.
 */
export function sentSaid(
  evidence: Evidence,
  systemId: string,
  tested: readonly ParameterId[],
  now: Instant,
): string[] {
  const { snapshot } = evidence;
  const system = snapshot.content('system', systemId);
  if (!system) return [];
  const setting = clientSetting(evidence, system.siteId);
  const show = (id: ParameterId, value: number): string => parameterShown(id, value, false, setting);
  const water = waterAt(evidence, systemId, now);
  const { histories } = water.histories;
  const zone = zoneOfSystem(snapshot, systemId);
  const dangers = systemDangers(system, [...histories.values()], zone).filter((one) =>
    tested.includes(one.parameter),
  );
  const style = {
    ...{ volumeUnit: unitFor('volume', setting), show },
    difference: (id: ParameterId, value: number): string => {
      const { label, decimals, fromStored } = parameterUnit(id, unitOfColumn(id, setting, null));
      const { from } = parameters[id].likely;
      const apart = Math.abs(fromStored(from + value) - fromStored(from));
      return `${formatNumber(apart, decimals + 1)} ${label}`.trim();
    },
  };
  const doses = water.remedies
    .filter(({ parameter }) => tested.includes(parameter))
    .flatMap(({ options }) => options.filter(({ kind }) => theirs.includes(kind)))
    .map((remedy) => {
      const { order, because } = remedyWord(remedy, style);
      return `${order}. ${because}`;
    });
  return [
    ...dangers.flatMap((one) => [
      `Danger: ${dangerTitle(one, one.value, show)}. ${dangerWord(one, show)}`,
      ...one.acts.map((act) => firstActWord[act]),
    ]),
    ...tested.flatMap((id) => {
      const verdict = water.verdicts.get(id);
      return verdict ? [valueWord(verdict, histories.get(id)?.band ?? null, setting)] : [];
    }),
    ...doses,
  ];
}

const lies: Readonly<Record<ParameterVerdict['verdict'], string>> = {
  above: 'above its band of',
  below: 'below its band of',
  'near-high': 'near the upper edge of its band of',
  'near-low': 'near the lower edge of its band of',
  'in-band': 'within its band of',
  stripped: 'none left; its band is',
  'no-band': 'no band is set',
};
function valueWord(
  { parameter, verdict, latest, doubtful }: ParameterVerdict,
  band: Parameters<typeof bandShown>[1],
  setting: Setting,
): string {
  const word = parameterWord(parameter);
  const name = `${word.charAt(0).toUpperCase()}${word.slice(1)}`;
  if (doubtful && (!latest || doubtful.point.days > latest.days))
    return `${name} ${parameterShown(parameter, doubtful.point.value, doubtful.point.below, setting)}: far from the tests before. Test it once more.`;
  if (!latest) return `${name}: kept.`;
  const value = parameterShown(parameter, latest.value, latest.below, setting);
  return verdict === 'no-band'
    ? `${name} ${value}: ${lies[verdict]}.`
    : `${name} ${value}: ${lies[verdict]} ${bandShown(parameter, band, setting)}.`;
}
