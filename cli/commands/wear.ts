import { Command } from 'commander';
import { text } from 'node:stream/consumers';
import { answerWearLines } from '../../contract/wearCases.ts';
import { BadInput } from '../exit.ts';

export function wearCommand(): Command {
  return new Command('wear')
    .description('windows and days for histories given as lines of JSON on standard input')
    .requiredOption('--ndjson', 'one case a line in, one answer a line out')
    .action(async () => {
      const answers = answerWearLines((await text(process.stdin)).split('\n'));
      process.stdout.write(answers.map((answer) => `${JSON.stringify(answer)}\n`).join(''));
      const bad = answers.filter((answer) => 'error' in answer).length;
      if (bad > 0)
        throw new BadInput(
          `${bad} ${bad === 1 ? 'line was' : 'lines were'} malformed; the rest is answered.`,
        );
    });
}
