import type { RequestHandler } from 'express';
import { HttpProblem } from './errorBorder.ts';

const LOOPBACK = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

/**
 * Until there is sign-in the server answers this computer only: a foreign Host is refused (a web page elsewhere
 * could point its own name here), and so is a write that another site's page sends.
 */
export const loopbackGuard: RequestHandler = (req, _res, next) => {
  if (!LOOPBACK.test(req.headers.host ?? '')) {
    throw new HttpProblem(
      421,
      'Not for this address',
      'This server answers at localhost only.',
      'Open it on the computer it runs on, under the address it printed.',
    );
  }
  const origin = req.headers.origin;
  const reads = req.method === 'GET' || req.method === 'HEAD';
  if (!reads && origin !== undefined && origin !== `http://${req.headers.host}`) {
    throw new HttpProblem(403, 'Not from here', 'A page of another site may not write here.');
  }
  next();
};
