import { resolve } from 'node:path';
import { Command } from 'commander';
import { dayOf } from '../../core/time/day.ts';
import { demoIn, makeDemo } from '../../demo/make.ts';
import { StandInMail } from '../../demo/standInMail.ts';
import { takeLock } from '../../store/lock.ts';
import { addressWords } from '../addressWords.ts';
import { webDir } from '../webDir.ts';
import { reachOf, started, untilStopped, withNetworkAccess, type NetworkAccessOptions } from './serve.ts';
import { now } from '../clock.ts';

const ZONE = 'Europe/Berlin';
const STALE_DAYS = 7;

export function demoCommand(): Command {
  return withNetworkAccess(
    new Command('demo')
      .description('make the demonstration data if absent, and serve them')
      .option('--data <dir>', 'data directory', './data-demo')
      .option('--fresh', 'make the data anew', false)
      .option('--make-only', 'make the data and end', false),
  ).action(async (options: NetworkAccessOptions & { data: string; fresh: boolean; makeOnly: boolean }) => {
    const dataDir = resolve(options.data);
    const today = dayOf(now(), ZONE);
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
    const mail = new StandInMail(now);
    const running = await started({
      ...{ dataDir, webDir: webDir(), about: { dataDir, demo } },
      standIn: () => mail.letters,
      ...reachOf(options),
    });
    const { post } = running.access;
    // a server that somebody set stays; the stand-in of an earlier run is gone with it
    if (post.setting()?.from === STAND_IN_FROM || !post.setting())
      post.keep({
        ...{ host: '127.0.0.1', port: await mail.listen(), secure: false, user: '', password: '' },
        from: STAND_IN_FROM,
      });
    process.stderr.write(`Demonstration data: ${dataDir}\n${addressWords(running)}\nStop it with Ctrl C.\n`);
    await untilStopped(running);
    await mail.close();
  });
}
const STAND_IN_FROM = 'demonstration@jondrel.example';
