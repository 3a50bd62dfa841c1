import { isThere } from '../../../core/planning/hands.ts';
import type { Day } from '../../../core/time/day.ts';
import type { LevelledEntry } from '../../../usecases/levelling/levelledPlace.ts';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import { workerOf } from '../../../model/facts/workerOf.ts';
import type { Snapshot } from '../../../model/snapshot.ts';
import type { Levelled } from '../../levelling/useLevelled.ts';
import { visitWords } from '../first-run/VisitStep.tsx';

/** Livestock or people are at risk if it is late. */
export const isCritical = ({ consequence }: PlanRow): boolean => consequence === 'C' || consequence === 'D';

/** A visit as a pile of jobs. */
export interface Pile {
  siteId: string;
  visit: number;
  day: Day;
  entries: readonly LevelledEntry[];
  /** Minutes of what is shown of it. */
  load: number;
  /** Minutes there are, and the load before levelling: of a whole visit only. */
  minutes: number | null;
  before: number | null;
}
/**
 * How tall each job of a pile stands. A job of a minute is still seen; what it has too much the tall ones give, so that a
 * pile is as tall as its minutes: it would stand over the line of the minutes there are without being too full.
 * @param least pixels of the thinnest
 */
export function blockHeights(minutes: readonly number[], pixelsPerMin: number, least: number): number[] {
  const whole = minutes.reduce((sum, one) => sum + one, 0) * pixelsPerMin;
  if (least * minutes.length >= whole) return minutes.map(() => whole / minutes.length);
  const thin = new Set<number>();
  for (;;) {
    const tall = minutes.filter((_, i) => !thin.has(i)).reduce((sum, one) => sum + one, 0);
    const scale = (whole - least * thin.size) / tall;
    const before = thin.size;
    for (const [i, one] of minutes.entries()) if (one * scale < least) thin.add(i);
    if (thin.size === before) return minutes.map((one, i) => (thin.has(i) ? least : one * scale));
  }
}
/** A line of the chart. */
export interface PileRow {
  key: string;
  title: string;
  sub: string;
  piles: readonly Pile[];
  /** Days on which no visit is made, and why. */
  closed: readonly { day: Day; why: string }[];
}
export const groupings = {
  place: 'By place',
  system: 'By system',
  person: 'By person',
  kind: 'By kind of work',
};
export type Grouping = keyof typeof groupings;

interface Facts {
  levelled: readonly Levelled[];
  rowOf: ReadonlyMap<string, PlanRow>;
  snapshot: Snapshot;
}

/** The same visits, parted another way: a new way is an entry here. */
export const rowsBy: Record<Grouping, (facts: Facts) => PileRow[]> = {
  place: ({ levelled }) =>
    levelled.map(({ place, plan }) => {
      const { name, visits } = place.site.content;
      return {
        ...{ key: place.site.id, title: name, closed: plan.closed },
        sub: visits
          ? `${visitWords(visits).replace(/\.$/, '')}${visits.minutes === null ? '' : `, ${visits.minutes}\u00a0min`}`
          : 'any day',
        piles: pilesOf([{ place, plan }], () => true, true),
      };
    }),
  system: ({ levelled, rowOf, snapshot }) =>
    snapshot
      .all('system')
      .flatMap(({ id, content }) =>
        rowFor(
          levelled,
          { key: id, title: content.name, sub: snapshot.content('site', content.siteId)?.name ?? '' },
          (entry) => rowOf.get(entry.jobId)?.systemIds.includes(id) ?? false,
        ),
      ),
  person: ({ levelled, snapshot }) =>
    snapshot.all('person').map(({ id, content }) => {
      const worker = workerOf(content);
      const piles = pilesOf(levelled, () => true, true).filter((pile) => isThere(worker, pile.day));
      return { key: id, title: content.name, sub: 'visits of the days they are there', piles, closed: [] };
    }),
  kind: ({ levelled, rowOf }) => {
    const kinds = [...new Set([...rowOf.values()].map((row) => row.work))].sort();
    return kinds.flatMap((kind) =>
      rowFor(levelled, { key: kind, title: kind, sub: '' }, (entry) => rowOf.get(entry.jobId)?.work === kind),
    );
  },
};

const MOST_OPEN = 40;
type Seen = Pick<Levelled, 'place' | 'plan'>;
function rowFor(
  levelled: readonly Seen[],
  head: Pick<PileRow, 'key' | 'title' | 'sub'>,
  shows: (entry: LevelledEntry) => boolean,
): PileRow[] {
  const piles = pilesOf(levelled, shows, false);
  return piles.length === 0 ? [] : [{ ...head, piles, closed: [] }];
}

function pilesOf(
  levelled: readonly Seen[],
  shows: (entry: LevelledEntry) => boolean,
  whole: boolean,
): Pile[] {
  return levelled.flatMap(({ plan }) =>
    plan.visits.flatMap((visit, v): Pile[] => {
      const entries = visit.entries.filter(shows);
      const before = whole ? (plan.before.loads.get(visit.day) ?? 0) : null;
      // an empty visit is a place to move to; where any day may be one, only those that hold something stand
      const isOpen = whole && plan.visits.length <= MOST_OPEN;
      if (entries.length === 0 && !isOpen && (before ?? 0) === 0) return [];
      return [
        {
          ...{ siteId: plan.siteId, visit: v, day: visit.day, entries, before },
          load: whole ? visit.load : entries.reduce((sum, one) => sum + one.minutes, 0),
          minutes: whole ? visit.minutes : null,
        },
      ];
    }),
  );
}
