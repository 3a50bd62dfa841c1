import { createHash } from 'node:crypto';
import type { Request, RequestHandler, Response } from 'express';
import ipaddr from 'ipaddr.js';
import { RateLimiterMemory } from 'rate-limiter-flexible';
import { HttpProblem } from '../httpProblem.ts';
import { addressOf, callerOf, listenerOf } from './caller.ts';

// Guessing is slowed: by whom it aims at and where it comes from, together. Whoever guesses at a name from one place keeps
// nobody out at another, least of all at the computer that serves.

const WINDOW_S = 15 * 60;
const DAY_S = 86_400;

/** Tries that cost nothing: fingers slip. */
export const FREE_TRIES = 5;
/** On this computer nobody waits longer: it is the way round. */
const LONGEST_HERE_S = 60;
/** Of a name from everywhere but this computer in a day: many addresses share one guesser. */
const TRIES_OF_NAME = 300;
const TRIES_OF_ADDRESS = 60;

/** Seconds until the next try counts, after so many wrong ones in a row: none, then twice as long each time. */
export const delayAfter = (wrong: number, longest = WINDOW_S): number =>
  wrong < FREE_TRIES ? 0 : Math.min(longest, 2 ** (wrong - FREE_TRIES + 1));

/** An address as it is counted: of the sixth version a house has a whole range. */
function addressKey(req: Request): string {
  const text = addressOf(req);
  if (!ipaddr.isValid(text)) return text;
  const address = ipaddr.parse(text);
  return address.kind() === 'ipv4' ? text : address.toByteArray().slice(0, 7).join('.');
}
const from = (req: Request): string => `${listenerOf(req)} ${addressKey(req)}`;
/** As long as any other: what is typed for a name may be a book. */
const nameKey = (req: Request): string => {
  const { account } = callerOf(req);
  const { signIn } = (req.body ?? {}) as { signIn?: unknown };
  const name = account?.id ?? (typeof signIn === 'string' ? signIn.trim().toLowerCase() : '');
  return createHash('sha256').update(name).digest('base64url');
};

/** Says when to come again. @returns seconds */
function comeAgain(res: Response, waitMs: number): number {
  const seconds = Math.max(1, Math.ceil(waitMs / 1000));
  res.setHeader('Retry-After', String(seconds));
  return seconds;
}
function tooMany(res: Response, waitMs: number): HttpProblem {
  const seconds = comeAgain(res, waitMs);
  return new HttpProblem(
    429,
    'Too many tries',
    `Too many tries. The next one counts in ${seconds < 90 ? `${seconds} s` : `${Math.ceil(seconds / 60)} min`}.`,
    'Wait, or ask an owner for a link to choose another password. On the computer that serves, “./jondrel reset-password” is the way round.',
  );
}
const wasRefused = ({ statusCode }: Response): boolean => statusCode >= 400 && statusCode < 500;

/** So many refused tries of a key in a window; what went through counts for nothing. */
function limited(
  points: number,
  duration: number,
  keyOf: (req: Request) => string | null,
  counts: (req: Request, res: Response) => boolean = (_req, res) => wasRefused(res),
  refusal = tooMany,
): RequestHandler {
  const tries = new RateLimiterMemory({ points, duration });
  return (req, res, next) => {
    const key = keyOf(req);
    if (key === null) return void next();
    // counted before it is answered: tries side by side are tries
    tries.consume(key).then(
      () => {
        // whoever hangs up has learned nothing, and a line that stays open ends some day too
        res.once('close', () => {
          if (!counts(req, res)) void tries.reward(key);
        });
        next();
      },
      (spent: { msBeforeNext: number }) => next(refusal(res, spent.msBeforeNext)),
    );
  };
}

/** A name and where it is typed, together: what is counted as one guesser. */
const pairKey = (req: Request): string => `${from(req)} ${nameKey(req)}`;

/**
 * After some wrong tries each one more waits twice as long.
 * @param proved where a name was signed in from
 */
function growing(proved: Set<string>): RequestHandler {
  const wrong = new RateLimiterMemory({ points: Number.MAX_SAFE_INTEGER, duration: DAY_S });
  const waits = new RateLimiterMemory({ points: 1, duration: WINDOW_S });
  const guard = async (req: Request, res: Response): Promise<HttpProblem | null> => {
    const key = pairKey(req);
    const waiting = await waits.get(key);
    if (waiting && waiting.consumedPoints > 1) return tooMany(res, waiting.msBeforeNext);
    const { consumedPoints } = await wrong.penalty(key);
    const delay = delayAfter(consumedPoints, listenerOf(req) === 'loopback' ? LONGEST_HERE_S : WINDOW_S);
    if (delay > 0) await waits.block(key, delay);
    res.once('finish', () => {
      if (wasRefused(res)) return;
      proved.add(key);
      void wrong.delete(key);
      void waits.delete(key);
    });
    return null;
  };
  return (req, res, next) => {
    guard(req, res).then((problem) => next(problem ?? undefined), next);
  };
}

/** Names and passwords: of one's own one too. */
export function signInThrottle(): RequestHandler[] {
  const proved = new Set<string>();
  const isHere = (req: Request): boolean => listenerOf(req) === 'loopback';
  return [
    limited(TRIES_OF_ADDRESS, WINDOW_S, (req) => (isHere(req) ? null : from(req))),
    limited(TRIES_OF_NAME, DAY_S, (req) => (isHere(req) || proved.has(pairKey(req)) ? null : nameKey(req))),
    growing(proved),
  ];
}
/** Codes, links and tokens are long: few tries are ever honest. */
export const tokenThrottle = (): RequestHandler => limited(20, WINDOW_S, from);
/** Tokens that come along with a request: of devices and secret links. One that is known counts for nothing. */
export const headerThrottle = (): RequestHandler =>
  limited(
    60,
    WINDOW_S,
    (req) => (req.headers.authorization === undefined ? null : from(req)),
    (req, res) => wasRefused(res) && callerOf(req).kind === 'nobody',
  );
/** Mails go out: however it answers, it counts. By person, or by where it comes from. @param tries in a quarter of an hour */
export const mailThrottle = (tries = 5): RequestHandler =>
  limited(
    tries,
    WINDOW_S,
    (req) => callerOf(req).account?.id ?? from(req),
    () => true,
    (res, waitMs) => {
      comeAgain(res, waitMs);
      return new HttpProblem(
        429,
        'Too many tries',
        'Mail was asked for too often.',
        'Wait a quarter of an hour.',
      );
    },
  );
