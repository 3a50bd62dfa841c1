import { Router, type Request } from 'express';
import * as v from 'valibot';
import {
  ChangeAccount,
  Invite,
  NewPageLink,
  NewPassword,
  type Shown,
} from '../../contract/access/account.ts';
import { byOf, callerOf } from '../access/caller.ts';
import { signInHere } from '../access/cookieSessions.ts';
import type { AccessParts } from '../access/accessParts.ts';
import { signInThrottle } from '../access/throttle.ts';
import { HttpProblem } from '../httpProblem.ts';
import { invitation, newPassword } from '../mail/letters.ts';
import { StoreProblem } from '../../store/problems.ts';
import type { Store } from '../../store/store.ts';
import { feedOf, linkTo, trustFirst, untilWord } from './authentication.ts';

const instant = (at: number | null): string | null => (at === null ? null : new Date(at).toISOString());

/** One's own devices and password; the people who come in; secret links; what happened at the door. */
export function peopleRoutes(parts: AccessParts, store: Store): Router {
  const { accounts, sessions, links, log, live, post, now } = parts;
  const mine = (req: Request) => {
    const { account, session } = callerOf(req);
    if (!account) throw StoreProblem.notFound('account');
    return { account, session };
  };
  const requireThere = async (siteIds: readonly string[], systemIds: readonly string[]): Promise<void> => {
    const snapshot = await store.snapshot();
    if (siteIds.some((id) => !snapshot.get('site', id)))
      throw StoreProblem.invalid([{ pointer: '/siteIds', detail: 'A place named does not exist.' }]);
    if (systemIds.some((id) => !snapshot.get('system', id)))
      throw StoreProblem.invalid([{ pointer: '/systemIds', detail: 'A system named does not exist.' }]);
  };
  return Router()
    .get('/me/sessions', async (req, res) => {
      const { account, session } = mine(req);
      res.json(await sessions.list(account.id, session?.id ?? null));
    })
    .delete('/me/sessions/:id', async (req, res) => {
      const { account } = mine(req);
      if (!(await sessions.end(account.id, req.params.id))) throw StoreProblem.notFound('device');
      await log.write(account.name, 'signed a device out', byOf(req).address);
      await live.recheck();
      res.json({});
    })
    .post('/me/sign-out-everywhere', async (req, res) => {
      const { account } = mine(req);
      const devices = await sessions.endAll(account.id);
      await log.write(account.name, 'signed out everywhere', byOf(req).address);
      await live.recheck();
      res.json({ devices });
    })
    .post('/me/password', ...signInThrottle(), async (req, res) => {
      const { account } = mine(req);
      const { old, password } = v.parse(NewPassword, req.body);
      if (!(await accounts.changePassword(account.id, old, password, byOf(req))))
        throw new HttpProblem(422, 'Not changed', 'The old password is not right.', 'Type it again.', '/old');
      // all devices are signed out; this one comes back in under a new id
      await signInHere(req, sessions, account);
      await live.recheck();
      res.json({});
    })
    .get('/accounts', async (_req, res) => {
      res.json(await accounts.list());
    })
    .post('/accounts', async (req, res) => {
      const said = v.parse(Invite, req.body);
      await requireThere(said.siteIds, said.systemIds);
      const { account, token, until } = await accounts.invite(said, byOf(req));
      const isDevice = until === null;
      const link = isDevice ? '' : linkTo(parts, 'join', token);
      const letter = invitation(account.name, byOf(req).who, account.role, {
        link,
        trustFirst: trustFirst(parts),
        until: untilWord(until ?? 0),
      });
      const posted = isDevice
        ? { mailed: false, mailWord: 'Put it into the device: it is shown this once.' }
        : await post.trySend(account.mail, letter.subject, letter.text);
      res.status(201).json({
        id: account.id,
        token,
        link,
        trustFirst: trustFirst(parts),
        until: instant(until),
        ...posted,
      } satisfies Shown);
    })
    .put('/accounts/:id', async (req, res) => {
      const said = v.parse(ChangeAccount, req.body);
      await requireThere(said.siteIds, said.systemIds);
      await accounts.change(req.params.id, said, byOf(req));
      await live.recheck();
      res.json({});
    })
    .post('/accounts/:id/reset', async (req, res) => {
      const { account, token, until } = await accounts.offerReset(req.params.id, byOf(req));
      const link = linkTo(parts, 'join', token);
      const letter = newPassword(account.name, {
        link,
        trustFirst: trustFirst(parts),
        until: untilWord(until),
      });
      const posted = await post.trySend(account.mail, letter.subject, letter.text);
      res.json({
        id: account.id,
        token,
        link,
        trustFirst: trustFirst(parts),
        until: instant(until),
        ...posted,
      } satisfies Shown);
    })
    .post('/accounts/:id/sign-out', async (req, res) => {
      const account = await accounts.get(req.params.id);
      const devices = await sessions.endAll(account.id);
      await log.write(byOf(req).who, `signed ${account.name} out everywhere`, byOf(req).address);
      await live.recheck();
      res.json({ devices });
    })
    .get('/sign-in-log', async (_req, res) => {
      res.json(await log.list());
    })
    .get('/page-links', async (_req, res) => {
      res.json(await links.list());
    })
    .post('/page-links', async (req, res) => {
      const said = v.parse(NewPageLink, req.body);
      await requireThere([said.siteId], said.systemIds);
      const { token, row } = await links.make(said, byOf(req));
      const link = linkTo(parts, 'shared', token);
      const until = instant(row.endsAt);
      const shown: Shown = {
        id: row.id,
        token,
        link,
        feed: feedOf(parts, token),
        trustFirst: trustFirst(parts),
        until,
        mailed: false,
        mailWord: 'It is shown this once.',
      };
      res.status(201).json(shown);
    })
    .post('/page-links/:id/revoke', async (req, res) => {
      await links.revoke(req.params.id, byOf(req));
      await live.recheck();
      res.json({ at: new Date(now()).toISOString() });
    });
}
