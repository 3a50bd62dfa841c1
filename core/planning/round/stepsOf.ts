import { hasRole, type Role } from '../../catalogue/roles.ts';
import { parameterWord } from '../../water/parameters.ts';
import { LOOK_MINUTES } from '../visitList.ts';
import { stepMin } from './stepMinutes.ts';
import { standings, type Phase, type RoundJob, type Standing, type Step } from './step.ts';

/** Of a water change, the share of its minutes that drains; the rest refills. House default. */
const DRAIN_SHARE = 0.5;

const phaseOfWork: Record<RoundJob['work'], Phase> = {
  clean: 'clean',
  replace: 'media',
  empty: 'clean',
  wash: 'clean',
  'change water': 'drain',
  inspect: 'clean',
  calibrate: 'recalibrate',
  refill: 'refill',
  'change over': 'clean',
  flush: 'clean',
  test: 'test',
};

/** Biological media are rinsed in water just drained; everything else as its kind of work says. */
export const phaseOf = (job: RoundJob): Phase => (job.biological ? 'media' : phaseOfWork[job.work]);

/** A system that is visited. */
export interface Visited {
  id: string;
  name: string;
  standing: Standing;
}

/**
 * The steps of a visit, not yet in order: those of each job (shut, do, soak, restart, prove) and those of the visit.
 * @param jobs the jobs of the round, each once
 * @param systems every system that is visited
 */
export function stepsOf(jobs: readonly RoundJob[], systems: readonly Visited[]): Step[] {
  return withStanding(plainSteps(jobs, systems), systems);
}

/** Waters that one job touches together cannot be kept apart: they stand as the most suspect of them. */
function withStanding(steps: readonly Step[], systems: readonly Visited[]): Step[] {
  const worst = new Map(systems.map((one) => [one.id, one.standing]));
  const rank = (id: string): number => standings.indexOf(worst.get(id) ?? 'clean');
  const joined = steps.filter((step) => step.jobId !== null && !step.dry && step.systemIds.length > 1);
  // as often as there are waters: what one joins, another may join on
  for (let pass = 0; pass < systems.length; pass++)
    for (const { systemIds } of joined) {
      const most = standings[Math.max(...systemIds.map(rank))];
      if (most) for (const id of systemIds) worst.set(id, most);
    }
  return steps.map((step) => {
    const all = new Set(step.systemIds.map((id) => worst.get(id) ?? null));
    const [one = null] = all;
    return all.size === 1 && one !== null && !step.dry ? { ...step, standing: one } : step;
  });
}

function plainSteps(jobs: readonly RoundJob[], systems: readonly Visited[]): Step[] {
  const worked = jobs.filter((job) => !job.lookOnly);
  const steps: Step[] = [
    ...jobs.filter((job) => job.lookOnly).map(stepOfLook),
    ...offOnce(worked, worked.flatMap(stepsOfJob)),
  ];
  for (const { id, name } of systems) {
    const mine = worked.filter((job) => job.systemIds.includes(id));
    if (mine.length === 0) continue;
    const tests = mine.filter((job) => job.tests !== null);
    if (tests.length > 0) {
      // one rinse, one light, one sheet: a system's tests are taken together
      const words = tests.flatMap((job) => (job.tests ? parameterWord(job.tests) : []));
      const minutes = tests.reduce((sum, job) => sum + job.minutes, 0);
      const title = `Test ${name}: ${words.join(', ')}`;
      steps.push({
        ...visitStep('test', title, minutes, [id]),
        forJobs: tests.map((job) => job.jobId),
        tests: tests.flatMap((job) => job.tests ?? []),
      });
      steps.push(visitStep('judge', `Judge the tests of ${name}`, stepMin.judge, [id]));
    }
    if (mine.some((job) => job.work !== 'test' && job.work !== 'calibrate'))
      steps.push(
        visitStep('wipe', `Wipe ${name} down, lids on, drip loops as they were`, stepMin.wipe, [id]),
      );
  }
  const visited = systems.filter(({ id }) => jobs.some((job) => job.systemIds.includes(id)));
  if (visited.length > 0)
    steps.unshift(
      visitStep(
        'look',
        `Look at ${visited.map((one) => one.name).join(', ')} before anything is touched`,
        stepMin.look * visited.length,
        visited.map((one) => one.id),
      ),
    );
  const changed = worked.filter((job) => job.work === 'change water').flatMap((job) => job.systemIds);
  if (changed.length > 0)
    steps.push(
      visitStep('prepare', 'Check the new water: litres there, temperature, salinity', stepMin.prepare, [
        ...new Set(changed),
      ]),
    );
  if (steps.length > 0)
    steps.push(
      visitStep(
        'record',
        'Read the record once more: what was found, what was used, what comes next',
        stepMin.record,
        systems.map((one) => one.id),
      ),
    );
  return steps;
}

function visitStep(phase: Phase, title: string, handsMin: number, systemIds: readonly string[]): Step {
  return {
    ...{ id: `${phase} ${systemIds.length === 1 ? (systemIds[0] ?? '') : 'visit'}`, phase, title, systemIds },
    ...{
      handsMin,
      waitMin: 0,
      jobId: null,
      forJobs: [],
      unitId: null,
      kindId: null,
      work: null,
      off: null,
      tests: [],
      litres: null,
    },
    ...{ biological: false, largeMechanical: false, dry: false, standing: null, cautions: [] },
  };
}

/** A job that is only looked at: nothing goes off for it, no hands go in. */
const stepOfLook = ({ jobId, systemIds, unitId, kindId, thing, action }: RoundJob): Step => ({
  ...visitStep('look', `Look at ${thing}: time to ${action}?`, LOOK_MINUTES, systemIds),
  ...{ id: `${jobId} look`, jobId, forJobs: [jobId], unitId, kindId },
});

