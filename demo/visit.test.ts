import { beforeAll, describe, expect, test } from 'vitest';
import { v7 as uuid } from 'uuid';
import { endOfToday, makePlan, type Plan } from '../usecases/plan/plan.ts';
import type { RecordContent, RecordKind, Stored } from '../contract/records.ts';
import { buildRound, changePlanFor, fittingsFor, proposedJobs } from '../usecases/round/build.ts';
import { measuredMinutes } from '../usecases/round/measured.ts';
import { foldRound } from '../model/round/fold.ts';
import { proposalOf } from '../usecases/round/proposal.ts';
import { recoveryOf } from '../usecases/round/recovery.ts';
import { standInConflicts } from '../usecases/round/redundancy.ts';
import { roundReport } from '../usecases/round/report.ts';
import { runningProof } from '../usecases/round/runningProof.ts';
import type { RoundWhat } from '../contract/round/schemas.ts';
import { awayPlan } from '../usecases/away/awayPlan.ts';
import { daysOfTask, sheetProposal, sheetsFor } from '../usecases/sitter/sheets.ts';
import { wishesOf } from '../usecases/levelling/wishes.ts';
import { levelPlan } from '../usecases/levelling/levelPlan.ts';
import { calendarVisits } from '../usecases/calendar.ts';
import { Snapshot } from '../model/snapshot.ts';
import { isTheJob } from '../core/planning/round/step.ts';
import { weekdayOf, daysBetween } from '../core/time/day.ts';
import { servicesOfPlan } from '../usecases/water/changeDone.ts';
import { evidenceOf, type Evidence } from '../model/water/testedWater.ts';
import { demoRecords } from './records.ts';

// A visit of the scenario as it is built, done and told afterwards.

const TODAY = '2026-11-25';
const NOW = Date.parse(`${TODAY}T14:20:00Z`);
let evidence: Evidence;
let plan: Plan;
beforeAll(() => {
  evidence = evidenceOf(Snapshot.of(demoRecords(TODAY)));
  plan = makePlan(evidence.snapshot, endOfToday(NOW), TODAY);
}, 60_000);

const siteOf = (name: string): string =>
  evidence.snapshot.all('site').find((one) => one.content.name === name)?.id ?? expect.fail(name);
const siteNameOf = (id: string): string => evidence.snapshot.content('site', id)?.name ?? '';
const systemOf = (name: string): string =>
  evidence.snapshot.all('system').find((one) => one.content.name === name)?.id ?? expect.fail(name);
const record = <K extends RecordKind>(
  kind: K,
  content: RecordContent<K>,
  id: string = uuid(),
): Stored<K> => ({
  ...{ kind, id, version: 1, deleted: false, content },
});

