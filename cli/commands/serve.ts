import { resolve } from 'node:path';
import { Command } from 'commander';
import { CertificateProblem } from '../../server/networkAccess/certificate.ts';
import { DEFAULT_WIDE_PORT, serve, type Running, type ServeOptions } from '../../server/serve.ts';
import { defaultDataDir } from '../dataDir.ts';
import { BadInput } from '../exit.ts';
import { addressWords } from '../addressWords.ts';
import { webDir } from '../webDir.ts';
import { now } from '../clock.ts';

export const DEFAULT_PORT = 4180;

export function portOf(text: string): number {
  const port = Number(text);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new BadInput(`“${text}” is not a port: a whole number from 0 to 65535 is needed.`);
  return port;
}

/** Serves until Ctrl C, or until the process is told to end. */
export async function untilStopped(running: Running): Promise<void> {
  running.planner.warm();
  await new Promise<void>((done) => {
    for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, done);
  });
  await running.stop();
  process.stderr.write('Stopped; everything is saved.\n');
}

export interface NetworkAccessOptions {
  port: string;
  /** undefined: as it was set in the settings. */
  wide?: boolean;
  widePort: string;
  name: string[];
  cert?: string;
  key?: string;
}

/** The flags of whoever starts a server. */
export const withNetworkAccess = (command: Command): Command =>
  command
    .option('--port <number>', 'port on this computer', String(DEFAULT_PORT))
    .option('--wide', 'answer phones and other computers too, with sign-in and over https')
    .option('--no-wide', 'answer this computer only, from now on')
    .option('--wide-port <number>', 'port for other devices', String(DEFAULT_WIDE_PORT))
    .option('--name <name...>', 'further names this computer answers to', [])
    .option('--cert <file>', 'your own certificate (PEM)')
    .option('--key <file>', 'its key (PEM)');

export function reachOf(options: NetworkAccessOptions): Partial<ServeOptions> & { port: number } {
  const { cert, key } = options;
  if ((cert === undefined) !== (key === undefined))
    throw new BadInput('A certificate of your own needs both --cert and --key.');
  return {
    port: portOf(options.port),
    widePort: portOf(options.widePort),
    names: options.name,
    ...(options.wide === undefined ? {} : { wide: options.wide }),
    ...(cert !== undefined && key !== undefined
      ? { own: { certFile: resolve(cert), keyFile: resolve(key) } }
      : {}),
  };
}

/** Starts a server by the program's clock; what stands in its way is said in a sentence. */
export async function started(options: ServeOptions): Promise<Running> {
  try {
    return await serve({ ...options, now, certificateClock: Date.now });
  } catch (error) {
    if (error instanceof CertificateProblem) throw new BadInput(error.message);
    const { code, port } = error as { code?: string; port?: number };
    if (code === 'EADDRINUSE')
      throw new BadInput(
        `Port ${port ?? ''} is taken by another program: choose another with --port or --wide-port.`,
      );
    throw error;
  }
}

export function serveCommand(): Command {
  return withNetworkAccess(
    new Command('serve')
      .description('serve your own data')
      .option('--data <dir>', 'data directory', defaultDataDir()),
  ).action(async (options: NetworkAccessOptions & { data: string }) => {
    const dataDir = resolve(options.data);
    const running = await started({ dataDir, webDir: webDir(), about: { dataDir }, ...reachOf(options) });
    process.stderr.write(
      `Data: ${dataDir}${running.copyBeforeMigration ? ` (older data were copied to ${running.copyBeforeMigration} first)` : ''}\n`,
    );
    process.stderr.write(`${addressWords(running)}\nStop it with Ctrl C.\n`);
    await untilStopped(running);
  });
}
