import type { ParameterId } from '../../core/water/parameters.ts';
import { afterOneChange, type ChangedTo } from '../../core/water/afterChange.ts';
import type { ParameterRemedies } from '../../core/water/remedies/types.ts';
import type { ParameterVerdict } from '../../core/water/verdict.ts';
import { dayOf, endOfDay, MS_PER_DAY, type Instant } from '../../core/time/day.ts';
import { zoneOfSystem } from '../../model/facts/places.ts';
import type { WaterCase } from '../../core/water/waterCase.ts';
import { waterCases } from './waterCases.ts';
import { systemWater, type DoseChange } from './systemWater.ts';
import type { Evidence } from '../../model/water/testedWater.ts';

/** What the Water screen is told of a system: the judgement, what to do, and the last weeks of each parameter. */
export interface WaterAnswer {
  verdicts: ParameterVerdict[];
  remedies: ParameterRemedies[];
  /** What left its band: what was done for it, and whether that helped. */
  cases: { parameter: ParameterId; told: WaterCase }[];
  /** What the first change proposed does to everything; empty where none is proposed. */
  afterChange: { share: number; litres: number; to: ChangedTo[] } | null;
  /** The last twelve weeks, for the small lines at the heads. */
  recent: { parameter: ParameterId; points: { at: Instant; value: number }[] }[];
  incoming: { parameter: ParameterId; value: number }[];
  litres: number | null;
  /** What is dosed a day, by the person's own solutions. */
  dosing: { parameter: ParameterId; mlPerDay: number | null; perDay: number }[];
  doses: DoseChange[];
}
const RECENT_DAYS = 84;

/** @param now asked as the plan is: to the end of the local day, in which a test without an hour lies at noon */
export function waterAnswer(evidence: Evidence, systemId: string, now: Instant): WaterAnswer {
  const zone = zoneOfSystem(evidence.snapshot, systemId);
  const at = endOfDay(dayOf(now, zone), zone);
  const asked = { systemId, zone, at };
  const { histories, tests, verdicts, remedies, now: water, doses } = systemWater(evidence, asked);
  const { incoming, litres } = water;
  const change = remedies.flatMap((one) => one.options).find((one) => one.kind === 'change');
  return {
    verdicts: [...verdicts.values()],
    remedies: [...remedies],
    cases: [...waterCases(evidence, asked, histories)].map(([parameter, told]) => ({
      parameter,
      told,
    })),
    afterChange: change
      ? {
          share: change.share,
          litres: change.litres,
          to: afterOneChange(change.share, water.tests, incoming),
        }
      : null,
    recent: [...tests].map(([parameter, points]) => ({
      parameter,
      points: points
        .filter(
          (point) =>
            point.at >= at - RECENT_DAYS * MS_PER_DAY && point.doubt === null && point.timing !== 'after',
        )
        .map((point) => ({ at: point.at, value: point.value })),
    })),
    incoming: Object.entries(incoming).map(([parameter, value]) => ({
      parameter: parameter as ParameterId,
      value,
    })),
    litres,
    doses: [...doses],
    dosing: Object.entries(water.dosing ?? {}).map(([parameter, { mlPerDay, perDay }]) => ({
      parameter: parameter as ParameterId,
      mlPerDay,
      perDay,
    })),
  };
}