describe('the workshop’s visit', () => {
  test('takes the planned changes over: litres, and what must be off', () => {
    const siteId = siteOf('Workshop');
    const planned = changePlanFor(evidence.snapshot, siteId, '2026-11-28');
    const rows = proposedJobs(plan.jobs, siteId, '2026-12-02');
    const steps = buildRound(
      evidence,
      rows.map((row) => row.jobId),
      planned,
    );
    const refills = steps.filter((step) => step.phase === 'refill' && step.litres !== null);
    expect(refills.length).toBeGreaterThan(0);
    for (const step of refills) {
      const one = planned?.content.systems.find((system) => step.systemIds.includes(system.systemId));
      expect(step.litres).toBe(one?.litres);
      for (const off of one?.off ?? [])
        expect(steps.some((shut) => shut.phase === 'shut' && shut.off?.componentId === off.componentId)).toBe(
          true,
        );
    }
    // the same is what a screen proposes; chosen by somebody, the most pressing still come first
    const here = plan.jobs.filter((row) => row.siteId === siteId);
    const proposal = proposalOf(evidence, here, siteId, TODAY);
    expect(proposal).toMatchObject({ next: '2026-11-25', before: '2026-11-28' });
    const proposed = proposal.rows.map((row) => row.jobId);
    const given = [...proposed].reverse().slice(0, 9);
    const taken = proposalOf(evidence, here, siteId, TODAY, { given }).rows.map((row) => row.jobId);
    const inOrder = here.map((row) => row.jobId).filter((id) => given.includes(id));
    expect(taken.slice(0, inOrder.length)).toEqual(inOrder);
    // a plan that was carried out is not carried out again
    const done = { ...planned?.content, serviceIds: [uuid()] } as RecordContent<'change-plan'>;
    const after = evidence.snapshot.with([record('change-plan', done, planned?.id)]);
    expect(changePlanFor(after, siteId, '2026-11-28')).toBeNull();
  });
  test('what two people changed of one plan in its round carries it out; nobody writes to the plan itself', () => {
    const siteId = siteOf('Workshop');
    const planned = changePlanFor(evidence.snapshot, siteId, '2026-11-28') ?? expect.fail();
    const systems = new Set(planned.content.systems.map((one) => one.systemId));
    const rows = plan.jobs.filter(
      (row) => row.work === 'change water' && row.systemIds.some((one) => systems.has(one)),
    );
    const jobIds = rows.map((row) => row.jobId);
    const steps = buildRound(evidence, jobIds, planned);
    const changes = steps.filter(isTheJob);
    expect(changes).toHaveLength(systems.size);
    expect(changes.length).toBeGreaterThan(1);
    const services = changes.map((step) =>
      record('service', {
        ...{ jobId: step.jobId ?? '', whoId: null, found: null, shareDone: 1, minutes: null, supplies: [] },
        ...{ when: { kind: 'instant', at: new Date(NOW).toISOString() }, note: '', pictureIds: [] },
        litres: step.litres,
      }),
    );
    const round = (changePlanId: string | null): Stored<'round'> =>
      record('round', {
        ...{ siteId, day: TODAY, personId: null, jobIds, before: [], changePlanId },
        steps: steps as unknown as RecordContent<'round'>['steps'],
      });
    const told = (of: Stored<'round'>): Stored[] => [
      of,
      // at the same moment, each on a device of their own
      ...changes.map((step, i) =>
        record('round-action', {
          ...{ roundId: of.id, version: 1, device: `phone ${i}`, sequence: 1, whoId: null },
          at: new Date(NOW).toISOString(),
          what: {
            ...{ do: 'done', stepId: step.id, found: null, minutes: null, note: '' },
            serviceId: services[i]?.id ?? '',
          },
        }),
      ),
    ];
    const after = evidence.snapshot.with([...services, ...told(round(planned.id))]);
    expect(servicesOfPlan(after, planned).sort()).toEqual(services.map((one) => one.id).sort());
    expect(changePlanFor(after, siteId, '2026-11-28')).toBeNull();
    // one taken back, the rest still carried it out; all taken back, it is open again
    const without = (gone: readonly Stored[]): Snapshot =>
      after.with(gone.map((one) => ({ ...one, deleted: true })));
    expect(servicesOfPlan(without(services.slice(1)), planned)).toEqual([services[0]?.id]);
    expect(changePlanFor(without(services), siteId, '2026-11-28')?.id).toBe(planned.id);
    // a round that took no plan up carries none out
    const other = evidence.snapshot.with([...services, ...told(round(null))]);
    expect(changePlanFor(other, siteId, '2026-11-28')?.id).toBe(planned.id);
  });
  test('hands go into the quarantine tank last of all', () => {
    const rows = proposedJobs(plan.jobs, siteOf('Workshop'), '2026-12-02');
    const steps = buildRound(
      evidence,
      rows.map((row) => row.jobId),
    );
    const wet = steps.filter(
      (step) => ['clean', 'soak', 'drain', 'media', 'refill'].includes(step.phase) && step.standing !== null,
    );
    const first = wet.findIndex((step) => step.standing === 'quarantine');
    expect(first).toBeGreaterThan(0);
    expect(wet.slice(first).every((step) => step.standing === 'quarantine')).toBe(true);
  });
  test('a fitting comes with what stirs dirt up, and not with what does not', () => {
    const siteId = siteOf('Workshop');
    const { snapshot, definitionOf } = evidence;
    const here = snapshot.all('job').filter((job) => job.content.systemId === systemOf('Quarantine tank'));
    const stirring = here.filter((job) => definitionOf(job.content).announces?.includes('stirred-up'));
    expect(stirring.length).toBeGreaterThan(0);
    const fittings = fittingsFor(
      evidence,
      stirring.map((job) => job.id),
    );
    expect(fittings.map((id) => snapshot.content('job', id)?.kindId)).toContain('sock-cleaning');
    const tests = plan.jobs.filter((row) => row.siteId === siteId && row.work === 'test');
    expect(
      fittingsFor(
        evidence,
        tests.map((row) => row.jobId),
      ),
    ).toEqual([]);
  });
});

