import { findProgramme } from '../../core/catalogue/programmes.ts';
import type { JobDefinition } from '../../core/catalogue/types.ts';
import type { Incoming, WaterSeries } from '../../core/rules/facts.ts';
import { MS_PER_DAY, type Instant } from '../../core/time/day.ts';
import { parameters, type ParameterId } from '../../core/water/parameters.ts';
import type { Stored } from '../../contract/records.ts';
import { donesOf } from '../facts/dones.ts';
import { systemBand } from './systemBand.ts';
import { testedWater, type Evidence, type TestedPoint } from './testedWater.ts';

/** A parameter of one system as everybody judges it: dates, verdicts, charts, source finder, absences, what-if. */
export interface History extends WaterSeries {
  points: readonly TestedPoint[];
}
/** A job with its definition in force, as far as a new charge of it makes the water start anew. */
export interface ChargeJob {
  job: Stored<'job'>;
  definition: JobDefinition;
}
export interface HistoryAsked {
  systemId: string;
  zone: string;
  at: Instant;
  /** The last accepted reading of what comes in. */
  incoming: ReadonlyMap<ParameterId, Incoming>;
  /** Jobs of the water and of all that serves it. */
  jobs: readonly ChargeJob[];
}

/** Whether a job acts on a parameter: it takes it out, or is called by its tests. */
export const concerns = (definition: JobDefinition, parameter: ParameterId): boolean =>
  definition.takesOut?.includes(parameter) === true ||
  definition.rules.some((rule) => rule.kind === 'water-test' && rule.parameter === parameter);
/** A new charge makes it start anew; what is done every week does not. */
export const isCharge = (definition: JobDefinition): boolean => definition.work === 'replace';

/**
 * The one history of each parameter that was ever tested: readings with method, error, censoring, doubt and timing, the
 * band in force, and the days on which a new charge made it start anew. Oldest first.
 */
export function historiesOf(evidence: Evidence, asked: HistoryAsked): Map<ParameterId, History> {
  const { snapshot, index } = evidence;
  const { systemId, zone, at, incoming } = asked;
  const system = snapshot.content('system', systemId);
  if (!system) return new Map();
  const warnAtZero = findProgramme(system.programmeId)?.warnAtZero ?? false;
  const charges = asked.jobs.filter(({ definition }) => isCharge(definition));
  return new Map(
    [...testedWater(evidence, systemId, zone, at)].map(([parameter, points]): [ParameterId, History] => [
      parameter,
      {
        systemId,
        systemName: system.name,
        parameter,
        ...systemBand(system, parameter, incoming.get(parameter)?.value ?? null),
        incoming: incoming.get(parameter) ?? null,
        warnAtZero,
        // what the latest were read with
        method:
          points.findLast((point) => point.instrument !== null)?.instrument?.method ??
          parameters[parameter].method,
        points,
        resets: charges
          .filter(({ definition }) => concerns(definition, parameter))
          .flatMap(({ job }) => donesOf(index, job.id, zone, at))
          .map((when) => (when - at) / MS_PER_DAY)
          .sort((a, b) => a - b),
      },
    ]),
  );
}
