import { chanceWord, type DateStyle } from '../../../core/explain/words.ts';
import { acceptedLateness } from '../../../core/planning/lateness.ts';
import type { Explanation } from '../../../usecases/plan/explanation.ts';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import { revising } from '../../api/writing.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { writeDay } from '../../parts/dates.ts';
import { consequenceWords } from '../../parts/equipment/OwnKind.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useSend } from '../../parts/useSend.ts';

const whenWords = { today: 'today', weekend: 'weekend', 'next-visit': 'next visit' } as const;
/** The chances of being late that are offered: those of the four consequences. */
const OFFERED = [2, 5, 20, 100];

/** What waiting costs: the chance that it is due already, day by day, against what is accepted for this job. */
export function Waiting({
  row,
  explanation,
  job,
  installation,
  style,
}: {
  row: PlanRow;
  explanation: Explanation | null;
  job: Stored<'job'>;
  installation: RecordContent<'setting'>['costRatios'];
  style: DateStyle;
}) {
  const { send, pending, error } = useSend(() => undefined);
  const usual = installation[row.consequence as keyof typeof installation];
  const choose = (ratio: number) => {
    const overrides = { ...job.content.overrides, costRatio: ratio };
    if (ratio === usual) delete (overrides as { costRatio?: number }).costRatio;
    void send([revising(job, { ...job.content, overrides })], 'Accepted lateness changed.');
  };
  const offered = [...new Set([...OFFERED, row.costRatio])].sort((a, b) => a - b);
  return (
    <>
      {row.chanceDueNow === null && <p>Not known yet.</p>}
      {explanation && explanation.chances.length > 0 && (
        <table className="waiting">
          <caption className="soft">Chance that it is due already</caption>
          <tbody>
            {explanation.chances.map(({ when, day, chance }) => (
              <tr key={when}>
                <th scope="row">{whenWords[when]}</th>
                <td className="soft">{when === 'today' ? '' : writeDay(day, row.today, style)}</td>
                <td>
                  <b>{chanceWord(chance)}</b>
                  {chance > acceptedLateness(row.costRatio) && (
                    <span className="soft"> over your {chanceWord(acceptedLateness(row.costRatio))}</span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <div style={{ marginTop: 10 }}>
        <Choice
          label="Risk you accept"
          value={String(row.costRatio)}
          options={offered.map((ratio) => ({ value: String(ratio), label: chanceWord(1 / ratio) }))}
          onChange={(value) => !pending && choose(Number(value))}
        />
        {row.costRatio !== usual && (
          <p className="soft" style={{ marginTop: 4 }}>
            Your own for this job; usually {chanceWord(1 / usual)} (
            {consequenceWords[row.consequence as keyof typeof consequenceWords]}).
          </p>
        )}
        <ProblemNote error={error} />
      </div>
    </>
  );
}
