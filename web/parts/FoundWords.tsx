import { foundGrades, type Found } from '../../core/wear/found.ts';
import { foundInWords } from '../../core/explain/words.ts';
import { gradeMeaning } from '../../core/explain/ruleReason.ts';
import { FoundBar } from '../strip/marks.tsx';

/** The five grades in the words of the job in hand. */
export function FoundWords({
  words,
  chosen,
  disabled,
  onChoose,
}: {
  words: readonly string[];
  /** What stands chosen where more is to be said first; undefined: choosing is doing. */
  chosen?: Found | null;
  disabled: boolean;
  onChoose: (grade: Found) => void;
}) {
  return (
    <div className="found" role="group" aria-label="How it was found">
      {foundGrades.map((grade, i) => (
        <button
          key={grade}
          type="button"
          aria-pressed={chosen === undefined ? undefined : chosen === grade}
          disabled={disabled}
          onClick={() => onChoose(grade)}
        >
          <span className="word">
            {foundInWords(grade)} <FoundBar found={grade} />
          </span>
          <span className="says">{words[i] ?? gradeMeaning[grade]}</span>
        </button>
      ))}
    </div>
  );
}
