import { Command } from 'commander';
import { isRealDay, noonOf } from '../../core/time/day.ts';
import { calendarVisits } from '../../usecases/calendar.ts';
import { levelPlan } from '../../usecases/levelling/levelPlan.ts';
import { evidenceOf } from '../../model/water/testedWater.ts';
import { instantAtOf, makePlan, planEntries } from '../../usecases/plan/plan.ts';
import { settingOf } from '../../model/settings.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import { icsOf } from '../../server/calendar/ics.ts';
import { snapshotOfArchive } from '../../store/archive.ts';
import { linesOfFile } from '../../store/archiveFile.ts';
import { Store } from '../../store/store.ts';
import { defaultDataDir, withReading } from '../dataDir.ts';
import { BadInput } from '../exit.ts';
import { now } from '../clock.ts';

interface Options {
  data: string;
  archive?: string;
  at: string;
  days?: string;
  json: boolean;
  ics: boolean;
}

export function planCommand(): Command {
  return new Command('plan')
    .description('every job with its date, window, state and reason')
    .option('--data <dir>', 'data directory', defaultDataDir())
    .option('--archive <file>', 'plan from an archive instead')
    .requiredOption('--at <date>', 'a day (its end, at each place) or an instant')
    .option('--days <number>', 'only what is recommended within so many days')
    .option('--json', 'as JSON', false)
    .option('--ics', 'the visits of the next twelve weeks for a calendar', false)
    .action(async (options: Options) => {
      const days = options.days === undefined ? null : Number(options.days);
      if (days !== null && (!Number.isInteger(days) || days < 0))
        throw new BadInput(`--days: “${options.days}” is not a whole number of days.`);
      if (!isRealDay(options.at) && !/T.+(Z|[+-]\d{2}:\d{2})$/.test(options.at))
        throw new BadInput(
          `--at: “${options.at}” is neither a day (2026-11-25) nor an instant with its offset.`,
        );
      if (!isRealDay(options.at) && Number.isNaN(Date.parse(options.at)))
        throw new BadInput(`--at: there is no such time as “${options.at}”.`);
      const snapshot = await snapshotOf(options);
      const plan = makePlan(snapshot, instantAtOf(options.at), options.at);
      const entries = planEntries(plan, days);
      if (options.ics) {
        const from = isRealDay(options.at)
          ? noonOf(options.at, settingOf(snapshot).homeZone)
          : Date.parse(options.at);
        const asked = { scope: null, siteId: null, systemId: null, personId: null };
        const visits = calendarVisits(
          snapshot,
          plan.jobs,
          levelPlan(evidenceOf(snapshot), plan.jobs, from),
          asked,
        );
        process.stdout.write(icsOf('Visits', visits, settingOf(snapshot).dateFormat, from));
      } else if (options.json)
        process.stdout.write(`${JSON.stringify({ at: options.at, jobs: entries }, null, 1)}\n`);
      else
        for (const entry of entries)
          process.stdout.write(
            `${entry.recommended ?? 'no date'}  ${entry.state.padEnd(12)} ${entry.target}: ${entry.action}. ${entry.sentence}\n`,
          );
    });
}

async function snapshotOf(options: Options): Promise<Snapshot> {
  if (options.archive !== undefined)
    return snapshotOfArchive(linesOfFile(options.archive, () => Promise.resolve()));
  return withReading(options.data, (databases) => new Store(databases, now).snapshot());
}
