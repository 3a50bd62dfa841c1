import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { stampOf } from '../store/backup.ts';
import { openDatabases } from '../store/database.ts';
import { takeLock } from '../store/lock.ts';
import { KeptPlans } from '../store/keptPlans.ts';
import { Store } from '../store/store.ts';
import { buildApp } from './app.ts';
import { PlanDesk } from './planning/planDesk.ts';

export interface ServeOptions {
  dataDir: string;
  port: number;
  webDir: string | null;
  /** Shown in the interface, for example that these are demonstration data. */
  about?: Record<string, unknown>;
  /** Milliseconds; tests set their own. */
  now?: () => number;
}
export interface Running {
  address: string;
  store: Store;
  desk: PlanDesk;
  copyBeforeMigration: string | null;
  stop: () => Promise<void>;
}

const HOST = '127.0.0.1';

/** Opens a data directory and serves it on loopback until stopped. */
export async function serve(options: ServeOptions): Promise<Running> {
  const now = options.now ?? Date.now;
  const log = pino({ level: process.env.JONDREL_LOG ?? 'warn' }, pino.destination({ dest: 2, sync: true }));
  const release = takeLock(options.dataDir, `the server at http://localhost:${options.port}`);
  try {
    const databases = await openDatabases(options.dataDir, `before-migration-${stampOf(now())}.sqlite`);
    const store = new Store(databases, now);
    await store.snapshot();
    const warn = (error: unknown) => log.error(error);
    const desk = new PlanDesk(
      { store, kept: new KeptPlans(databases, store), file: databases.file },
      now,
      warn,
    );
    const app = buildApp({
      store,
      desk,
      databases,
      dataDir: options.dataDir,
      now,
      webDir: options.webDir,
      about: options.about ?? {},
      log: warn,
    });
    const server = app.listen(options.port, HOST);
    await new Promise<void>((resolve, reject) => {
      server.once('listening', resolve);
      server.once('error', reject);
    });
    const { port } = server.address() as AddressInfo;
    const stop = async (): Promise<void> => {
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      await desk.stop();
      await databases.reader.destroy();
      await databases.writer.destroy();
      release();
    };
    return {
      address: `http://localhost:${port}`,
      store,
      desk,
      copyBeforeMigration: databases.copyBeforeMigration,
      stop,
    };
  } catch (error) {
    release();
    throw error;
  }
}
