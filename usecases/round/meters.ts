import { MS_PER_DAY, type Instant } from '../../core/time/day.ts';
import type { QuantityId } from '../../core/quantity/quantities.ts';
import { conditionLimit } from '../../core/rules/evaluators/condition.ts';
import { measures, type Measure, type MeasureId } from '../../core/quantity/measures.ts';
import { isClear, trendOf } from '../../core/statistics/trend.ts';
import { parameters, parameterWord, type ParameterId } from '../../core/water/parameters.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';
import { FactMaker } from '../../model/facts/jobFacts.ts';
import { zoneOfSystem } from '../../model/facts/places.ts';
import { readingsOfChannels } from '../../model/water/readings.ts';
import { systemBand } from '../../model/water/systemBand.ts';
import type { Evidence } from '../../model/water/testedWater.ts';

/** A meter of a readings round, as whoever stands before it needs it. Stored units. */
export interface Meter {
  channelId: string;
  componentId: string | null;
  systemId: string | null;
  /** The equipment or water it is read on. */
  where: string;
  name: string;
  quantity: QuantityId;
  measure: MeasureId | null;
  parameter: ParameterId | null;
  lo: number | null;
  hi: number | null;
  /** What stands behind a crossed limit. */
  beyond: string | null;
  /** Earlier readings, oldest first. */
  points: { at: Instant; value: number }[];
  /** How it goes, where that is clear; null: no clear trend. */
  driftPerWeek: number | null;
}
export interface ReadingsRoundSheet {
  id: string;
  siteId: string;
  name: string;
  place: string;
  note: string;
  everyHours: number | null;
  lastWalk: { endedAt: Instant; whoId: string | null } | null;
  /** null: when somebody wants to. */
  dueAt: Instant | null;
  meters: Meter[];
}

const DRAWN = 20;
const MS_PER_HOUR = MS_PER_DAY / 24;

/** When a readings round was last walked and when it is due again; never walked, it is due at once. */
export function roundDue(
  { snapshot }: Pick<Evidence, 'snapshot'>,
  round: Stored<'readings-round'>,
): Pick<ReadingsRoundSheet, 'lastWalk' | 'dueAt'> {
  const [last] = snapshot
    .all('readings-walk')
    .filter(({ content }) => content.readingsRoundId === round.id)
    .map(({ content }) => ({ endedAt: Date.parse(content.endedAt), whoId: content.whoId }))
    .sort((a, b) => b.endedAt - a.endedAt);
  const { everyHours } = round.content;
  return {
    lastWalk: last ?? null,
    dueAt: everyHours === null ? null : last ? last.endedAt + everyHours * MS_PER_HOUR : 0,
  };
}

/** A readings round with its meters: last values, limits and drift. Meters whose equipment is gone are left out. */
export function readingsRoundSheet(
  evidence: Evidence,
  round: Stored<'readings-round'>,
  now: Instant,
): ReadingsRoundSheet {
  const { snapshot } = evidence;
  const { siteId, name, note, everyHours, stops } = round.content;
  const facts = new FactMaker(snapshot, evidence.index);
  facts.beginPass();
  return {
    ...{ id: round.id, siteId, name, note, everyHours },
    place: snapshot.content('site', siteId)?.name ?? '',
    ...roundDue(evidence, round),
    meters: stops.flatMap((stop) => meterOf(evidence, facts, stop, now) ?? []),
  };
}

function meterOf(
  { snapshot, index }: Evidence,
  facts: FactMaker,
  stop: RecordContent<'readings-round'>['stops'][number],
  now: Instant,
): Meter | null {
  const stored = snapshot.get('channel', stop.channelId);
  const channel = stored?.content;
  const component = snapshot.content('component', channel?.componentId ?? null);
  const system = snapshot.content('system', channel?.systemId ?? null);
  const where = component?.name ?? system?.name;
  if (!stored || !channel || where === undefined || component?.status === 'removed') return null;
  const { componentId, systemId, quantity, measure = null, parameter = null } = channel;
  const zone = zoneOfSystem(snapshot, systemId ?? component?.systemIds[0] ?? '');
  const points = readingsOfChannels(index, [stored], zone, now)
    .filter((one) => one.accepted)
    .map(({ at, value }) => ({ at, value }))
    .slice(-DRAWN);
  const byRules =
    measure && componentId !== null ? limitsOf({ snapshot, index }, facts, componentId, measure, now) : null;
  const band = parameter && systemId !== null ? systemBand(system, parameter, null).band : null;
  const entry: Measure | null = measure && measures[measure];
  const trend = trendOf(
    points.map((point) => ({ days: point.at / MS_PER_DAY, value: point.value })),
    repeatabilityOf({ measure, parameter }),
  );
  return {
    ...{ channelId: stop.channelId, componentId, systemId, where, quantity, measure, parameter, points },
    name: entry?.name ?? (parameter ? parameterWord(parameter) : channel.name),
    // what was said for the round stands over what the rules say
    lo: stop.lo ?? byRules?.lo ?? band?.lo ?? null,
    hi: stop.hi ?? byRules?.hi ?? band?.hi ?? null,
    beyond: entry?.beyond ?? null,
    driftPerWeek: trend && isClear(trend) ? 7 * trend.slope : null,
  };
}

