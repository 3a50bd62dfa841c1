import { beforeAll, describe, expect, test } from 'vitest';
import { awayPlan } from '../usecases/away/awayPlan.ts';
import { farPlaces } from '../usecases/levelling/farAhead.ts';
import { placesOf } from '../usecases/levelling/levelPlan.ts';
import { endOfToday, makePlan, type Plan } from '../usecases/plan/plan.ts';
import { bringFor } from '../usecases/round/bring.ts';
import { buildRound, fittingsFor, proposedJobs } from '../usecases/round/build.ts';
import { offOfRounds } from '../usecases/round/offList.ts';
import { recoveryOf } from '../usecases/round/recovery.ts';
import { standInConflicts } from '../usecases/round/redundancy.ts';
import { biologicalConflicts } from '../usecases/round/spacing.ts';
import { sheetProposal } from '../usecases/sitter/sheets.ts';
import { Snapshot } from '../model/snapshot.ts';
import { evidenceOf, type Evidence } from '../model/water/testedWater.ts';
import { demoRecords } from './records.ts';

// A screen holds every record but the readings, too many to send: what it works out by itself comes to the same as on
// the server only as long as it needs none of them.

const TODAY = '2026-11-25';
const NOW = Date.parse(`${TODAY}T14:20:00Z`);
let server: Evidence;
let screen: Evidence;
let plan: Plan;
beforeAll(() => {
  const records = demoRecords(TODAY);
  server = evidenceOf(Snapshot.of(records));
  screen = evidenceOf(Snapshot.of(records.filter(({ kind }) => kind !== 'reading')));
  plan = makePlan(server.snapshot, endOfToday(NOW), TODAY);
}, 60_000);

const sites = (): string[] => server.snapshot.all('site').map((site) => site.id);
const dueAt = (siteId: string): string[] =>
  proposedJobs(plan.jobs, siteId, '2026-12-02').map((row) => row.jobId);

const sheetOf = (of: Evidence, siteId: string) => {
  const asked = { siteId, from: '2026-11-28', to: '2026-12-14', helper: { everyDays: 2, minutes: 15 } };
  return sheetProposal(awayPlan(of, plan.jobs, asked), asked);
};

describe('without the readings it comes to the same', () => {
  test.each<[string, (of: Evidence) => unknown]>([
    ['the plan to be levelled', (of) => placesOf(of, plan.jobs, NOW).map(({ instance }) => instance)],
    ['a year', (of) => farPlaces(of, plan.jobs, NOW, 12).map(({ place }) => place.instance)],
    [
      'an absence',
      (of) =>
        sites().map((siteId) =>
          awayPlan(of, plan.jobs, {
            ...{ siteId, from: '2026-11-28', to: '2026-12-14', helper: { everyDays: 2, minutes: 15 } },
          }),
        ),
    ],
    [
      'a round, what it brings, what it conflicts with',
      (of) =>
        sites().map((siteId) => {
          const ids = dueAt(siteId);
          return [
            fittingsFor(of, ids),
            buildRound(of, ids),
            bringFor(of, ids),
            biologicalConflicts(of, ids, TODAY),
            standInConflicts(of, ids, new Set()),
          ];
        }),
    ],
    ['what rounds left off', (of) => offOfRounds(of.snapshot, of.index)],
    ['a recovery', (of) => of.snapshot.all('system').map((system) => recoveryOf(of, system.id, TODAY))],
    ['a sitter’s sheet', (of) => sites().map((id) => sheetOf(of, id))],
  ])('%s', (_what, work) => {
    const whole = work(server);
    // it is not nothing that is compared
    expect(JSON.stringify(whole).length).toBeGreaterThan(1);
    expect(work(screen)).toEqual(whole);
  });
});
