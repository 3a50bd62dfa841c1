import { ipKeyGenerator, rateLimit, type Options, type RateLimitRequestHandler } from 'express-rate-limit';
import type { Request } from 'express';
import { HttpProblem } from '../errorBorder.ts';
import { addressOf, callerOf } from './caller.ts';

const MINUTE_MS = 60_000;
const WINDOW_MS = 15 * MINUTE_MS;

/** Guessing is slowed: by where it comes from, and by whom it aims at. Only what was refused counts. */
function limited(
  tries: number,
  keyOf: (req: Request) => string,
  more: Pick<Partial<Options>, 'skip' | 'requestWasSuccessful'> = {},
): RateLimitRequestHandler {
  return rateLimit({
    windowMs: WINDOW_MS,
    limit: tries,
    keyGenerator: keyOf,
    skipSuccessfulRequests: true,
    ...more,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (_req, res, next) => {
      const wait = Number(res.getHeader('Retry-After') ?? WINDOW_MS / 1000);
      next(
        new HttpProblem(
          429,
          'Too many tries',
          `Too many tries. The next one counts in ${Math.max(1, Math.ceil(wait / 60))} min.`,
          'Wait, or ask an owner for a link to choose another password.',
        ),
      );
    },
  });
}
const aimedAt = (req: Request): string => {
  const { signIn } = (req.body ?? {}) as { signIn?: unknown };
  return typeof signIn === 'string' ? signIn.trim().toLowerCase().slice(0, 120) : '';
};
const from = (req: Request): string => ipKeyGenerator(addressOf(req));

/** Per address 20, per person 10 in a quarter of an hour. */
export const signInThrottle = (): RateLimitRequestHandler[] => [
  limited(20, from),
  limited(10, (req) => `${aimedAt(req)}`),
];
/** Codes, links and tokens are long: few tries are ever honest. */
export const tokenThrottle = (): RateLimitRequestHandler => limited(20, from);
/** Tokens that come along with a request: of devices and secret links. */
export const headerThrottle = (): RateLimitRequestHandler =>
  limited(60, from, {
    skip: (req) => req.headers.authorization === undefined,
    // one that is known counts for nothing, whatever it is refused after that
    requestWasSuccessful: (req) => callerOf(req).kind !== 'nobody',
  });
/** Mails go out: however it answers, it counts. */
export const mailThrottle = (): RateLimitRequestHandler =>
  rateLimit({
    windowMs: WINDOW_MS,
    limit: 5,
    keyGenerator: from,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (_req, _res, next) => {
      next(
        new HttpProblem(
          429,
          'Too many tries',
          'A link was asked for too often.',
          'Wait a quarter of an hour.',
        ),
      );
    },
  });
