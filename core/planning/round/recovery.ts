import { hasRole, onlyAirs } from '../../catalogue/roles.ts';
import type { PathPlace, WorkKind } from '../../catalogue/types.ts';

// Bringing a neglected system back: everything is inspected first, then put right over several visits, one upheaval at a
// time. The order is the handbook's: leaks, heater, circulation, top-off; tests; pumps; mechanical, skimmer (air intake
// first); media and biology last. Common practice, value from memory.

/** A job as recovery looks at it. */
export interface RecoveryJob {
  jobId: string;
  kindId: string;
  /** Its entry in the catalogue. */
  catalogueJobId: string;
  place: PathPlace;
  work: WorkKind;
  tests: boolean;
  biological: boolean;
  largeMechanical: boolean;
}
export interface RecoveryStage {
  id: string;
  title: string;
  /** What is done in it, and what is not. */
  how: string;
  takes: (job: RecoveryJob) => boolean;
  /** So many jobs a visit at most: what stirs the life in the water has a visit to itself. */
  mostAVisit: number;
}

const keepsAlive = (kindId: string): boolean =>
  hasRole(kindId, 'heat', 'cool', 'top-off', 'safety') || onlyAirs(kindId);
/** Looking and testing are not rationed. */
const MANY = 1000;
const isUpheaval = (job: RecoveryJob): boolean =>
  job.biological || job.largeMechanical || (job.place === 'reactor' && job.work === 'replace');

/** A job belongs to the first stage that takes it. */
export const recoveryStages: readonly RecoveryStage[] = [
  {
    id: 'safe',
    title: 'Make it safe, and look at everything',
    how: 'Leaks, damp plugs, heater, circulation, top-off. Look at every part and touch none that still works.',
    takes: (job) => (keepsAlive(job.kindId) || job.work === 'inspect') && !isUpheaval(job),
    mostAVisit: MANY,
  },
  {
    id: 'test',
    title: 'Test everything',
    how: 'Every test there is, before any water is changed: nobody knows this water.',
    takes: (job) => job.tests || job.work === 'calibrate',
    mostAVisit: MANY,
  },
  {
    id: 'pumps',
    title: 'Pumps, one after another',
    how: 'What is calcified soaks first; it is never forced. Flow comes back before anything else is cleaned.',
    takes: (job) => (job.place === 'return' || job.kindId.endsWith('pump')) && !isUpheaval(job),
    mostAVisit: 3,
  },
  {
    id: 'make-up',
    title: 'The make-up unit',
    how: 'What is changed must be good water: filters, membrane and resin before the first change.',
    takes: (job) => job.place === 'make-up' && !isUpheaval(job),
    mostAVisit: 4,
  },
  {
    id: 'water',
    title: 'Small water changes',
    how: 'A tenth at a time: old water has drifted far, and livestock has gone with it.',
    takes: (job) => job.work === 'change water',
    mostAVisit: MANY,
  },
  {
    id: 'skimmer',
    title: 'Skimmer, its air intake first',
    how: 'A weak skimmer mostly wants its air intake cleared. Then the cup, then the pump.',
    takes: (job) => job.place === 'skimmer' && !isUpheaval(job),
    mostAVisit: 3,
  },
  {
    id: 'mechanical',
    title: 'Mechanical filters',
    how: 'A part at each visit: what lies in them feeds the water while it is stirred.',
    takes: (job) => !isUpheaval(job),
    mostAVisit: 4,
  },
  {
    id: 'media',
    title: 'Media and biology, one a visit',
    how: 'The life in them carries the tank by now. One at a time, days apart, ammonia tested after each.',
    takes: () => true,
    mostAVisit: 1,
  },
];
/** What is done before its neighbours of the same stage. */
const first = new Set(['air-intake']);

export interface RecoveryVisit {
  stage: RecoveryStage;
  jobIds: string[];
}

/**
 * The visits in which a neglected system is put right, in order. Every job is in exactly one.
 * @param jobs all jobs of the system
 */
export function recoveryVisits(jobs: readonly RecoveryJob[]): RecoveryVisit[] {
  const taken = new Set<string>();
  return recoveryStages.flatMap((stage) => {
    const mine = jobs
      .filter((job) => !taken.has(job.jobId) && stage.takes(job))
      .sort((a, b) => Number(first.has(b.catalogueJobId)) - Number(first.has(a.catalogueJobId)));
    for (const job of mine) taken.add(job.jobId);
    const visits = Math.ceil(mine.length / stage.mostAVisit);
    return Array.from({ length: visits }, (_, i) => ({
      stage,
      jobIds: mine.slice(i * stage.mostAVisit, (i + 1) * stage.mostAVisit).map((job) => job.jobId),
    }));
  });
}