/** The same thing read twice: its standard deviation, stored unit; 0: nobody said. */
export const repeatabilityOf = ({ measure, parameter }: Pick<Meter, 'measure' | 'parameter'>): number =>
  measure ? measures[measure].repeatability : parameter ? parameters[parameter].method.repeatability : 0;

/** The tightest limits that the jobs of a piece of equipment and its unit have for what is read on it. */
function limitsOf(
  { snapshot, index }: Pick<Evidence, 'snapshot' | 'index'>,
  facts: FactMaker,
  componentId: string,
  measure: MeasureId,
  now: Instant,
): { lo: number | null; hi: number | null } {
  const unitId = snapshot.content('component', componentId)?.parentId ?? componentId;
  const unit = [unitId, ...index.on('partsOfComponent', unitId).map(({ id }) => id)];
  const limits = unit
    .flatMap((id) => index.on('jobsOfTarget', id))
    .flatMap((job) => {
      const assembled = facts.assemble(job.id, () => now);
      return (assembled?.facts.definition.rules ?? []).flatMap((rule) =>
        rule.kind === 'condition' && rule.measure === measure && rule.after === undefined && assembled
          ? (conditionLimit(rule, assembled.facts) ?? [])
          : [],
      );
    });
  if (limits.length === 0) return { lo: null, hi: null };
  return measures[measure].worse === 'rises'
    ? { lo: null, hi: Math.min(...limits) }
    : { lo: Math.max(...limits), hi: null };
}

/** What could be read on a walk through a place: what its equipment and waters have been read for, or its jobs go by. */
export interface MeterChoice {
  key: string;
  /** null: nobody has read it yet. */
  channelId: string | null;
  componentId: string | null;
  systemId: string | null;
  where: string;
  name: string;
  quantity: QuantityId;
  measure: MeasureId | null;
  parameter: ParameterId | null;
}

/** Equipment in the order of its water's path, then the waters. Counted rates and what is worked out are not read off a meter. */
export function meterChoices({ snapshot, index, definitionOf }: Evidence, siteId: string): MeterChoice[] {
  const isMeter = (id: MeasureId): boolean => {
    const { counts, workedOut }: Measure = measures[id];
    return counts !== 'rate' && !workedOut;
  };
  const order = (stationId: string | null): number => snapshot.content('station', stationId)?.order ?? 1e6;
  const components = snapshot
    .all('component')
    .filter(({ content }) => content.siteId === siteId && content.status !== 'removed')
    .sort(
      (a, b) =>
        order(a.content.stationId) - order(b.content.stationId) ||
        a.content.name.localeCompare(b.content.name),
    );
  const ofComponents = components.flatMap((component): MeterChoice[] => {
    const known = index.on('channelsOfComponent', component.id);
    const asked = index
      .on('jobsOfTarget', component.id)
      .flatMap(({ content }) =>
        definitionOf(content).rules.flatMap((rule) => (rule.kind === 'condition' ? [rule.measure] : [])),
      );
    const base = { componentId: component.id, systemId: null, where: component.content.name };
    const read = known.flatMap(({ id, content }): MeterChoice[] => {
      const { measure = null, parameter = null } = content;
      if (measure && !isMeter(measure)) return [];
      return [
        {
          ...base,
          key: id,
          channelId: id,
          name: content.name,
          quantity: content.quantity,
          measure,
          parameter,
        },
      ];
    });
    const fresh = [...new Set(asked)].filter(
      (measure) => isMeter(measure) && !read.some((one) => one.measure === measure),
    );
    return [
      ...read,
      ...fresh.map((measure) => ({
        ...base,
        ...{ key: `${component.id} ${measure}`, channelId: null, name: measures[measure].name },
        ...{ measure, parameter: null, quantity: measures[measure].quantity },
      })),
    ];
  });
  const ofWaters = snapshot
    .all('system')
    .filter(({ content }) => content.siteId === siteId)
    .flatMap((system) =>
      index.on('channelsOfSystem', system.id).flatMap(({ id, content }): MeterChoice[] =>
        content.parameter
          ? [
              {
                ...{ key: id, channelId: id, componentId: null, systemId: system.id },
                ...{ where: system.content.name, name: parameterWord(content.parameter) },
                ...{ measure: null, parameter: content.parameter, quantity: content.quantity },
              },
            ]
          : [],
      ),
    );
  return [...ofComponents, ...ofWaters];
}
