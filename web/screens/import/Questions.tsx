import type { Question } from '../../../usecases/imports/draft.ts';
import type { ImportPreview } from '../../../usecases/imports/preview.ts';
import { groupBy } from '../../../model/snapshot.ts';

const SHOWN = 40;

/** What only a person can say, each once; a word that stands in many rows is asked for all of them. */
export function Questions({
  preview,
  onAnswer,
}: {
  preview: ImportPreview;
  onAnswer: (key: string, answer: string) => void;
}) {
  const groups = [...groupBy(preview.questions, (question) => question.key).values()];
  if (groups.length === 0) return null;
  return (
    <section className="datum askedlist" aria-label="Asked">
      <h2>Asked before it is written</h2>
      <ul className="plain">
        {groups.slice(0, SHOWN).map((group) => (
          <Asked key={group[0]?.key} group={group} onAnswer={onAnswer} />
        ))}
      </ul>
      {groups.length > SHOWN && <p className="soft">And {groups.length - SHOWN} more after these.</p>}
    </section>
  );
}

function Asked({
  group,
  onAnswer,
}: {
  group: readonly Question[];
  onAnswer: (key: string, answer: string) => void;
}) {
  const [first] = group;
  if (!first) return null;
  const rows = group.flatMap((question) => question.row ?? []);
  return (
    <li className="rule question">
      <span>
        {rows.length > 0 ? (
          <span className="soft">
            {rows.length === 1 ? `row ${rows[0] ?? ''}` : `${rows.length} rows, first ${rows[0] ?? ''}`}
            {first.head && `, ${first.head}`}:{' '}
          </span>
        ) : (
          first.head && <span className="soft">{first.head}: </span>
        )}
        {first.sentence}
      </span>
      {first.choices.map(({ answer, label }) => (
        <button key={answer} type="button" className="btn2" onClick={() => onAnswer(first.key, answer)}>
          {label}
        </button>
      ))}
      {first.choices.length === 0 && <span className="soft">Say it in the table above.</span>}
    </li>
  );
}
