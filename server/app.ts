import { existsSync } from 'node:fs';
import { join } from 'node:path';
import express, { type Express } from 'express';
import helmet from 'helmet';
import type { Databases } from '../store/database.ts';
import type { Store } from '../store/store.ts';
import type { PlanDesk } from './planning/planDesk.ts';
import { errorBorder, HttpProblem } from './errorBorder.ts';
import { loopbackGuard } from './loopbackGuard.ts';
import { calculatorRoutes } from './routes/calculators.ts';
import { archiveRoutes } from './routes/archive.ts';
import { importRoutes } from './routes/imports.ts';
import { changeRoutes } from './routes/changes.ts';
import { pictureRoutes } from './routes/pictures.ts';
import { planRoutes } from './routes/plan.ts';
import { recordRoutes } from './routes/records.ts';
import { waterRoutes } from './routes/water.ts';
import { waterWorkRoutes } from './routes/waterWork.ts';
import { EvidenceDesk } from './evidenceDesk.ts';

export interface AppParts {
  store: Store;
  desk: PlanDesk;
  databases: Databases;
  dataDir: string;
  now: () => number;
  log: (error: unknown) => void;
  /** The built interface; absent while it is developed. */
  webDir: string | null;
  /** Facts about this installation that screens show. */
  about: Record<string, unknown>;
}

/** Builds and wires the application; listens to nothing. */
export function buildApp(parts: AppParts): Express {
  const { store, desk, databases, dataDir, now } = parts;
  const evidence = new EvidenceDesk(store);
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      // plain http on loopback: nothing to upgrade to
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
          frameAncestors: ["'none'"],
          upgradeInsecureRequests: null,
        },
      },
    }),
  );
  app.use(loopbackGuard);
  const api = express.Router();
  api.use(express.json({ limit: '5mb' }));
  api.use((_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });
  api.get('/about', (_req, res) => {
    res.json({ ...parts.about, now: new Date(now()).toISOString() });
  });
  api.use(
    recordRoutes(store),
    calculatorRoutes(),
    planRoutes(desk),
    changeRoutes(store, desk),
    pictureRoutes(store, dataDir),
    archiveRoutes(store, databases, dataDir, now),
    importRoutes(store, databases),
    waterRoutes(evidence, now),
    waterWorkRoutes(store, evidence, desk, now),
  );
  api.use((req) => {
    throw new HttpProblem(404, 'Not found', `There is nothing at ${req.originalUrl}.`);
  });
  app.use('/api', api);
  if (parts.webDir && existsSync(parts.webDir)) serveWeb(app, parts.webDir);
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
