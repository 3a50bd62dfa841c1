import { randomBytes } from 'node:crypto';
import { createServer, type RequestListener } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Express } from 'express';
import { pino } from 'pino';
import { removeDrafts } from '../store/leftovers.ts';
import { Accounts } from '../store/access/accounts.ts';
import { SignInLog } from '../store/access/signInLog.ts';
import { installationIn } from '../store/access/installation.ts';
import { PageLinks } from '../store/access/pageLinks.ts';
import { hashToken, newCode } from '../store/access/secrets.ts';
import { Sessions } from '../store/access/sessions.ts';
import { stampOf } from '../store/backup.ts';
import { openDatabases, type Databases } from '../store/database.ts';
import { takeLock } from '../store/lock.ts';
import { KeptPlans } from '../store/keptPlans.ts';
import { Store } from '../store/store.ts';
import { cameBy, type Listener } from './access/caller.ts';
import type { AccessParts, Received } from './access/accessParts.ts';
import { Ownership } from './access/identify.ts';
import { Live } from './access/live.ts';
import { buildApp } from './app.ts';
import { withoutSecrets } from './logged.ts';
import { Post } from './mail/post.ts';
import { Planner } from './planning/planner.ts';
import { Safekeeping } from './safekeeping/safekeeping.ts';
import type { OwnFiles } from './networkAccess/certificate.ts';
import { KeyFolder } from './networkAccess/keyFolder.ts';
import { NetworkAccess } from './networkAccess/networkAccess.ts';

export interface ServeOptions {
  dataDir: string;
  port: number;
  webDir: string | null;
  /** Shown in the interface, for example that these are demonstration data. */
  about?: Record<string, unknown>;
  /** Milliseconds; tests set their own. */
  now?: () => number;
  /** Of certificates: other machines judge them by their own clocks, not by this program's. Absent: `now`. */
  certificateClock?: () => number;
  /** Answer beyond this computer; absent: as it was set before. */
  wide?: boolean;
  widePort?: number;
  /** Further names it answers to. */
  names?: string[];
  own?: OwnFiles | null;
  /** This computer's addresses and names; tests say theirs. */
  here?: () => string[];
  standIn?: () => Received[];
  /** Where the log goes; standard error unless a test listens. */
  logTo?: NodeJS.WritableStream;
}
export interface Running {
  address: string;
  store: Store;
  planner: Planner;
  access: AccessParts;
  safekeeping: Safekeeping;
  app: Express;
  copyBeforeMigration: string | null;
  stop: () => Promise<void>;
}

const HOST = '127.0.0.1';
export const DEFAULT_WIDE_PORT = 4443;

/** Opens a data directory and serves it until stopped: on loopback, and beyond it where that was asked for. */
export async function serve(options: ServeOptions): Promise<Running> {
  const now = options.now ?? Date.now;
  const log = pino(
    { level: process.env.JONDREL_LOG ?? 'warn', serializers: { err: withoutSecrets } },
    options.logTo ?? pino.destination({ dest: 2, sync: true }),
  );
  const release = takeLock(options.dataDir, `the server at http://localhost:${options.port}`);
  try {
    const databases = await openDatabases(options.dataDir, `before-migration-${stampOf(now())}.sqlite`);
    removeDrafts(options.dataDir);
    const store = new Store(databases, now);
    await store.snapshot();
    const warn = (error: unknown) => log.error({ err: error });
    const planner = new Planner(
      { store, kept: new KeptPlans(databases, store), file: databases.file },
      now,
      warn,
    );
    const keys = new KeyFolder(options.dataDir);
    const safekeeping = new Safekeeping({ store, dataDir: options.dataDir, now, warn });
    const { access, begin } = await accessParts(options, { databases, store, keys, now, warn });
    const app = buildApp({
      ...{ store, planner, databases, access, safekeeping, now },
      dataDir: options.dataDir,
      secret: keys.once(
        'cookies.secret',
        () => randomBytes(32).toString('base64url'),
        'everybody signs in once more',
      ),
      webDir: options.webDir,
      about: options.about ?? {},
      log: warn,
      requests: log,
    });
    const by =
      (listener: Listener): RequestListener =>
      (req, res) => {
        cameBy(req, listener);
        (app as RequestListener)(req, res);
      };
    const server = createServer(by('loopback'));
    await new Promise<void>((resolve, reject) => {
      server.once('error', reject);
      server.listen(options.port, HOST, resolve);
    });
    const address = `http://localhost:${(server.address() as AddressInfo).port}`;
    const close = async (): Promise<void> => {
      safekeeping.stop();
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      await planner.stop();
      await databases.reader.destroy();
      await databases.writer.destroy();
    };
    const networkAccess = await begin(address, by('wide')).catch(async (error: unknown) => {
      await close();
      throw error;
    });
    const stop = async (): Promise<void> => {
      await networkAccess.stop();
      await close();
      release();
    };
    safekeeping.begin();
    return {
      address,
      store,
      planner,
      safekeeping,
      access,
      app,
      copyBeforeMigration: databases.copyBeforeMigration,
      stop,
    };
  } catch (error) {
    release();
    throw error;
  }
}

interface Made {
  databases: Databases;
  store: Store;
  keys: KeyFolder;
  now: () => number;
  warn: (error: unknown) => void;
}

/** Who may come in, and where from. The port beyond loopback opens once the application is there to answer on it. */
async function accessParts(
  options: ServeOptions,
  { databases, store, keys, now, warn }: Made,
): Promise<{
  access: AccessParts;
  begin: (loopback: string, app: RequestListener) => Promise<NetworkAccess>;
}> {
  const installation = await installationIn(databases);
  const log = new SignInLog(databases, now);
  const accounts = new Accounts({ databases, store, log, now });
  const ownership = new Ownership(accounts);
  const wide = options.wide ?? installation.wide;
  const code = wide && !(await ownership.known()) ? newCode() : null;
  const state: { networkAccess: NetworkAccess | null; loopback: string } = {
    networkAccess: null,
    loopback: '',
  };
  const access: AccessParts = {
    ...{ accounts, log, ownership, now },
    sessions: new Sessions(databases, now),
    links: new PageLinks(databases, log, now),
    post: new Post(keys),
    live: new Live(),
    networkAccess: () => {
      if (!state.networkAccess) throw new Error('asked before the server listens');
      return state.networkAccess;
    },
    loopback: () => state.loopback,
    firstCode: code === null ? null : { shown: code, hash: hashToken(code) },
    installation: installation.name,
    standIn: options.standIn ?? null,
  };
  const begin = async (loopback: string, app: RequestListener): Promise<NetworkAccess> => {
    const names = [...new Set([...installation.names, ...(options.names ?? [])])];
    const networkAccess = new NetworkAccess({
      ...{ databases, keys, app, log: warn },
      now: options.certificateClock ?? now,
      installation: { ...installation, names },
      port: options.widePort ?? DEFAULT_WIDE_PORT,
      own: options.own ?? null,
      ...(options.here ? { here: options.here } : {}),
    });
    Object.assign(state, { networkAccess, loopback });
    if (wide || options.wide === false) await networkAccess.set(wide, names);
    return networkAccess;
  };
  return { access, begin };
}
