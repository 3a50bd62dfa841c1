import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { Link, useNavigate } from 'react-router';
import { asRefusal } from '../../../../core/errors.ts';
import { refusalWord } from '../../../../core/explain/refusalWord.ts';
import type { RecordContent, Stored } from '../../../../contract/records.ts';
import type { ChangeFacts } from '../../../../usecases/water/changeFacts.ts';
import { useClock, useSetting, useSnapshot } from '../../../api/data.ts';
import { usePersonHere } from '../../../api/person.ts';
import { creating, deleting, revising } from '../../../api/writing.tsx';
import { Choice } from '../../../parts/Choice.tsx';
import { relativeWord, writeDay } from '../../../parts/dates.ts';
import { DayField } from '../../../parts/DayField.tsx';
import { ProblemNote } from '../../../parts/ProblemNote.tsx';
import { useAmounts } from '../../../parts/useAmounts.ts';
import { useFixedIds } from '../../../parts/useFixedIds.ts';
import { useKept } from '../../../parts/useKept.ts';
import { useSend } from '../../../parts/useSend.ts';
import { contentOf, firstDraft, planOf, type ChangeDraft } from './draft.ts';
import { doneWrites } from './doneWrites.ts';
import { Equipment } from './Equipment.tsx';
import { Outcome } from './Outcome.tsx';
import { Stores } from './Stores.tsx';
import { storeReadings } from './storeReadings.ts';
import { SystemRows } from './SystemRows.tsx';

/** The planner: who gets how much of what, worked out while it is typed; kept for the visit, then logged from here. */
export function ChangePlanner({
  facts,
  plan: kept,
  asked,
  due,
  pick,
}: {
  facts: ChangeFacts;
  plan: Stored<'change-plan'> | null;
  asked: string | null;
  /** Systems whose change is due by the next visit. */
  due: readonly string[];
  pick: React.ReactNode;
}) {
  const snapshot = useSnapshot();
  const { dateFormat } = useSetting();
  const amounts = useAmounts();
  const clock = useClock();
  const here = usePersonHere();
  const navigate = useNavigate();
  const [ids, renew] = useFixedIds();
  const { send, pending, error } = useSend();
  const initial = useMemo(() => firstDraft(facts, kept, asked, due), [facts, kept, asked, due]);
  const [draft, setDraft, forget, touched] = useKept<ChangeDraft>(
    `change ${facts.siteId} ${kept?.id ?? `new ${asked ?? ''}`}`,
    initial,
  );
  const worked = useMemo(() => workedOut(facts, draft), [facts, draft]);
  const { plan } = worked;
  const given = plan?.systems.filter((one) => one.litres > 0) ?? [];
  const content = plan && given.length > 0 ? contentOf(facts, draft, plan) : null;

  const keep = async (): Promise<void> => {
    if (!content) return;
    const write = kept
      ? // based on the plan as it stood when the typing began: a change made meanwhile is a conflict and not lost
        revising({ ...kept, version: draft.basedOn ?? kept.version }, { ...content, note: kept.content.note })
      : creating('change-plan', content, ids);
    const at = new Date(clock()).toISOString();
    const { sent } = await send(
      [...storeReadings(facts, draft, snapshot, at, here.id), write],
      `Changes for ${writeDay(draft.day, facts.today, dateFormat)} are planned.`,
    );
    if (!sent) return;
    renew();
    forget();
    void navigate(`/water/change?site=${facts.siteId}&plan=${kept?.id ?? ids.id}`, { replace: true });
  };
  const logDone = async (): Promise<void> => {
    if (!kept) return;
    const at = new Date(clock()).toISOString();
    const { sent } = await send(
      doneWrites(kept, facts, snapshot, at, here.id, amounts.litres),
      'The changes are logged. See that all is back on.',
    );
    if (sent) forget();
  };
  const typed = touched && JSON.stringify(draft) !== JSON.stringify(initial);
  // what the stores hold has changed since it was kept: what would be logged is not what would be drawn
  const moved = kept !== null && content !== null && !typed && differs(content, kept.content);
  const what = !kept ? 'new' : typed || moved ? 'changed' : 'stands';
  const action = (
    <Action what={what} can={content !== null} pending={pending} onKeep={keep} onDone={logDone} />
  );
  return (
    <main className="page">
      <header className="head">
        <h1>Plan a change</h1>
        {pick}
        <span className="facts">
          {kept
            ? `planned for ${writeDay(kept.content.day, facts.today, dateFormat)}, ${relativeWord(kept.content.day, facts.today)}`
            : 'not kept yet'}
        </span>
        <span className="grow" />
        <Link className="btn2" to={`/water/make-up?site=${facts.siteId}`}>
          Make-up
        </Link>
        {typed && kept && (
          <button type="button" className="btn2" onClick={forget}>
            As it was kept
          </button>
        )}
        {kept && (
          <button
            type="button"
            className="btn2"
            disabled={pending}
            onClick={() => void send([deleting(kept)], 'The plan was dropped.')}
          >
            Drop this plan
          </button>
        )}
        <span className="hide-phone">{action}</span>
      </header>
      <div className="changepage">
        <div className="datum">
          <section className="changehead">
            <DayField label="On" value={draft.day} onChange={(day) => setDraft({ ...draft, day })} />
            <Choice
              label="If there is not enough"
              value={draft.ifShort}
              options={[
                { value: 'scale', label: 'Less for all' },
                { value: 'worst-first', label: 'The worst first' },
              ]}
              onChange={(ifShort) => setDraft({ ...draft, ifShort })}
            />
            <Choice
              label="The store, by then"
              value={draft.matched ? 'matched' : 'as-is'}
              options={[
                { value: 'matched', label: 'Matched' },
                { value: 'as-is', label: 'As it stands' },
              ]}
              onChange={(value) => setDraft({ ...draft, matched: value === 'matched' })}
            />
          </section>
          <SystemRows facts={facts} draft={draft} plan={plan} onChange={setDraft} />
          <Stores facts={facts} draft={draft} plan={plan} onChange={setDraft} />
          <Equipment draft={draft} onChange={setDraft} />
        </div>
        <div>
          {worked.refusal && (
            <p className="problem" role="alert">
              {worked.refusal}
            </p>
          )}
          <ProblemNote error={error} />
          {moved && (
            <p className="datum late" style={{ paddingTop: 10 }}>
              The stores give other litres now than when it was planned: keep the changes before it is carried
              out.
            </p>
          )}
          {plan && <Outcome facts={facts} plan={plan} draft={draft} kept={kept} />}
        </div>
      </div>
      <div className="only-phone">
        <div className="foot-veil" />
        <div className="foot-action">{action}</div>
      </div>
    </main>
  );
}

