import type { PlanRow } from '../../../usecases/plan/plan.ts';
import type { Day } from '../../../core/time/day.ts';
import { useSetting } from '../../api/data.ts';
import { relativeWord, writeDay } from '../../parts/dates.ts';
import type { Turn } from './PileChart.tsx';
import type { PileRow } from './piles.ts';

/** The same visits as lines, for a phone. */
export function VisitLines({
  row,
  today,
  rowOf,
  onTake,
  onVisit,
}: {
  row: PileRow;
  today: Day;
  rowOf: ReadonlyMap<string, PlanRow>;
  onTake: (turn: Turn) => void;
  onVisit: (siteId: string, visit: number) => void;
}) {
  const { dateFormat } = useSetting();
  return (
    <section className="visitlines">
      <h2 className="datum">{row.title}</h2>
      {row.piles
        .filter((pile) => pile.entries.length > 0)
        .map((pile) => (
          <div key={`${pile.siteId} ${pile.visit}`} className="visit">
            <div>
              <h3>
                <button type="button" className="rowlink" onClick={() => onVisit(pile.siteId, pile.visit)}>
                  {writeDay(pile.day, today, dateFormat)}
                </button>
              </h3>
              <span className="soft">{relativeWord(pile.day, today)}</span>
              <div className={pile.minutes !== null && pile.load > pile.minutes ? 'late' : 'soft'}>
                {Math.round(pile.load)} min{pile.minutes === null ? '' : ` of ${pile.minutes}`}
              </div>
            </div>
            <ul className="plain">
              {pile.entries.map((entry) => {
                const job = rowOf.get(entry.jobId);
                return (
                  job && (
                    <li key={`${entry.jobId} ${entry.look}`} className="visitline">
                      <button
                        type="button"
                        className="rowlink"
                        onClick={() =>
                          onTake({
                            siteId: pile.siteId,
                            jobId: entry.jobId,
                            look: entry.look,
                            turn: entry.turn,
                          })
                        }
                      >
                        <b>{job.thing}</b>, {entry.look ? 'a look' : job.action}{' '}
                        {job.systemName !== job.thing && <span className="soft">{job.systemName}</span>}
                      </button>
                      <span className="tn">{entry.minutes} min</span>
                    </li>
                  )
                );
              })}
            </ul>
          </div>
        ))}
    </section>
  );
}
