import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import { chanceWord } from '../../../../core/explain/sourceWord.ts';
import type { Check, NextCheck } from '../../../../core/diagnosis/rank.ts';
import type { RecordContent } from '../../../../contract/records.ts';
import type { CheckKnown } from '../../../../model/water/checks.ts';
import { useClock, useSnapshot } from '../../../api/data.ts';
import { usePersonHere } from '../../../api/person.ts';
import { creating, deleting } from '../../../api/writing.tsx';
import { ProblemNote } from '../../../parts/ProblemNote.tsx';
import { useFixedIds } from '../../../parts/useFixedIds.ts';
import { useSend } from '../../../parts/useSend.ts';
import { useAgo } from '../make-up/useAgo.ts';

/** One candidate as it is shown. */
export interface Suspect {
  id: string;
  name: string;
  chance: number;
  /** At the right of its name: what it can explain. */
  aside?: ReactNode;
  children?: ReactNode;
}

/** Candidates by their chance, and the checks that tell them apart: the most telling for its minutes first. */
export function Finder({
  systemId,
  finds,
  suspects,
  checks,
  next,
  made,
}: {
  systemId: string;
  finds: RecordContent<'check'>['finds'];
  suspects: readonly Suspect[];
  checks: readonly Check<string>[];
  next: readonly NextCheck[];
  made: readonly CheckKnown[];
}) {
  const order = next.flatMap(({ checkId }) => checks.find((check) => check.id === checkId) ?? []);
  const [first, ...others] = order;
  const [all, setAll] = useState(false);
  return (
    <div className="finder">
      <section aria-label="Candidates">
        <ol className="plain suspects">
          {suspects.map((suspect) => (
            <li key={suspect.id} className="rule">
              <div className="suspecthead">
                <b>{suspect.name}</b>
                <span className="chance">{chanceWord(suspect.chance)}</span>
              </div>
              <span
                className="chancebar"
                aria-hidden
                style={{ width: `${Math.max(0.6, 100 * suspect.chance)}%` }}
              />
              {suspect.aside && <div className="soft">{suspect.aside}</div>}
              {suspect.children}
            </li>
          ))}
        </ol>
      </section>
      <section aria-label="Checks" className="checks">
        <h2>{first ? 'Check next' : 'All checks are made'}</h2>
        {first && <CheckForm key={first.id} systemId={systemId} finds={finds} check={first} first />}
        {others.length > 0 && (
          <button type="button" className="btn2" aria-expanded={all} onClick={() => setAll(!all)}>
            {all ? 'Only the most telling' : `${others.length} more to check`}
          </button>
        )}
        {all &&
          others.map((check) => <CheckForm key={check.id} systemId={systemId} finds={finds} check={check} />)}
        {made.length > 0 && <Made made={made} checks={checks} />}
      </section>
    </div>
  );
}

function CheckForm({
  systemId,
  finds,
  check,
  first,
}: {
  systemId: string;
  finds: RecordContent<'check'>['finds'];
  check: Check<string>;
  first?: boolean;
}) {
  const clock = useClock();
  const here = usePersonHere();
  const [ids] = useFixedIds();
  const { send, pending, error } = useSend();
  return (
    <div className="rule checkform">
      <p className={first ? 'order' : ''}>{check.ask}</p>
      <p className="soft small">about {check.minutes} min</p>
      <div className="answers" role="group" aria-label={check.ask}>
        {check.answers.map((answer) => (
          <Button
            key={answer.id}
            variant="text"
            disabled={pending}
            onClick={() =>
              void send(
                [
                  creating(
                    'check',
                    {
                      systemId,
                      finds,
                      checkId: check.id,
                      answerId: answer.id,
                      when: { kind: 'instant', at: new Date(clock()).toISOString() },
                      whoId: here.id,
                      note: '',
                    },
                    ids,
                  ),
                ],
                `${answer.label}: noted, and the order follows.`,
              )
            }
          >
            {answer.label}
          </Button>
        ))}
      </div>
      <ProblemNote error={error} />
    </div>
  );
}

/** Checks that still count, with a way to take one back. */
function Made({ made, checks }: { made: readonly CheckKnown[]; checks: readonly Check<string>[] }) {
  const snapshot = useSnapshot();
  const ago = useAgo();
  const { send, pending } = useSend();
  return (
    <div className="made">
      <h3>Seen so far</h3>
      <ul className="plain">
        {made.map(({ recordId, checkId, answerId, at }) => {
          const check = checks.find((one) => one.id === checkId);
          const record = snapshot.get('check', recordId);
          return (
            <li key={recordId} className="rule">
              <span>
                {check?.ask} <b>{check?.answers.find((one) => one.id === answerId)?.label}</b>{' '}
                <span className="soft">{ago(at)}</span>
              </span>{' '}
              {record && (
                <button
                  type="button"
                  className="quiet"
                  disabled={pending}
                  onClick={() => void send([deleting(record)], 'The check no longer counts.')}
                >
                  Take it back
                </button>
              )}
            </li>
          );
        })}
      </ul>
    </div>
  );
}
