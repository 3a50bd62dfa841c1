import { Command } from 'commander';
import { dayOf, isRealDay } from '../../core/time/day.ts';
import { evidenceOf } from '../../model/water/testedWater.ts';
import { instantAtOf, makePlan } from '../../usecases/plan/plan.ts';
import { printedRound, type PrintedRound } from '../../usecases/round/printed.ts';
import { oxygenLeftWord, shortWord } from '../../core/explain/stillWord.ts';
import { Store } from '../../store/store.ts';
import { now } from '../clock.ts';
import { defaultDataDir, withReading } from '../dataDir.ts';
import { BadInput } from '../exit.ts';

interface Options {
  data: string;
  place: string;
  on?: string;
  all: boolean;
  json: boolean;
}

export function roundCommand(): Command {
  return new Command('round')
    .description('the round of the next visit of a place, as it would be offered')
    .option('--data <dir>', 'data directory', defaultDataDir())
    .requiredOption('--place <name>', 'the place, by its name')
    .option('--on <date>', 'as of this day; today unless said')
    .option('--all', 'everything that is due, whatever the minutes of the visit', false)
    .option('--json', 'as JSON', false)
    .action(async (options: Options) => {
      if (options.on !== undefined && !isRealDay(options.on))
        throw new BadInput(`--on: “${options.on}” is not a day (2026-11-25).`);
      const snapshot = await withReading(options.data, (databases) => new Store(databases, now).snapshot());
      const sites = snapshot.all('site');
      const wanted = options.place.trim().toLowerCase();
      const site = sites.find((one) => one.content.name.toLowerCase() === wanted);
      if (!site)
        throw new BadInput(
          `--place: there is no “${options.place}”. There is: ${sites.map((one) => one.content.name).join(', ')}.`,
        );
      const today = options.on ?? dayOf(now(), site.content.timeZone);
      const plan = makePlan(snapshot, instantAtOf(today), today);
      const round = printedRound(evidenceOf(snapshot), plan, site, { today, all: options.all });
      process.stdout.write(options.json ? `${JSON.stringify(round, null, 1)}\n` : asRead(round));
    });
}

/** The round as one reads it. */
function asRead(round: PrintedRound): string {
  const { place, date, visitMinutes, minutes, steps, waits, named, oxygen, short } = round;
  const there = visitMinutes === null ? '' : ` of ${visitMinutes} min`;
  return [
    `${place}, ${date}: ${steps.length} steps, ${minutes} min${there}`,
    ...steps.map((step) => `${String(step.startMin).padStart(4)}  ${step.text} (${step.minutes} min)`),
    ...(named.length > 0
      ? ['', ...named.map((one) => `${one.harm ? 'Not so: ' : 'Mind: '}${one.text}`)]
      : []),
    ...short.map((one) => `Mind: ${shortWord(one.system, one)}`),
    ...oxygen.map((one) => oxygenLeftWord(one.system, one)),
    ...(waits.length > 0
      ? [
          '',
          `Waits until ${waits[0]?.untilDate ?? ''}:`,
          ...waits.map((one) => `      ${one.text}${chanceWord(one.chance)}`),
        ]
      : []),
    '',
  ].join('\n');
}
const chanceWord = (chance: number | null): string =>
  chance === null ? '' : `, due by then: ${Math.round(100 * chance)} in 100`;
