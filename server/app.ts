import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express, type RequestHandler, type Response } from 'express';
import helmet from 'helmet';
import { requireHarmlessName } from '../contract/json.ts';
import type { Databases } from '../store/database.ts';
import type { Store } from '../store/store.ts';
import type { Planner } from './planning/planner.ts';
import type { Safekeeping } from './safekeeping/safekeeping.ts';
import { errorBorder } from './errorBorder.ts';
import { HttpProblem } from './httpProblem.ts';
import { requestLog } from './requestLog.ts';
import type { Logger } from 'pino';
import { type AccessParts } from './access/accessParts.ts';
import { callerOf } from './access/caller.ts';
import { cookieSessions } from './access/cookieSessions.ts';
import { hygiene } from './access/hygiene.ts';
import { identify } from './access/identify.ts';
import { guardRoutes } from './access/matrix.ts';
import { headerThrottle } from './access/throttle.ts';
import { calculatorRoutes } from './routes/calculators.ts';
import { archiveRoutes } from './routes/archive.ts';
import { importRoutes } from './routes/imports.ts';
import { changeRoutes } from './routes/changes.ts';
import { pictureRoutes } from './routes/pictures.ts';
import { placeRoutes } from './routes/places.ts';
import { planRoutes } from './routes/plan.ts';
import { calendarRoutes } from './routes/calendar.ts';
import { reportRoutes } from './routes/reports.ts';
import { sentTestRoutes } from './routes/sentTests.ts';
import { sheetRoutes } from './routes/sheets.ts';
import { roundRoutes } from './routes/rounds.ts';
import { recordRoutes } from './routes/records.ts';
import { waterRoutes } from './routes/water.ts';
import { waterWorkRoutes } from './routes/waterWork.ts';
import { authenticationRoutes } from './routes/authentication.ts';
import { peopleRoutes } from './routes/people.ts';
import { networkAccessRoutes } from './routes/networkAccess.ts';
import { weekRoutes } from './routes/week.ts';
import { LiveEvidence } from './liveEvidence.ts';

export interface AppParts {
  store: Store;
  planner: Planner;
  databases: Databases;
  access: AccessParts;
  /** Signs the cookies. */
  secret: string;
  dataDir: string;
  safekeeping: Safekeeping;
  now: () => number;
  log: (error: unknown) => void;
  /** One line a request. */
  requests: Logger;
  /** The built interface; absent while it is developed. */
  webDir: string | null;
  /** Facts about this installation that screens show. */
  about: Record<string, unknown>;
}

/** A stream of events is told as it happens, not when a block is full. */
const isStream = (res: Response): boolean =>
  String(res.getHeader('Content-Type')).startsWith('text/event-stream');

/** Of more records than so many a device holds the places that somebody chose. */
const LARGE_RECORDS = 60_000;

const json = express.json({ limit: '5mb', reviver: requireHarmlessName });
const shortJson = express.json({ limit: '20kb', reviver: requireHarmlessName });

/** Builds and wires the application; listens to nothing. */
export function buildApp(parts: AppParts): Express {
  const { store, planner, databases, access, dataDir, now } = parts;
  const evidence = new LiveEvidence(store);
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      // this computer's own plain http has nothing to upgrade to; beyond it plain http is another page on the same port
      strictTransportSecurity: false,
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
          upgradeInsecureRequests: null,
        },
      },
    }),
  );
  app.use(requestLog(parts.requests));
  app.use(compression({ filter: (req, res) => !isStream(res) && compression.filter(req, res) }));
  app.use(hygiene(() => access.networkAccess().wideNames()));
  const api = express.Router();
  api.use((_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });
  const missing: RequestHandler = (req) => {
    throw new HttpProblem(404, 'Not found', `There is nothing at ${req.baseUrl}${req.path}.`);
  };
  const { accounts, links, ownership, sessions, installation } = access;
  api.use(
    headerThrottle(),
    ...cookieSessions({ sessions, secret: parts.secret, installation, now }),
    identify(accounts, links, ownership),
    guardRoutes(missing),
    // a stranger has nothing long to say
    (req, res, next) => (callerOf(req).kind === 'nobody' ? shortJson : json)(req, res, next),
  );
  api.get('/about', async (_req, res) => {
    const isLarge = (await store.snapshot()).size > LARGE_RECORDS;
    res.json({ ...parts.about, isLarge, now: new Date(now()).toISOString() });
  });
  api.use(
    recordRoutes(store, dataDir),
    calculatorRoutes(),
    planRoutes(planner),
    placeRoutes(store, planner),
    authenticationRoutes(access),
    peopleRoutes(access, store),
    networkAccessRoutes(access),
    weekRoutes(store, evidence, planner, now),
    changeRoutes(store, planner, access),
    pictureRoutes(store, dataDir),
    archiveRoutes(store, databases, dataDir, parts.safekeeping, now),
    importRoutes(store, databases),
    waterRoutes(store, evidence, now),
    roundRoutes(evidence, now),
    reportRoutes(store, evidence, planner, access, dataDir),
    sheetRoutes(store, evidence, now),
    sentTestRoutes(store, evidence, access, parts.log, now),
    calendarRoutes(store, planner, links, now),
    waterWorkRoutes(store, evidence, planner, now),
  );
  api.use(missing);
  app.use('/api', api);
  if (parts.webDir && existsSync(parts.webDir)) serveWeb(app, parts.webDir);
  app.use(missing);
  app.use(errorBorder(parts.log));
  return app;
}

function serveWeb(app: Express, webDir: string): void {
  app.use('/assets', express.static(join(webDir, 'assets'), { immutable: true, maxAge: '1y' }));
  app.use(express.static(webDir, { index: false }));
  app.get('/{*any}', (_req, res) => {
    res.set('Cache-Control', 'no-store').sendFile(join(webDir, 'index.html'));
  });
}
