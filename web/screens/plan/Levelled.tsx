import { formatNumber } from '../../../core/quantity/quantities.ts';
import type { LevelFigures } from '../../../usecases/levelling/levelledPlace.ts';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import type { Levelled } from '../../levelling/useLevelled.ts';

const MIN_PER_H = 60;
const rows: { label: string; of: (all: readonly LevelFigures[]) => number; unit: string }[] = [
  { label: 'Visits made', of: (all) => sum(all, 'visits'), unit: '' },
  { label: 'Fullest visit', of: (all) => Math.max(0, ...all.map((one) => one.fullestMin)), unit: 'min' },
  { label: 'Visits too full', of: (all) => sum(all, 'tooFull'), unit: '' },
  { label: 'Shut-downs', of: (all) => sum(all, 'shutDowns'), unit: '' },
  { label: 'Hands-on hours', of: (all) => sum(all, 'minutes') / MIN_PER_H, unit: 'h' },
];
const sum = (all: readonly LevelFigures[], key: keyof LevelFigures): number =>
  all.reduce((total, one) => total + one[key], 0);

/** What levelling did: each job on its day, and as it stands now. */
export function LevelledFigures({ levelled }: { levelled: readonly Levelled[] }) {
  const before = levelled.map(({ plan }) => plan.before);
  const now = levelled.map(({ plan }) => plan.now);
  return (
    <section aria-label="Work spread over visits">
      <h2>Work spread over visits</h2>
      <table className="figures">
        <thead>
          <tr>
            <th />
            <th>not spread</th>
            <th>now</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ label, of, unit }) => (
            <tr key={label}>
              <td>{label}</td>
              <td>
                {formatNumber(of(before), 0)} {unit}
              </td>
              <td>
                <b>
                  {formatNumber(of(now), 0)} {unit}
                </b>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** What has no visit, and what would make room. */
export function Unplaced({
  levelled,
  rowOf,
}: {
  levelled: readonly Levelled[];
  rowOf: ReadonlyMap<string, PlanRow>;
}) {
  const all = levelled.flatMap(({ plan }) => plan.unplaced);
  return (
    <section aria-label="No visit found">
      <h2>No visit found</h2>
      {all.length === 0 && <p className="soft">Everything that comes due has its visit.</p>}
      {all.map(({ jobId, why }) => {
        const row = rowOf.get(jobId);
        return (
          row && (
            <p key={jobId} className="rule">
              <b>
                {row.target}, {row.action}, {row.minutes} min
              </b>
              <br />
              {why}
            </p>
          )
        );
      })}
    </section>
  );
}
