import type { Explanation } from '../../../usecases/plan/explanation.ts';
import type { DateStyle } from '../../../core/explain/words.ts';
import type { Day } from '../../../core/time/day.ts';
import { writeDay } from '../../parts/dates.ts';

/** What moved the date, in time: what each past life taught, then what was seen since. */
export function Story({
  explanation,
  today,
  style,
}: {
  explanation: Explanation;
  today: Day;
  style: DateStyle;
}) {
  const { story } = explanation;
  if (story.length === 0)
    return (
      <p className="soft">
        Nothing yet: the date is the catalogue’s. The first job logged and graded starts this list.
      </p>
    );
  return (
    <ol className="plain story">
      {story.map((entry, i) => (
        <li
          key={`${entry.day} ${i}`}
          className={entry.part === 'since' && story[i - 1]?.part === 'cycle' ? 'since' : undefined}
        >
          <time dateTime={entry.day}>{writeDay(entry.day, today, style).replace(/^\w+,? /, '')}</time>
          <span>
            {entry.what}: <b>{entry.effect}</b>
          </span>
        </li>
      ))}
    </ol>
  );
}
