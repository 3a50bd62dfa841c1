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
  /** One upheaval a visit: each job that stirs the life in the water has a visit to itself. */
  oneAVisit: boolean;
}

const keepsAlive = new Set(['heater', 'chiller', 'top-off', 'air-pump', 'emergency-stop', 'standby-power']);
const isUpheaval = (job: RecoveryJob): boolean =>
  job.biological || job.largeMechanical || (job.place === 'reactor' && job.work === 'replace');

/** A job belongs to the first stage that takes it. */
export const recoveryStages: readonly RecoveryStage[] = [
  {
    id: 'safe',
    title: 'Make it safe, and look at everything',
    how: 'Leaks, damp plugs, heater, circulation, top-off. Look at every part and touch none that still works.',
    takes: (job) => (keepsAlive.has(job.kindId) || job.work === 'inspect') && !isUpheaval(job),
    oneAVisit: false,
  },
  {
    id: 'test',
    title: 'Test everything',
    how: 'Every test there is, before any water is changed: nobody knows this water.',
    takes: (job) => job.tests || job.work === 'calibrate',
    oneAVisit: false,
  },
  {
    id: 'pumps',
    title: 'Pumps, one after another',
    how: 'What is calcified soaks first; it is never forced. Flow comes back before anything else is cleaned.',
    takes: (job) => (job.place === 'return' || job.kindId.endsWith('pump')) && !isUpheaval(job),
    oneAVisit: false,
  },
  {
    id: 'water',
    title: 'Small water changes',
    how: 'A tenth at a time: old water has drifted far, and livestock has gone with it.',
    takes: (job) => job.work === 'change water',
    oneAVisit: false,
  },
  {
    id: 'skimmer',
    title: 'Skimmer, its air intake first',
    how: 'A weak skimmer mostly wants its air intake cleared. Then the cup, then the pump.',
    takes: (job) => job.place === 'skimmer' && !isUpheaval(job),
    oneAVisit: false,
  },
  {
    id: 'mechanical',
    title: 'Mechanical filters',
    how: 'A part at each visit: what lies in them feeds the water while it is stirred.',
    takes: (job) => !isUpheaval(job),
    oneAVisit: false,
  },
  {
    id: 'media',
    title: 'Media and biology, one a visit',
    how: 'The life in them carries the tank by now. One at a time, days apart, ammonia tested after each.',
    takes: () => true,
    oneAVisit: true,
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
    if (mine.length === 0) return [];
    return stage.oneAVisit
      ? mine.map((job) => ({ stage, jobIds: [job.jobId] }))
      : [{ stage, jobIds: mine.map((job) => job.jobId) }];
  });
}