describe('a visit of the plan', () => {
  test('holds the minutes of its round: looking, off and on again, and wiping are in both, once', () => {
    for (const { siteId, visits } of levelPlan(evidence, plan.jobs, NOW))
      for (const { day, entries, load } of visits.slice(0, 4)) {
        const jobIds = [...new Set(entries.filter((entry) => !entry.look).map((entry) => entry.jobId))];
        const steps = buildRound(evidence, jobIds, changePlanFor(evidence.snapshot, siteId, day));
        const looks = entries.filter((entry) => entry.look).reduce((sum, entry) => sum + entry.minutes, 0);
        const hands = steps.reduce((sum, step) => sum + step.handsMin, looks);
        // a new charge is rinsed to waste in the round alone
        const rinses = steps.filter((step) => step.id.endsWith(' rinse'));
        const rinsed = rinses.reduce((sum, step) => sum + step.handsMin, 0);
        expect(Math.abs(load - (hands - rinsed)), `${siteNameOf(siteId)} ${day}`).toBeLessThanOrEqual(5);
      }
  });
});

describe('what people moved in the plan', () => {
  const [next, after] = ['2026-11-28', '2026-12-05'];
  const taken = (of: Evidence): string[] =>
    proposedJobs(plan.jobs, siteOf('Workshop'), after, wishesOf(of)).map((row) => row.jobId);
  const withRecords = (...records: Stored[]): Evidence => evidenceOf(evidence.snapshot.with(records));
  const pinned = (jobId: string, day: string, from: string | null): Stored =>
    record('plan-pin', { jobId, day, from, whoId: null, note: '' });
  const rowsHere = () => plan.jobs.filter((row) => row.siteId === siteOf('Workshop'));
  test('to a later visit is not proposed before; to this one it is, due or not', () => {
    const due = taken(evidence)[0] ?? expect.fail();
    expect(taken(withRecords(pinned(due, '2026-12-12', next)))).not.toContain(due);
    // a later turn moved on leaves this one
    expect(taken(withRecords(pinned(due, '2026-12-19', '2026-12-12')))).toContain(due);
    const far =
      rowsHere().find((row) => row.state === 'far-off' && row.recommended !== null) ?? expect.fail();
    expect(taken(evidence)).not.toContain(far.jobId);
    expect(taken(withRecords(pinned(far.jobId, next, '2026-12-26')))).toContain(far.jobId);
  });
  test('water planned for a visit holds its changes there, until somebody moves one or they are done', () => {
    const siteId = siteOf('Workshop');
    const planned = changePlanFor(evidence.snapshot, siteId, next) ?? expect.fail();
    const systems = new Set(planned.content.systems.map((one) => one.systemId));
    const jobIds = rowsHere()
      .filter((row) => row.work === 'change water' && row.systemIds.some((one) => systems.has(one)))
      .map((row) => row.jobId);
    expect(jobIds).toHaveLength(systems.size);
    const heldOn = (of: Evidence): (string | undefined)[] => {
      const [here] = levelPlan(of, rowsHere(), NOW);
      return jobIds.map(
        (id) =>
          here?.visits.find((visit) =>
            visit.entries.some((entry) => entry.jobId === id && entry.changePlanId === planned.id),
          )?.day,
      );
    };
    expect(heldOn(evidence)).toEqual(jobIds.map(() => planned.content.day));
    // on a day without a visit: the next one after it
    const between = withRecords({
      ...planned,
      version: 2,
      content: { ...planned.content, day: '2026-11-29' },
    });
    expect(heldOn(between)).toEqual(jobIds.map(() => '2026-12-02'));
    // moved by hand, the round of the day does not take it up again
    const [first = ''] = jobIds;
    const moved = withRecords(pinned(first, '2026-12-02', planned.content.day));
    expect(heldOn(moved)[0]).toBeUndefined();
    const rows = proposalOf(moved, rowsHere(), siteId, planned.content.day).rows;
    expect(rows.map((row) => row.jobId)).not.toContain(first);
    expect(rows.map((row) => row.jobId)).toEqual(expect.arrayContaining(jobIds.slice(1)));
    // carried out, it holds nothing any more
    const done = { ...planned.content, serviceIds: [uuid()] };
    expect(heldOn(withRecords({ ...planned, version: 2, content: done }))).toEqual(
      jobIds.map(() => undefined),
    );
  });
  test('is met once the job was logged, and holds it no longer', () => {
    const due = taken(evidence)[0] ?? expect.fail();
    const done = (day: string): Stored =>
      record('service', {
        ...{ jobId: due, when: { kind: 'day', day }, whoId: null, found: null, shareDone: 1 },
        ...{ minutes: null, supplies: [], note: '', pictureIds: [] },
      });
    const pin = pinned(due, '2026-12-12', next);
    expect(wishesOf(withRecords(pin, done('2026-11-24'))).get(due)).toHaveLength(1);
    expect(wishesOf(withRecords(pin, done(next))).get(due)).toBeUndefined();
  });
});