/** The one filled action: keep what is new or changed; a plan that stands as it was kept is carried out. */
function Action({
  what,
  can,
  pending,
  onKeep,
  onDone,
}: {
  what: 'new' | 'changed' | 'stands';
  can: boolean;
  pending: boolean;
  onKeep: () => Promise<void>;
  onDone: () => Promise<void>;
}) {
  return what === 'stands' ? (
    <Button variant="contained" disabled={pending} onClick={() => void onDone()}>
      Log it done
    </Button>
  ) : (
    <Button variant="contained" disabled={pending || !can} onClick={() => void onKeep()}>
      {what === 'new' ? 'Keep this plan' : 'Keep the changes'}
    </Button>
  );
}

/** What is impossible is said in a sentence; the rest of what was typed stands. */
function workedOut(facts: ChangeFacts, draft: ChangeDraft) {
  try {
    return { plan: planOf(facts, draft), refusal: null };
  } catch (error) {
    const refusal = asRefusal(error);
    if (!refusal) throw error;
    return { plan: null, refusal: refusalWord(refusal) };
  }
}

/** A tenth of a litre is as fine as water is measured out. */
const TOLD_L = 0.1;
function differs(now: RecordContent<'change-plan'>, kept: RecordContent<'change-plan'>): boolean {
  return (
    now.systems.length !== kept.systems.length ||
    now.systems.some((one) => {
      const before = kept.systems.find((other) => other.systemId === one.systemId);
      return !before || Math.abs(before.litres - one.litres) > TOLD_L;
    })
  );
}
