import { Router, type RequestHandler } from 'express';
import type { Right } from '../../contract/access/rights.ts';
import { callerOf, may, refuse } from './caller.ts';

/**
 * Every route and the right it asks for. What is not named here cannot be reached: the guard below stands in front of
 * all routes and knows no others.
 */
export const matrix = {
  'GET /authentication': 'anybody',
  'POST /access/first-owner': 'anybody',
  'POST /access/sign-in': 'anybody',
  'POST /access/sign-out': 'anybody',
  'POST /access/link': 'anybody',
  'POST /access/join': 'anybody',
  'POST /access/forgot': 'anybody',

  'GET /me/sessions': 'own.account',
  'DELETE /me/sessions/:id': 'own.account',
  'POST /me/sign-out-everywhere': 'own.account',
  'POST /me/password': 'own.account',

  'GET /accounts': 'people.manage',
  'POST /accounts': 'people.manage',
  'PUT /accounts/:id': 'people.manage',
  'POST /accounts/:id/reset': 'people.manage',
  'POST /accounts/:id/sign-out': 'people.manage',
  'GET /sign-in-log': 'people.manage',
  'GET /page-links': 'people.manage',
  'POST /page-links': 'people.manage',
  'POST /page-links/:id/revoke': 'people.manage',

  'GET /network-access': 'network.manage',
  'PUT /network-access': 'network.manage',
  'GET /mail': 'network.manage',
  'PUT /mail': 'network.manage',
  'DELETE /mail': 'network.manage',
  'POST /mail/try': 'network.manage',
  'GET /mail/stand-in': 'network.manage',

  'GET /week': 'week.read',
  'GET /changes': 'changes.follow',
  'GET /pictures/:id': 'pictures.read',
  'POST /device/readings': 'readings.send',

  'GET /about': 'records.read',
  'POST /work': 'records.write',
  'GET /snapshot': 'records.read',
  'GET /records': 'records.read',
  'GET /plan/changes': 'records.read',
  'GET /places': 'records.read',
  'GET /readings': 'records.read',
  'GET /records/:kind': 'records.read',
  'GET /records/:kind/:id': 'records.read',
  'GET /records/:kind/:id/revisions': 'records.read',
  'GET /calculators': 'records.read',
  'POST /calculators/:id': 'records.read',
  'GET /plan': 'records.read',
  'GET /plan/jobs/:jobId': 'records.read',
  'POST /plan/what-if': 'records.read',
  'GET /plan/power-cut': 'records.read',
  'POST /pictures': 'records.write',
  'GET /export': 'archive.export',
  'POST /import': 'archive.import',
  'POST /backup': 'backup',
  'GET /safekeeping': 'backup',
  'POST /import-csv/preview': 'records.write',
  'POST /import-csv': 'records.write',
  'POST /imports/:id/take-back': 'records.write',
  'GET /water': 'records.read',
  'GET /water/series': 'records.read',
  'GET /water/tests.csv': 'records.read',
  'GET /water/change': 'records.read',
  'GET /water/make-up': 'records.read',
  'GET /water/source': 'records.read',
  'GET /leads': 'records.read',
  'GET /rounds/off': 'records.read',
  'GET /rounds/running': 'records.read',
  'GET /rounds/readings/:id': 'records.read',
  'GET /rounds/:id/report': 'reports.read',
  'GET /rounds/:id/report.pdf': 'reports.read',
  'POST /rounds/:id/report/mail': 'records.write',
  'GET /rounds/:id/print.pdf': 'records.read',
  'GET /routes/:id/print.pdf': 'records.read',
  'GET /plan.ics': 'records.read',
  'GET /feeds/:token': 'anybody',
  'POST /sent-tests': 'tests.send',
  'GET /sheets': 'sheets.tick',
  'POST /sheets/ticks': 'sheets.tick',
} as const satisfies Record<string, Right | 'anybody'>;
export type RouteName = keyof typeof matrix;

type Method = 'get' | 'post' | 'put' | 'delete';

/** Stands before all routes. One that is not in the matrix is as if it were not there. */
export function guardRoutes(missing: RequestHandler): Router {
  const router = Router();
  guards.add(router);
  for (const [name, right] of Object.entries(matrix) as [RouteName, Right | 'anybody'][]) {
    const [method = '', path = ''] = name.split(' ');
    router[method.toLowerCase() as Method](path, (req, _res, next) => {
      const caller = callerOf(req);
      if (right !== 'anybody' && !may(caller, right)) throw refuse(caller);
      known.add(req);
      next();
    });
  }
  router.use((req, res, next) => {
    if (known.has(req)) next();
    else missing(req, res, next);
  });
  return router;
}
const known = new WeakSet<object>();
/** So that whoever lists the routes of the application can tell them from what stands before them. */
export const guards = new WeakSet<object>();