describe('a reading as proof', () => {
  const since = NOW - 30 * 60_000;
  const pump = () =>
    evidence.snapshot.all('component').find(({ content }) => content.kindId === 'large-pump');
  const withReadings = (...readings: Partial<RecordContent<'reading'>>[]): Evidence => {
    const channel = record('channel', {
      ...{ componentId: pump()?.id ?? '', systemId: null, name: 'Flow', quantity: 'flow', measure: 'flow' },
    });
    const all = readings.map((some) =>
      record('reading', {
        ...{
          channelId: channel.id,
          when: { kind: 'instant', at: new Date(NOW).toISOString() },
          value: 42_000,
        },
        ...{ below: false, source: 'device', quality: 'good', timing: null, serviceId: null, whoId: null },
        note: '',
        ...some,
      }),
    );
    return evidenceOf(evidence.snapshot.with([channel, ...all]));
  };
  const asked = (of: Evidence) => runningProof(of, pump()?.id ?? '', 'UTC', since);
  test('what a device sent since it was put on again is offered; before that, by hand, or doubtful: nothing', () => {
    expect(asked(withReadings({}))).toMatchObject({ label: 'Flow', value: 42_000, runs: true, at: NOW });
    const before = { kind: 'instant', at: new Date(since - 60_000).toISOString() } as const;
    expect(asked(withReadings({ when: before }))).toBeNull();
    expect(asked(withReadings({ source: 'typed' }))).toBeNull();
    expect(asked(withReadings({ quality: 'doubtful' }))).toBeNull();
  });
  test('no flow shows the contrary, and the last one counts', () => {
    const earlier = { kind: 'instant', at: new Date(NOW - 60_000).toISOString() } as const;
    expect(asked(withReadings({ when: earlier }, { value: 0 }))?.runs).toBe(false);
    expect(asked(withReadings({ when: earlier, value: 0 }, {}))?.runs).toBe(true);
  });
});

describe('duty and standby', () => {
  const pumps = () =>
    evidence.snapshot.all('component').filter(({ content }) => content.kindId === 'large-pump');
  const jobsThatShut = (componentId: string): string[] =>
    evidence.snapshot
      .all('job')
      .filter(
        (job) =>
          job.content.componentId === componentId && evidence.definitionOf(job.content).shuts.length > 0,
      )
      .map((job) => job.id);
  test('one of a pair may be down, both never', () => {
    const pair = pumps().filter((one) => one.content.systemIds.includes(systemOf('Ray pool')));
    expect(pair).toHaveLength(2);
    const [duty, standby] = pair.map((one) => jobsThatShut(one.id));
    const none = new Set<string>();
    expect(duty?.length).toBeGreaterThan(0);
    expect(standInConflicts(evidence, duty ?? [], none)).toEqual([]);
    const [said] = standInConflicts(evidence, [...(duty ?? []), ...(standby ?? [])], none);
    expect(said?.text).toMatch(/^Ray pool: .* stand in for each other; one must run\./);
    // the other was left off by an earlier round
    const other = new Set(pair.slice(1).map((one) => one.id));
    expect(standInConflicts(evidence, duty ?? [], other)).toHaveLength(1);
  });
});

