import TextField from '@mui/material/TextField';
import { writeDay } from '../../parts/dates.ts';
import { useSetting } from '../../api/data.ts';
import type { Named } from '../../../usecases/round/named.ts';
import type { Build } from './useBuild.ts';

/** What people say of it, by the rule, one touch each. */
const reasons: Readonly<Record<string, readonly string[]>> = {
  'stands-still-flow': ['A battery air pump runs meanwhile', 'It has stood as long before, without harm'],
  'stands-still-air': ['A battery air pump runs meanwhile', 'It has stood as long before, without harm'],
  'stands-still-heat': ['The room is warm', 'It has stood as long before, without harm'],
  'stands-still-media': ['They stay wet in tank water'],
  'acid-and-bleach': ['Rinsed between, another bucket, window open'],
  'outside-hours': ['Agreed with the house'],
  'life-taken-out': ['Ammonia is tested daily for a week'],
};
const reasonsOf = (rule: string): readonly string[] => reasons[rule] ?? [];

/** What a round breaks: named, with the visit on which it would be right. */
export function NamedNotes({ build }: { build: Build }) {
  const { named, draft, change } = build;
  if (named.length === 0) return null;
  const rest = named.filter((one) => !one.harm);
  return (
    <section aria-label="What this round breaks" className="datum named">
      <h2>{named.some((one) => one.harm) ? 'It cannot begin like this' : 'Not as it should be'}</h2>
      <ul className="plain">
        {named.map((one) => (
          <NamedLine key={`${one.rule} ${one.text}`} named={one} build={build} />
        ))}
      </ul>
      {rest.length > 0 && (
        <>
          <TextField
            label="Why it goes on all the same"
            value={draft.reason}
            helperText="Stays with the round, its report and these jobs."
            onChange={(event) => change({ reason: event.target.value })}
          />
          <div className="actions">
            {[...new Set(rest.flatMap((one) => reasonsOf(one.rule)))].map((reason) => (
              <button key={reason} type="button" className="btn2" onClick={() => change({ reason })}>
                {reason}
              </button>
            ))}
          </div>
        </>
      )}
    </section>
  );
}

function NamedLine({ named: { text, harm, leave }, build }: { named: Named; build: Build }) {
  const { rows, drop, today } = build;
  const { dateFormat } = useSetting();
  const row = rows.find((one) => one.jobId === leave?.jobId);
  return (
    <li className={harm ? 'problem' : 'hint'}>
      {text}
      {harm && ' This can hurt: it is not left to choice.'}{' '}
      {leave && row && (
        <button type="button" className="btn2" onClick={() => drop(leave.jobId)}>
          Leave {row.thing}, {row.action}, for {writeDay(leave.until, today, dateFormat)}
        </button>
      )}
    </li>
  );
}
