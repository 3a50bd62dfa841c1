import { Router, type Request } from 'express';
import * as v from 'valibot';
import {
  FirstOwner,
  Forgot,
  Join,
  SignIn,
  TokenOnly,
  type AuthenticationView,
} from '../../contract/access/account.ts';
import { rightsOf, roles } from '../../contract/access/rights.ts';
import { hashToken } from '../../store/access/secrets.ts';
import { byOf, callerOf, listenerOf } from '../access/caller.ts';
import { cookieName, signInHere } from '../access/cookieSessions.ts';
import type { AccessParts } from '../access/accessParts.ts';
import { mailThrottle, signInThrottle, tokenThrottle } from '../access/throttle.ts';
import { HttpProblem } from '../httpProblem.ts';
import { newPassword } from '../mail/letters.ts';

const wrong = () =>
  new HttpProblem(
    401,
    'Not signed in',
    'Name and password do not fit.',
    'Try again. An owner can make a link for another password.',
  );
const deadLink = () =>
  new HttpProblem(
    410,
    'This link has ended',
    'This link has been used, revoked or is too old.',
    'Ask for another one.',
  );
export const untilWord = (at: number): string =>
  new Date(at).toISOString().slice(0, 16).replace('T', ' ') + ' UTC';

/** The door: what anybody may know, the first owner, signing in and out, links that come once. */
export function authenticationRoutes(parts: AccessParts): Router {
  const { accounts, sessions, log, ownership, post, live } = parts;
  const view = async (req: Request): Promise<AuthenticationView> => {
    const caller = callerOf(req);
    const { account, kind } = caller;
    const owned = await ownership.known();
    return {
      signIn: account ? 'done' : owned ? 'needed' : listenerOf(req) === 'loopback' ? 'none' : 'claim',
      beyondThisComputer: parts.networkAccess().isWide,
      mail: post.setting() !== null,
      now: new Date(parts.now()).toISOString(),
      me: account && {
        accountId: account.id,
        ...{ personId: account.personId, name: account.name, signIn: account.signIn, role: account.role },
        rights: rightsOf(kind),
        ...{ siteIds: account.siteIds, systemIds: account.systemIds },
      },
    };
  };
  return Router()
    .get('/authentication', async (req, res) => {
      res.json(await view(req));
    })
    .post('/access/first-owner', tokenThrottle(), async (req, res) => {
      const said = v.parse(FirstOwner, req.body);
      const { firstCode } = parts;
      if (listenerOf(req) === 'wide' && (!firstCode || hashToken(said.code) !== firstCode.hash)) {
        await log.write('a stranger', 'gave a wrong code for the first owner', byOf(req).address);
        throw new HttpProblem(
          403,
          'The code does not fit',
          'This is not the code that the server printed.',
          'Read it where the server was started: it is new at each start.',
        );
      }
      const account = await accounts.claim(said, byOf(req));
      await signInHere(req, sessions, account);
      await live.recheck();
      res.status(201).json({ accountId: account.id });
    })
    .post('/access/sign-in', ...signInThrottle(), async (req, res) => {
      const { signIn, password } = v.parse(SignIn, req.body);
      const account = await accounts.check(signIn, password);
      const { address } = byOf(req);
      if (!account) {
        // what was typed for a name may be a password that slipped into the wrong field
        const known = await accounts.bySignIn(signIn);
        await log.write(
          known?.name ?? 'an unknown name',
          'was refused: name and password do not fit',
          address,
        );
        throw wrong();
      }
      await signInHere(req, sessions, account);
      await log.write(account.name, 'signed in', address);
      res.json({ accountId: account.id });
    })
    .post('/access/sign-out', async (req, res) => {
      const { account } = callerOf(req);
      if (account) {
        await new Promise<void>((done) => req.session.destroy(() => done()));
        await log.write(account.name, 'signed out', byOf(req).address);
        await live.recheck();
      }
      res.clearCookie(cookieName(parts.installation), { path: '/', secure: true, httpOnly: true });
      res.json({});
    })
    .post('/access/link', tokenThrottle(), async (req, res) => {
      const found = await accounts.linkOf(v.parse(TokenOnly, req.body).token);
      if (!found) throw deadLink();
      const { account, purpose } = found;
      res.json({ purpose, name: account.name, signIn: account.signIn, role: account.role });
    })
    .post('/access/join', tokenThrottle(), async (req, res) => {
      const { token, password } = v.parse(Join, req.body);
      const account = await accounts.useLink(token, password, byOf(req));
      if (!account) throw deadLink();
      await signInHere(req, sessions, account);
      await live.recheck();
      res.json({ accountId: account.id });
    })
    .post('/access/forgot', mailThrottle(), async (req, res) => {
      const { signIn } = v.parse(Forgot, req.body);
      if (!post.setting())
        throw new HttpProblem(
          409,
          'No mail',
          'No mail is set up here.',
          'Ask an owner for a link, or run “./jondrel reset-password” on the computer that serves.',
        );
      const account = await accounts.bySignIn(signIn);
      // the answer is the same whether or not there is such a person
      res.status(202).json({});
      const usable =
        account && !account.disabled && account.secretHash !== null && roles[account.role].signsIn;
      if (!usable || !account.mail) return;
      const { token, until } = await accounts.offerReset(account.id, byOf(req));
      const words = newPassword(account.name, {
        link: linkTo(parts, 'join', token),
        trustFirst: trustFirst(parts),
        until: untilWord(until),
      });
      await post.trySend(account.mail, words.subject, words.text);
    });
}

/** Where a link leads: the first address beyond this computer, else this computer. The token stays behind the #. */
export function linkTo(parts: AccessParts, page: 'join' | 'shared', token: string): string {
  return `${parts.networkAccess().addresses()[0] ?? parts.loopback()}/${page}#${token}`;
}
/** The visits of a secret link as a feed: calendars cannot send what stands behind a #. */
export function feedOf(parts: AccessParts, token: string): string {
  return `${parts.networkAccess().addresses()[0] ?? parts.loopback()}/api/feeds/${token}`;
}
/** The page that walks a device through trusting the local authority; null where that is not needed. */
export function trustFirst(parts: AccessParts): string | null {
  const { certificate, trustPages } = parts.networkAccess().view(parts.loopback(), true);
  return certificate?.kind === 'local authority' ? (trustPages[0] ?? null) : null;
}