describe('the report of a round', () => {
  const jobsAt = (): string[] =>
    proposedJobs(plan.jobs, siteOf('Public library'), '2026-12-04').map((row) => row.jobId);
  function done(): { evidence: Evidence; roundId: string; steps: ReturnType<typeof buildRound> } {
    const steps = buildRound(evidence, jobsAt());
    const roundId = uuid();
    const person = evidence.snapshot.all('person')[0]?.id ?? null;
    const [shut] = steps.filter((step) => step.phase === 'shut');
    const clean = steps.find((step) => step.id.endsWith(' do') && step.work === 'clean') ?? expect.fail();
    const skipped =
      steps.find((step) => step.id.endsWith(' do') && step.jobId !== clean.jobId) ?? expect.fail();
    const offId = uuid();
    const acts: RoundWhat[] = [
      { do: 'begin' },
      {
        ...{ do: 'switched-off', stepId: shut?.id ?? '', systemIds: [...(shut?.systemIds ?? [])] },
        off: shut?.off ?? expect.fail(),
      },
      { do: 'done', stepId: clean.id, found: 'overdue', minutes: 12, note: '' },
      { do: 'skipped', stepId: skipped.id, reason: 'no spare' },
      { do: 'left-off', offActionId: offId, reason: 'the seal is ordered' },
      { do: 'closed' },
    ];
    const actions = acts.map((what, i) =>
      record(
        'round-action',
        {
          ...{ roundId, version: 1, device: 'phone', sequence: i + 1, whoId: person, what },
          at: new Date(NOW - 3_600_000 + i * 600_000).toISOString(),
        },
        what.do === 'switched-off' ? offId : uuid(),
      ),
    );
    const round = record(
      'round',
      {
        ...{ siteId: siteOf('Public library'), day: TODAY, personId: person, jobIds: jobsAt() },
        before: [{ jobId: clean.jobId ?? '', recommended: '2026-11-20', earliest: null, latest: null }],
        steps: steps as unknown as RecordContent<'round'>['steps'],
      },
      roundId,
    );
    const service = record('service', {
      ...{
        jobId: clean.jobId ?? '',
        whoId: person,
        found: 'overdue',
        shareDone: 1,
        minutes: 12,
        supplies: [],
      },
      when: { kind: 'instant', at: new Date(NOW - 2_400_000).toISOString() },
      ...{ note: 'two snails in it', pictureIds: [] },
    });
    const snapshot = evidence.snapshot.with([round, ...actions, service]);
    return { evidence: evidenceOf(snapshot), roundId, steps };
  }
  test('what was done and found, what was skipped and why, what still does not run', () => {
    const { evidence: after, roundId } = done();
    const report = roundReport(after, plan.jobs, roundId, null) ?? expect.fail();
    expect(report).toMatchObject({ place: 'Public library', state: 'closed', proved: { seen: 0, read: 0 } });
    const job = report.jobs.find((one) => one.state === 'done') ?? expect.fail();
    expect(job).toMatchObject({
      note: 'two snails in it',
      minutes: 12,
      before: { recommended: '2026-11-20' },
    });
    expect(job.found).toBeTruthy();
    expect(report.minutes).toMatchObject({ taken: 12, measuredJobs: 1 });
    expect(report.jobs.filter((one) => one.state === 'skipped').map((one) => one.reason)).toEqual([
      'no spare',
    ]);
    expect(report.leftOff).toHaveLength(1);
    expect(report.leftOff[0]?.said).toBe('the seal is ordered');
    // nothing was tested in it: nothing is said of the water
    expect(report.systems.every((system) => system.readings.length === 0)).toBe(true);
    expect(report.next.map((one) => one.day)).toEqual([...report.next.map((one) => one.day)].sort());
  });
  test('whoever may see another system learns nothing of it', () => {
    const { evidence: after, roundId } = done();
    const scope = { siteIds: [], systemIds: [systemOf('Ray pool')] };
    expect(roundReport(after, plan.jobs, roundId, scope)).toBeNull();
    const own = { siteIds: [], systemIds: [systemOf('Axolotl tank')] };
    const report = roundReport(after, plan.jobs, roundId, own) ?? expect.fail();
    expect(new Set([...report.jobs, ...report.next].map((one) => one.system))).toEqual(
      new Set(['Axolotl tank']),
    );
  });
  test('minutes are measured from when hands were free; an afternoon in between says nothing', () => {
    const { evidence: after, roundId, steps } = done();
    const { snapshot, index } = after;
    const state = foldRound(
      snapshot.content('round', roundId) ?? expect.fail(),
      index.on('actionsOfRound', roundId),
    );
    const open = steps.find((step) => !state.doneAt.has(step.id)) ?? expect.fail();
    const last = Math.max(...state.doneAt.values());
    expect(measuredMinutes(state, open, 10, last + 9 * 60_000)).toBe(9);
    expect(measuredMinutes(state, open, 10, last + 300 * 60_000)).toBeNull();
    expect(measuredMinutes(state, open, 10, last + 30_000)).toBeNull();
    expect(measuredMinutes({ ...state, doneAt: new Map() }, open, 10, last)).toBeNull();
  });
});