function stepsOfJob(job: RoundJob, _: number, all: readonly RoundJob[]): Step[] {
  const keeps = all.some((one) => one.biological && one.systemIds.some((id) => job.systemIds.includes(id)));
  const { jobId, systemIds, unitId, kindId, work, thing, action, minutes, wait } = job;
  const base = {
    ...{
      jobId,
      forJobs: [jobId],
      systemIds,
      unitId,
      kindId,
      work,
      off: null,
      tests: [],
      litres: null,
      waitMin: 0,
    },
    ...{
      biological: job.biological && work !== 'change water',
      largeMechanical: job.largeMechanical,
      dry: !job.inWater,
    },
    ...{ standing: null, cautions: [], ...(job.baths.length > 0 ? { baths: job.baths } : {}) },
  };
  const step = (phase: Phase, part: string, some: Partial<Step>): Step => ({
    ...base,
    ...{ id: `${jobId} ${part}`, phase, title: `${thing}: ${action}`, handsMin: 0 },
    // one of them switches and sees
    ...(job.people && phase !== 'shut' && phase !== 'restart' && phase !== 'prove'
      ? { people: job.people }
      : {}),
    ...some,
  });
  const shuts = job.shuts.map((off, i) =>
    step('shut', `shut ${i}`, {
      ...{ title: `Off: ${off.what}`, handsMin: stepMin.shut, off, cautions: job.cautions },
    }),
  );
  const restarts = job.shuts.flatMap((off, i) => [
    step('restart', `restart ${i}`, { title: `On again: ${off.what}`, handsMin: stepMin.restart, off }),
    step('prove', `prove ${i}`, {
      title: `See it: ${off.what}, ${off.provedBy}`,
      handsMin: stepMin.prove,
      off,
    }),
  ]);
  const cautions = job.cautions;
  if (job.temporary) {
    const off = {
      ...{ what: thing, provedBy: 'taken out, the water is clear', componentId: job.componentId, kindId },
      on: true,
    };
    return [
      step('fit', 'fit', { title: `Fit: ${thing}`, handsMin: 2, waitMin: job.temporary.clearMin, off }),
      step('remove', 'do', { title: `Take out: ${thing}`, handsMin: minutes, off }),
    ];
  }
  if (work === 'change water') {
    const drain = Math.round(minutes * DRAIN_SHARE);
    const { litres } = job;
    return [
      ...shuts,
      step('drain', 'do', {
        title: `${thing}: siphon and drain${keeps ? ', keep a bucket of it to rinse in' : ''}`,
        ...{ handsMin: drain, litres, cautions },
      }),
      step('refill', 'refill', {
        title: `${thing}: refill to the mark`,
        ...{ handsMin: minutes - drain, litres, cautions },
      }),
      ...restarts,
    ];
  }
  // taken with the other tests of its system
  if (work === 'test') return [];
  const soak = wait
    ? [step('soak', 'soak', { title: `${thing}: ${wait.what}`, handsMin: 1, waitMin: wait.minutes })]
    : [];
  // what is taken apart goes into its bath first, and is cleaned and put back after it
  const waste = job.newCharge
    ? [step('media', 'rinse', { title: `${thing}: run the new charge to waste until clear`, handsMin: 4 })]
    : [];
  return [
    ...shuts,
    ...soak,
    step(phaseOf(job), 'do', { handsMin: minutes, cautions }),
    ...waste,
    ...restarts,
  ];
}

/** What must not wait for a whole change of water while its own job is done: each is short, and proved at once. */
const keepsAlive: readonly Role[] = ['circulation', 'heat', 'cool'];

/**
 * The jobs of one unit are done at one isolation: it goes off once, before the first of them, and comes back once, after
 * the last. What a change of water needs off is off for the change alone; only what keeps nothing alive stays off between
 * its own job and the change.
 */
function offOnce(jobs: readonly RoundJob[], steps: readonly Step[]): Step[] {
  const soaks = new Set(jobs.filter((job) => job.wait !== null || job.biological).map((job) => job.jobId));
  const changes = new Set(jobs.filter((job) => job.work === 'change water').map((job) => job.jobId));
  const withOwnJob = new Set(
    steps.flatMap(({ off, jobId }) =>
      off?.componentId && jobId && !changes.has(jobId) ? [off.componentId] : [],
    ),
  );
  const soaked = new Set(
    steps.flatMap(({ off, jobId }) =>
      off?.componentId && jobId && soaks.has(jobId) ? [off.componentId] : [],
    ),
  );
  const kept = new Map<string, Step>();
  for (const step of steps) {
    const { off, phase } = step;
    const ofChange = step.jobId !== null && changes.has(step.jobId);
    const alone =
      off?.componentId &&
      ofChange &&
      withOwnJob.has(off.componentId) &&
      (hasRole(off.kindId, ...keepsAlive) || soaked.has(off.componentId));
    // what is rinsed in drained water is opened after the change, whatever else is done on its unit before
    const afterDrain = step.biological && changes.size > 0;
    const key = off?.componentId
      ? `${phase} ${off.componentId}${alone ? ' change' : ''}${afterDrain ? ' rinsed' : ''}`
      : step.id;
    const known = kept.get(key);
    kept.set(
      key,
      known
        ? {
            ...known,
            ...{ jobId: null, work: null },
            forJobs: [...known.forJobs, ...step.forJobs],
            systemIds: [...new Set([...known.systemIds, ...step.systemIds])],
            cautions: [...new Set([...known.cautions, ...step.cautions])],
          }
        : step,
    );
  }
  return [...kept.values()];
}
