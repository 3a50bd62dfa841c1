import { Router } from 'express';
import * as v from 'valibot';
import { MailSetting, NetworkAccessSetting, TryMail } from '../../contract/access/account.ts';
import { byOf } from '../access/caller.ts';
import type { AccessParts } from '../access/accessParts.ts';
import { mailThrottle } from '../access/throttle.ts';
import { HttpProblem } from '../httpProblem.ts';
import { tryOut } from '../mail/letters.ts';
import { takenWord } from '../mail/post.ts';
import { CertificateProblem } from '../networkAccess/certificate.ts';

/** Whether it answers beyond this computer; the mail server. */
export function networkAccessRoutes(parts: AccessParts): Router {
  const { log, ownership, post } = parts;
  const view = async () => parts.networkAccess().view(parts.loopback(), await ownership.known());
  return Router()
    .get('/network-access', async (_req, res) => {
      res.json(await view());
    })
    .put('/network-access', async (req, res) => {
      const { wide, names } = v.parse(NetworkAccessSetting, req.body);
      if (wide && !(await ownership.known()))
        throw new HttpProblem(
          409,
          'An owner first',
          'Before it answers beyond this computer it needs an owner who signs in.',
          'Make the first owner, then open it.',
        );
      try {
        await parts.networkAccess().set(wide, names);
      } catch (error) {
        if (error instanceof CertificateProblem) throw new HttpProblem(409, 'No certificate', error.message);
        if ((error as NodeJS.ErrnoException).code === 'EADDRINUSE')
          throw new HttpProblem(
            409,
            'The port is taken',
            'Another program listens on the port for other devices.',
            'Start with another one: --wide-port.',
          );
        throw error;
      }
      const { who, address } = byOf(req);
      await log.write(who, wide ? 'opened it beyond this computer' : 'closed it to this computer', address);
      res.json(await view());
      // those who came from beyond have their answer; the port closes behind it
      if (!wide) res.once('close', () => void parts.networkAccess().narrow());
    })
    .get('/mail', (_req, res) => {
      const setting = post.setting();
      res.json(setting && { ...setting, password: null, hasPassword: setting.password !== '' });
    })
    .put('/mail', async (req, res) => {
      post.keep(v.parse(MailSetting, req.body));
      await log.write(byOf(req).who, 'changed the mail settings', byOf(req).address);
      res.json({});
    })
    .delete('/mail', async (req, res) => {
      post.forget();
      await log.write(byOf(req).who, 'took the mail settings away', byOf(req).address);
      res.json({});
    })
    .post('/mail/try', mailThrottle(), async (req, res) => {
      const { to } = v.parse(TryMail, req.body);
      res.json({ mailWord: takenWord(to, await post.send({ to, ...tryOut() })) });
    })
    .get('/mail/stand-in', (_req, res) => {
      if (!parts.standIn)
        throw new HttpProblem(404, 'Not found', 'Only the demonstration has a stand-in for mail.');
      res.json(parts.standIn());
    });
}