describe('a sitter’s sheet', () => {
  const absence = { from: '2026-11-28', to: '2026-12-20', helper: { everyDays: 2, minutes: 15 } };
  test('holds what Away gives to the helper, each of it once', () => {
    for (const { id: siteId } of evidence.snapshot.all('site')) {
      const away = awayPlan(evidence, plan.jobs, { ...absence, siteId });
      const sheet = sheetProposal(away, { ...absence, siteId }).map(({ row }) => row.jobId);
      const given = away.jobs.filter((one) => one.answer === 'helper').map(({ row }) => row.jobId);
      const others = away.jobs.filter((one) => one.answer !== 'helper').map(({ row }) => row.jobId);
      expect(sheet).toEqual(expect.arrayContaining(given));
      expect(sheet.filter((one) => others.includes(one))).toEqual([]);
      expect(new Set(sheet).size).toBe(sheet.length);
      // nobody comes: then nothing is given
      const alone = awayPlan(evidence, plan.jobs, { ...absence, siteId, helper: null });
      expect(alone.stores.some(({ byHelper }) => byHelper)).toBe(false);
    }
  });
  test('a task begins on its own day, and on none before the sheet', () => {
    const task = { id: uuid(), jobId: null, text: 'Top-off', everyDays: 4 };
    const days = (firstDay: string) => daysOfTask({ ...task, firstDay }, '2026-11-25', '2026-12-05');
    expect(days('2026-11-29')).toEqual(['2026-11-29', '2026-12-03']);
    expect(days('2026-11-01')).toEqual(['2026-11-25', '2026-11-29', '2026-12-03']);
    expect(days('2026-12-06')).toEqual([]);
  });
  test('asks for simple jobs only: nothing off, no papers, nothing that hurts', () => {
    const proposed = evidence.snapshot.all('site').flatMap((site) => {
      const asked = { ...absence, siteId: site.id };
      return sheetProposal(awayPlan(evidence, plan.jobs, asked), asked);
    });
    expect(proposed.length).toBeGreaterThan(2);
    for (const { row, everyDays, firstDay } of proposed) {
      // on a day on which they come, and not after it is due
      expect(everyDays % 2).toBe(0);
      expect(daysBetween(absence.from, firstDay) % 2).toBe(0);
      expect(firstDay >= absence.from && firstDay <= absence.to).toBe(true);
      const job = evidence.snapshot.content('job', row.jobId) ?? expect.fail();
      const { shuts, hands, minutes } = evidence.definitionOf(job);
      expect([row.thing, shuts, hands]).toEqual([row.thing, [], undefined]);
      expect(minutes).toBeLessThanOrEqual(15);
      expect(['refill', 'empty', 'wash']).toContain(row.work);
    }
  });
  test('says the days of each task, who ticked them off, whom to call', () => {
    const siteId = siteOf('Workshop');
    const task = { id: uuid(), jobId: null, text: 'Two cubes of food', everyDays: 2 };
    expect(daysOfTask(task, '2026-11-25', '2026-11-30')).toEqual(['2026-11-25', '2026-11-27', '2026-11-29']);
    const sheet = record('sitter-sheet', {
      ...{ siteId, from: '2026-11-25', to: '2026-11-30', helperId: null, tasks: [task], note: '' },
    });
    const tick = record('sheet-tick', {
      ...{ sheetId: sheet.id, taskId: task.id, day: '2026-11-25', at: new Date(NOW).toISOString() },
      ...{ whoId: evidence.snapshot.all('person')[0]?.id ?? null, note: '' },
    });
    const known = evidenceOf(evidence.snapshot.with([sheet, tick]));
    const [view] = sheetsFor(known, null, NOW, null);
    expect(view?.phones.length).toBeGreaterThan(0);
    expect(view?.doNotTouch).toContain('calcium reactor');
    expect(view?.tasks[0]?.days.map((one) => one.doneBy !== null)).toEqual([true, false, false]);
    // who may see another place finds no sheet
    expect(sheetsFor(known, { siteIds: [siteOf('Public library')], systemIds: [] }, NOW, null)).toEqual([]);
  });
});

