import type { Request, RequestHandler, Response } from 'express';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';

/** A part of an address that opens something by itself: the token of a calendar. */
const SECRET = /(\/feeds\/)[^/]+/;

/** An address as it may stand in a log: what follows a question mark may be anything, a token opens a door. */
export const pathWithoutSecrets = (url: string): string => (url.split('?')[0] ?? '').replace(SECRET, '$1…');

/**
 * One line a request: what was asked, what came of it, how long it took. Neither headers nor bodies nor queries, which
 * hold passwords, cookies and tokens. What failed here is an error, what was refused is information, the rest is for whoever
 * looks for a fault (JONDREL_LOG=debug).
 */
export function requestLog(logger: Logger): RequestHandler {
  return pinoHttp<Request, Response>({
    logger,
    customLogLevel: (_req, { statusCode }) =>
      statusCode >= 500 ? 'error' : statusCode >= 400 ? 'info' : 'debug',
    customSuccessMessage: (req, { statusCode }) => lineOf(req, statusCode),
    customErrorMessage: (req, { statusCode }) => lineOf(req, statusCode),
    serializers: {
      req: () => undefined,
      res: () => undefined,
      // the border has logged it whole
      err: () => undefined,
    },
    customAttributeKeys: { responseTime: 'ms' },
  });
}
const lineOf = ({ method, originalUrl }: Request, status: number): string =>
  `${method} ${pathWithoutSecrets(originalUrl)} ${status}`;
