import { Router } from 'express';
import * as v from 'valibot';
import { systemsWithin } from '../../usecases/access/scope.ts';
import { faultsOf, questionsOf, sentWork } from '../../usecases/water/sentTests.ts';
import { SendTests, type SentAnswer } from '../../contract/water/sentTests.ts';
import { StoreProblem } from '../../store/problems.ts';
import type { Store } from '../../store/store.ts';
import { callerOf } from '../access/caller.ts';
import type { AccessParts } from '../access/accessParts.ts';
import type { LiveEvidence } from '../liveEvidence.ts';
import { sentTestsLetter } from '../mail/letters.ts';

/** Tests that whoever lives beside the tank sends: judged at once, the house told, what follows answered in sentences. */
export function sentTestRoutes(
  store: Store,
  evidence: LiveEvidence,
  access: AccessParts,
  log: (error: unknown) => void,
  now: () => number,
): Router {
  return Router().post('/sent-tests', async (req, res) => {
    const sent = v.parse(SendTests, req.body);
    const { account, scope } = callerOf(req);
    const known = await evidence.now();
    // water one may not know of is water that is not there
    if (!systemsWithin(known.snapshot, scope).includes(sent.systemId)) throw StoreProblem.notFound('system');
    const before = known.snapshot.content('sent-tests', sent.id);
    if (before) return void res.json({ said: before.said } satisfies SentAnswer);
    // a slip of what cannot be is asked about too: then it says what it may have been meant to be
    const asked = sent.sure ? [] : questionsOf(known, sent, now());
    if (asked.length > 0) return void res.json({ asked } satisfies SentAnswer);
    const faults = faultsOf(sent);
    if (faults.length > 0)
      throw StoreProblem.invalid(
        faults.map(({ at, text }) => ({ pointer: `/values/${at}/shown`, detail: text })),
      );
    const at = new Date(now()).toISOString();
    const { writes, said } = sentWork(known, sent, { at, whoId: account?.personId ?? null });
    await store.apply({ writes, who: account?.name ?? sent.from, why: 'tests sent in' });
    res.status(201).json({ said } satisfies SentAnswer);
    void tell(sent.systemId, sent.from, said).catch(log);
  });

  /** By mail to those who do the work, where mail is set up; on Today they stand anyway. */
  async function tell(systemId: string, from: string, said: readonly string[]): Promise<void> {
    if (!access.post.setting()) return;
    const { snapshot } = await evidence.now();
    const system = snapshot.content('system', systemId)?.name ?? '';
    const { subject, text } = sentTestsLetter(system, from, said);
    for (const { mail, role, state } of await access.accounts.list()) {
      if (mail === null || state === 'shut' || (role !== 'owner' && role !== 'keeper')) continue;
      try {
        await access.post.send({ to: mail, subject, text });
      } catch (error) {
        // they stand on Today all the same
        log(error);
      }
    }
  }
}