test('minutes of a job are learned from its visits, and the plan counts with them', () => {
  const isMeasured = (jobId: string): boolean =>
    evidence.index.on('servicesOfJob', jobId).some((one) => one.content.minutes !== null);
  const row = plan.jobs.find((one) => one.work === 'clean' && !isMeasured(one.jobId)) ?? expect.fail();
  const taken = [40, 44, 42].map((minutes) =>
    record('service', {
      ...{ jobId: row.jobId, whoId: null, found: null, shareDone: 1, minutes, supplies: [], note: '' },
      ...{ when: { kind: 'day', day: '2026-11-20' }, pictureIds: [] },
    }),
  );
  const known = evidence.snapshot.with(taken);
  const after = makePlan(known, endOfToday(NOW), TODAY).jobs.find((one) => one.jobId === row.jobId);
  // (2 × estimate + 40 + 44 + 42) ÷ 5, each no more than four estimates
  const counted = [40, 44, 42].map((minutes) => Math.min(minutes, 4 * row.minutes));
  expect(after?.minutes).toBe(Math.round((2 * row.minutes + counted.reduce((a, b) => a + b, 0)) / 5));
});

test('a neglected tank: everything looked at first, biology last and days apart', () => {
  const visits = recoveryOf(evidence, systemOf('Staghorn trough'), TODAY);
  expect(visits[0]?.stage.id).toBe('safe');
  expect(visits[1]?.stage.id).toBe('test');
  const media = visits.filter((visit) => visit.stage.id === 'media');
  expect(media.length).toBeGreaterThan(1);
  expect(media.every((visit) => visit.jobs.length === 1)).toBe(true);
  const days = visits.slice(2).map((visit) => visit.day);
  expect(new Set(days).size).toBe(days.length);
});

test('the calendar of the scenario holds the plan: every job that is due in twelve weeks, on a visit day of its place', () => {
  const places = levelPlan(evidence, plan.jobs, NOW);
  const all = { scope: null, siteId: null, systemId: null, personId: null };
  const visits = calendarVisits(evidence.snapshot, plan.jobs, places, all);
  expect(new Set(visits.map((one) => one.uid)).size).toBe(visits.length);
  for (const visit of visits) {
    const site = evidence.snapshot.content('site', visit.siteId);
    expect(site?.visits?.weekdays).toContain(weekdayOf(visit.day));
    // nine o'clock there, whatever the clocks do
    expect(new Date(visit.begins).toLocaleTimeString('en-GB', { timeZone: visit.zone })).toBe('09:00:00');
  }
  const named = new Set(
    visits.flatMap((visit) => visit.jobs.map((job) => `${job.system} ${job.thing} ${job.action}`)),
  );
  const due = plan.jobs.filter(
    (row) =>
      row.recommended !== null &&
      row.recommended < '2027-01-01' &&
      !['paused', 'left-off', 'held', 'look-first'].includes(row.state),
  );
  expect(due.length).toBeGreaterThan(40);
  const unplaced = new Set(places.flatMap((place) => place.unplaced.map((one) => one.jobId)));
  const lost = due.filter(
    (row) => !named.has(`${row.systemName} ${row.thing} ${row.action}`) && !unplaced.has(row.jobId),
  );
  expect(lost).toEqual([]);
  // one system: nothing of the others
  const one = { ...all, systemId: systemOf('Axolotl tank') };
  const own = calendarVisits(evidence.snapshot, plan.jobs, places, one);
  expect(new Set(own.flatMap((visit) => visit.jobs.map((job) => job.system)))).toEqual(
    new Set(['Axolotl tank']),
  );
});
