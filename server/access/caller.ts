import type { Request } from 'express';
import { rightsOf, type CallerKind, type Right } from '../../contract/access/rights.ts';
import type { Scope } from '../../usecases/access/scope.ts';
import type { By } from '../../store/access/accounts.ts';
import type { AccountRow, SessionRow } from '../../store/access/rows.ts';
import { HttpProblem } from '../httpProblem.ts';

/** By which listener a request came: from this computer, or from beyond it. */
export type Listener = 'loopback' | 'wide';

/** Who asks, and what that allows. */
export interface Caller {
  kind: CallerKind;
  scope: Scope;
  account: AccountRow | null;
  session: SessionRow | null;
  /** The secret link it came by. */
  linkId: string | null;
}
export const nobody: Caller = {
  kind: 'nobody',
  scope: { siteIds: [], systemIds: [] },
  account: null,
  session: null,
  linkId: null,
};

const listeners = new WeakMap<object, Listener>();
const callers = new WeakMap<object, Caller>();

/** Said by the listener that took the request, never by anything in the request. */
export function cameBy(req: object, listener: Listener): void {
  listeners.set(req, listener);
}
export const listenerOf = (req: object): Listener => listeners.get(req) ?? 'wide';
export function setCaller(req: object, caller: Caller): void {
  callers.set(req, caller);
}
export const callerOf = (req: object): Caller => callers.get(req) ?? nobody;

export const may = (caller: Caller, right: Right): boolean => rightsOf(caller.kind).includes(right);
/** An older address that came in by a newer socket is written as it is known. */
export const addressOf = (req: Request): string =>
  (req.socket.remoteAddress ?? 'unknown').replace(/^::ffff:(?=\d+\.)/, '');
export const byOf = (req: Request): By => ({
  who: callerOf(req).account?.name ?? (callerOf(req).kind === 'alone' ? 'this computer' : 'a stranger'),
  address: addressOf(req),
});

export function refuse(caller: Caller): HttpProblem {
  return caller.kind === 'nobody'
    ? new HttpProblem(401, 'Sign in first', 'You are not signed in.', 'Sign in, then try again.')
    : new HttpProblem(403, 'Not for you', 'Your account does not allow this.', 'Ask an owner.');
}
