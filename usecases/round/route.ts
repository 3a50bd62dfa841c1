import { DateTime } from 'luxon';
import { timingOf } from '../../core/planning/round/timing.ts';
import type { Step } from '../../core/planning/round/step.ts';
import type { RecordContent } from '../../contract/records.ts';
import { foldRound } from '../../model/round/fold.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { bringFor, type Bring } from './bring.ts';
import { byHours } from './houseHours.ts';

type Round = RecordContent<'round'>;

/** A place of a route: when somebody gets there, counted in minutes from setting out, and how long they stay. */
export interface RouteStop {
  siteId: string;
  name: string;
  roundId: string | null;
  travelMin: number;
  arrivesMin: number;
  /** From the first step to the last, waiting included. */
  lengthMin: number;
  handsMin: number;
  steps: number;
  state: 'ahead' | 'under-way' | 'over' | 'nothing-due';
  /** What falls outside the hours of the place, arriving then; null: nothing does, or nobody said when to set out. */
  outsideHours: string | null;
}
export interface RouteDay {
  stops: readonly RouteStop[];
  /** The whole day: ways and visits. */
  minutes: number;
  travelMin: number;
  /** What to load, once for all places. */
  bring: Bring;
}

/** A stop with its round, as it stands or as it would be made; null: nothing is due there. */
export interface PlannedStop {
  siteId: string;
  roundId: string | null;
  travelMin: number;
  round: Round | null;
}

/** The stops of a route with their rounds as they were saved. Places that are gone are left out. */
export const stopsAsSaved = (
  snapshot: Snapshot,
  { stops }: Pick<RecordContent<'route'>, 'stops'>,
): PlannedStop[] =>
  stops.flatMap(({ siteId, roundId, travelMin }) => {
    const site = snapshot.content('site', siteId);
    return site
      ? [
          {
            ...{ siteId, roundId, travelMin: travelMin ?? usualTravelMin(site) },
            round: snapshot.content('round', roundId) ?? null,
          },
        ]
      : [];
  });

/**
 * A route as its day goes: place by place.
 * @param stops in their order
 * @param setOutMin minutes from midnight, local; null: not said
 */
export function routeDay(
  evidence: Evidence,
  stops: readonly PlannedStop[],
  setOutMin: number | null = null,
): RouteDay {
  const { snapshot, index } = evidence;
  let at = 0;
  const shown = stops.map(({ siteId, roundId, travelMin, round }): RouteStop => {
    const steps = (round?.steps ?? []) as readonly Step[];
    const site = snapshot.content('site', siteId);
    const timing = timingOf(steps);
    const arrivesMin = at + travelMin;
    at = arrivesMin + timing.lengthMin;
    return {
      ...{ siteId, roundId, travelMin, arrivesMin },
      name: site?.name ?? '',
      ...{ lengthMin: timing.lengthMin, handsMin: timing.handsMin, steps: steps.length },
      outsideHours:
        site && setOutMin !== null
          ? (byHours(steps, site, setOutMin + arrivesMin).outside?.text ?? null)
          : null,
      state: round
        ? stateOf(round, roundId === null ? [] : index.on('actionsOfRound', roundId))
        : 'nothing-due',
    };
  });
  const worked = stops.flatMap(({ round }) =>
    round ? round.jobIds.filter((id) => !(round.looks ?? []).includes(id)) : [],
  );
  return {
    stops: shown,
    minutes: at,
    travelMin: shown.reduce((sum, one) => sum + one.travelMin, 0),
    bring: bringFor(evidence, worked),
  };
}

function stateOf(round: Round, actions: Parameters<typeof foldRound>[1]): RouteStop['state'] {
  const { last, closed, abandoned } = foldRound(round, actions);
  if (closed || abandoned !== null) return 'over';
  return last === null ? 'ahead' : 'under-way';
}

/** The minutes of the way to a place where nobody said how long it is from the one before. */
export const usualTravelMin = (site: RecordContent<'site'> | undefined): number =>
  site?.visits?.travelMin ?? USUAL_TRAVEL_MIN;
/** House guess. */
const USUAL_TRAVEL_MIN = 20;

/** When a route sets out, minutes from midnight where it begins; null: not said. */
export function setOutMinutes({ setOut, stops }: RecordContent<'route'>, snapshot: Snapshot): number | null {
  if (setOut === null) return null;
  const zone = snapshot.content('site', stops[0]?.siteId ?? null)?.timeZone ?? 'UTC';
  const at = DateTime.fromISO(setOut, { zone });
  return 60 * at.hour + at.minute;
}
