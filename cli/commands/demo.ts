import { resolve } from 'node:path';
import { Command } from 'commander';
import { dayOf } from '../../core/time/day.ts';
import { demoIn, makeDemo } from '../../demo/make.ts';
import { serve } from '../../server/serve.ts';
import { takeLock } from '../../store/lock.ts';
import { webDir } from '../webDir.ts';
import { DEFAULT_PORT, portOf, untilStopped } from './serve.ts';

const ZONE = 'Europe/Berlin';
const STALE_DAYS = 7;

export function demoCommand(): Command {
  return new Command('demo')
    .description('make the demonstration data if absent, and serve them')
    .option('--data <dir>', 'data directory', './data-demo')
    .option('--port <number>', 'port', String(DEFAULT_PORT))
    .option('--fresh', 'make the data anew', false)
    .option('--make-only', 'make the data and end', false)
    .action(async (options: { data: string; port: string; fresh: boolean; makeOnly: boolean }) => {
      const dataDir = resolve(options.data);
      const today = dayOf(Date.now(), ZONE);
      if (options.fresh || !demoIn(dataDir, today)) {
        process.stderr.write('Making the demonstration data …\n');
        // refuse to pull the data from under a server
        takeLock(dataDir, 'the making of demo data')();
        await makeDemo(dataDir, today);
      }
      if (options.makeOnly) return;
      const demo = demoIn(dataDir, today) ?? undefined;
      if (demo && demo.ageDays > STALE_DAYS)
        process.stderr.write(
          `The demonstration data are ${demo.ageDays} days old: much will be overdue. “npm run demo -- --fresh” makes them anew.\n`,
        );
      const running = await serve({
        dataDir,
        port: portOf(options.port),
        webDir: webDir(),
        about: { dataDir, demo },
      });
      process.stderr.write(
        `Jondrel with demonstration data answers this computer only, at\n\n  ${running.address}\n\nStop it with Ctrl C.\n`,
      );
      await untilStopped(running);
    });
}
