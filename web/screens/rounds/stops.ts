import type { RecordContent } from '../../../contract/records.ts';
import type { Snapshot } from '../../../model/snapshot.ts';
import { usualTravelMin } from '../../../usecases/round/route.ts';

export interface StopHere {
  siteId: string;
  roundId: string | null;
  travelMin: number;
  round: RecordContent<'round'> | null;
}
/** The stops of a route with their rounds as they were saved. */
export const stopsAsSaved = (
  snapshot: Snapshot,
  { stops }: Pick<RecordContent<'route'>, 'stops'>,
): StopHere[] =>
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
