import { resolve } from 'node:path';
import { Command } from 'commander';
import { serve, type Running } from '../../server/serve.ts';
import { defaultDataDir } from '../dataDir.ts';
import { BadInput } from '../exit.ts';
import { webDir } from '../webDir.ts';

export const DEFAULT_PORT = 4180;

export function portOf(text: string): number {
  const port = Number(text);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new BadInput(`“${text}” is not a port: a whole number from 0 to 65535 is needed.`);
  return port;
}

/** Serves until Ctrl C, or until the process is told to end. */
export async function untilStopped(running: Running): Promise<void> {
  running.desk.warm();
  await new Promise<void>((done) => {
    for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, done);
  });
  await running.stop();
  process.stderr.write('Stopped; everything is saved.\n');
}

export function serveCommand(): Command {
  return new Command('serve')
    .description('serve your own data on this computer')
    .option('--data <dir>', 'data directory', defaultDataDir())
    .option('--port <number>', 'port', String(DEFAULT_PORT))
    .action(async (options: { data: string; port: string }) => {
      const dataDir = resolve(options.data);
      const running = await serve({
        dataDir,
        port: portOf(options.port),
        webDir: webDir(),
        about: { dataDir },
      });
      process.stderr.write(
        `Data: ${dataDir}${running.copyBeforeMigration ? ` (older data were copied to ${running.copyBeforeMigration} first)` : ''}\n`,
      );
      process.stderr.write(
        `Jondrel answers this computer only, at\n\n  ${running.address}\n\nStop it with Ctrl C.\n`,
      );
      await untilStopped(running);
    });
}
