import { means, type Mean } from '../../../core/planning/round/plant.ts';
import { isBreach, type Still } from '../../../core/planning/round/simulate.ts';
import { oxygenLeftWord, shortWord } from '../../../core/explain/stillWord.ts';
import type { Thread } from './ThreadCell.tsx';
import type { Build } from './useBuild.ts';

const meanWords: Readonly<Record<Mean, string>> = { flow: 'flow', heat: 'heat', air: 'air' };

/** What stands still at a visit, as threads: of each water what of its flow, heat and air does. */
export const threadsOf = ({ plant, still }: Pick<Build, 'plant' | 'still'>): Thread[] =>
  plant.systems.flatMap(({ systemId, name }) =>
    means.flatMap((what): Thread[] => {
      const spans = still.filter((one) => one.systemId === systemId && one.what === what);
      return spans.length === 0 ? [] : [{ key: `${systemId} ${what}`, system: name, what, spans }];
    }),
  );

/** What stands still, water by water, on the clock of the visit: the slots it stands, the tick it may. */
export function StillNotes({ build: { plant, still, timing, oxygen, short, day, today } }: { build: Build }) {
  const waters = plant.systems
    .map((system) => ({
      system,
      mine: still.filter((one) => one.systemId === system.systemId && one.what !== 'media'),
    }))
    .filter(({ mine }) => mine.length > 0);
  if (waters.length === 0 && short.length === 0) return null;
  const nameOf = (id: string): string => plant.systems.find((one) => one.systemId === id)?.name ?? '';
  const isLate = still.some(isBreach);
  return (
    <section className="datum stillness" aria-label="What stands still">
      <h2>{!isLate ? 'What stands still, within its limits' : 'What stands still too long'}</h2>
      <div className="stillgrid">
        {waters.flatMap(({ system, mine }) =>
          means
            .filter((what) => mine.some((one) => one.what === what))
            .map((what) => (
              <Row
                key={`${system.systemId} ${what}`}
                name={system.name}
                what={meanWords[what]}
                spans={mine.filter((one) => one.what === what)}
                lengthMin={timing.lengthMin}
              />
            )),
        )}
      </div>
      {short.map((one) => (
        <p key={one.stepId} className={day > today ? 'soft' : 'late'}>
          {shortWord(nameOf(one.systemId), one)}
        </p>
      ))}
      {oxygen.map((one) => (
        <p key={one.systemId} className={one.leastMgL < one.limitMgL ? 'late' : 'soft'}>
          {oxygenLeftWord(nameOf(one.systemId), one)}
        </p>
      ))}
    </section>
  );
}

const HEIGHT = 22;
const MIDDLE = HEIGHT / 2;
const SLOT = 10;

/** One line of the clock: a hollow slot where it stands, a tick where it may, what is beyond that hatched. */
function Row({
  name,
  what,
  spans,
  lengthMin,
}: {
  name: string;
  what: string;
  spans: readonly Still[];
  lengthMin: number;
}) {
  const at = (minute: number): number => (100 * minute) / Math.max(1, lengthMin);
  const longest = spans.reduce((a, b) => (a.minutes >= b.minutes ? a : b));
  const { limitMin } = longest;
  const isLate = limitMin !== null && longest.minutes > limitMin;
  return (
    <>
      <span>
        <b>{name}</b> <span className="soft">{what}</span>
      </span>
      <svg
        viewBox={`0 0 100 ${HEIGHT}`}
        preserveAspectRatio="none"
        role="presentation"
        className="stillthread"
      >
        <line x1="0" x2="100" y1={MIDDLE} y2={MIDDLE} className="stillline" />
        {spans.map((one) => {
          const within = one.limitMin === null ? one.minutes : Math.min(one.minutes, one.limitMin);
          return (
            <g key={one.fromMin}>
              <rect
                x={at(one.fromMin)}
                width={at(within)}
                y={MIDDLE - SLOT / 2}
                height={SLOT}
                className="stillslot"
              />
              {one.minutes > within && (
                <rect
                  x={at(one.fromMin + within)}
                  width={at(one.minutes - within)}
                  y={MIDDLE - SLOT / 2}
                  height={SLOT}
                  className="stilllate"
                />
              )}
              {one.limitMin !== null && one.fromMin + one.limitMin <= lengthMin && (
                <line
                  x1={at(one.fromMin + one.limitMin)}
                  x2={at(one.fromMin + one.limitMin)}
                  y1={MIDDLE - SLOT}
                  y2={MIDDLE + SLOT}
                  className="stilltick"
                />
              )}
            </g>
          );
        })}
      </svg>
      <span className={isLate ? 'late tn' : 'tn'}>
        {Math.round(longest.minutes)} min
        <span className="soft"> of {limitMin === null ? 'not known' : limitMin}</span>
      </span>
    </>
  );
}
