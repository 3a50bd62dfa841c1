import { randomBytes } from 'node:crypto';
import type { Request, RequestHandler } from 'express';
import session, { Store as SessionStore, type SessionData } from 'express-session';
import bowser from 'bowser';
import type { AccountRow, SessionRow } from '../../store/access/rows.ts';
import type { Sessions } from '../../store/access/sessions.ts';
import { hashExactly } from '../../store/access/secrets.ts';
import { addressOf, listenerOf } from './caller.ts';

declare module 'express-session' {
  interface SessionData {
    /** What the cookie stands for. */
    found: { session: SessionRow; account: AccountRow };
    /** Somebody signs in, or gets another id in place of `before`. */
    start: { accountId: string; device: string; address: string; before: SessionRow | null };
  }
}

const DAY_MS = 86_400_000;
/** The browser forgets after this; the server ends sessions by its own clock. */
const COOKIE_MS = 90 * DAY_MS;
/** A cookie that was copied is worth nothing after this, or shows. */
const ROTATE_MS = DAY_MS;
/** Only where a window asks alone and is answered at once: two requests side by side would each get an id. */
const ROTATES = '/authentication';

type Done = (error?: unknown) => void;
/** The package's answers are callbacks; a fault of the database goes to the error border. */
const answer = <T>(work: Promise<T>, done: ((error?: unknown, value?: T) => void) | undefined): void => {
  work.then(
    (value) => done?.(null, value),
    (error: unknown) => done?.(error),
  );
};

/** Sessions of cookies, kept in the database by the hash of what the cookie holds. */
class KeptSessions extends SessionStore {
  private readonly sessions: Sessions;
  constructor(sessions: Sessions) {
    super();
    this.sessions = sessions;
  }
  override get(id: string, done: (error: unknown, data?: SessionData | null) => void): void {
    const data = async (): Promise<SessionData | null> => {
      const found = await this.sessions.find(id);
      const cookie = { originalMaxAge: COOKIE_MS } as SessionData['cookie'];
      return found ? ({ cookie, found } as SessionData) : null;
    };
    answer(data(), done);
  }
  override set(id: string, { start }: SessionData, done?: Done): void {
    const { before, ...said } = start;
    answer(this.sessions.keep(id, said, before), done);
  }
  override touch(_id: string, { found }: SessionData, done?: Done): void {
    answer(this.sessions.seen(found.session, found.session.address), done);
  }
  override destroy(id: string, done?: Done): void {
    const end = async (): Promise<void> => {
      const found = await this.sessions.find(id);
      if (found) await this.sessions.end(found.account.id, hashExactly(id));
    };
    answer(end(), done);
  }
  /** Another id; what becomes of the old one is said by whoever asked (it holds for requests under way). */
  override regenerate(req: Request, done: (error?: unknown) => unknown): void {
    (this as unknown as { generate: (req: Request) => void }).generate(req);
    done();
  }
}

export interface CookieParts {
  sessions: Sessions;
  secret: string;
  installation: string;
  now: () => number;
}
/** `__Host-`: this host only, all paths, Secure; with the installation's name, since cookies do not know ports. */
export const cookieName = (installation: string): string => `__Host-jondrel-${installation}`;
const cookie = { httpOnly: true, secure: true, sameSite: 'strict', path: '/' } as const;

export function cookieSessions({ sessions, secret, installation, now }: CookieParts): RequestHandler[] {
  const read = session({
    name: cookieName(installation),
    secret,
    store: new KeptSessions(sessions),
    genid: () => randomBytes(32).toString('base64url'),
    resave: false,
    saveUninitialized: false,
    cookie: { ...cookie, maxAge: COOKIE_MS },
  });
  return [
    (req, _res, next) => {
      // browsers hold this computer's own plain address for trustworthy and take Secure cookies from it
      if (listenerOf(req) === 'loopback') Object.defineProperty(req, 'secure', { value: true });
      next();
    },
    read,
    (req, _res, next) => {
      const { found } = req.session;
      if (!found || req.path !== ROTATES || now() - found.session.rotatedAt < ROTATE_MS) return next();
      const { accountId, device } = found.session;
      const start = { accountId, device, address: addressOf(req), before: found.session };
      req.session.regenerate((error?: unknown) => {
        if (error) return next(error);
        req.session.found = found;
        req.session.start = start;
        next();
      });
    },
  ];
}

/** Signs somebody in on this device: always under a new id; whoever was here before is signed out. */
export async function signInHere(req: Request, sessions: Sessions, account: AccountRow): Promise<void> {
  const { found } = req.session;
  if (found) await sessions.end(found.account.id, found.session.id);
  await new Promise<void>((done, fail) =>
    req.session.regenerate((error?: unknown) => (error ? fail(asError(error)) : done())),
  );
  req.session.start = {
    accountId: account.id,
    device: deviceWord(req.headers['user-agent'] ?? ''),
    address: addressOf(req),
    before: null,
  };
  await new Promise<void>((done, fail) =>
    req.session.save((error?: unknown) => (error ? fail(asError(error)) : done())),
  );
}
const asError = (error: unknown): Error => (error instanceof Error ? error : new Error(String(error)));

/** "Chrome on Android": enough to know one's phone again in a list. */
function deviceWord(agent: string): string {
  if (agent === '') return 'a program';
  const { browser, os } = bowser.parse(agent);
  return [browser.name ?? 'a browser', os.name].filter(Boolean).join(' on ');
}
