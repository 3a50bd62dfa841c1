import { useState } from 'react';
import { Link } from 'react-router';
import { caseWord } from '../../../core/explain/caseWord.ts';
import { remedyWord, type RemedyWords } from '../../../core/explain/remedyWord.ts';
import { standingWord, verdictSentences, type VerdictStyle } from '../../../core/explain/verdictWord.ts';
import { formatQuantity } from '../../../core/quantity/quantities.ts';
import { addDays, type Day } from '../../../core/time/day.ts';
import { parameters, type ParameterId } from '../../../core/water/parameters.ts';
import type { Remedy } from '../../../core/water/remedies/types.ts';
import type { WaterCase } from '../../../core/water/waterCase.ts';
import type { ParameterVerdict } from '../../../core/water/verdict.ts';
import { standingOf, TOO_OLD_DAYS } from '../../../core/water/standing.ts';
import { nothingOutWord } from '../../../core/explain/standingWord.ts';
import type { WaterAnswer } from '../../../usecases/water/waterAnswer.ts';
import { usePlan, useSetting } from '../../api/data.ts';
import { DangerList } from '../../parts/DangerList.tsx';
import { relativeWord, writeDay } from '../../parts/dates.ts';
import { unitFor } from '../../../contract/shownUnits.ts';
import { WaterMark } from '../../strip/waterMarks.tsx';
import { unitAfter, showDifference, showValue, type Column } from './tests.ts';

const isNutrient = (parameter: ParameterId): boolean => parameter === 'nitrate' || parameter === 'phosphate';
/** Most pressing first; the rest in the order of the sheet. */
const RANK: Record<ParameterVerdict['verdict'], number> = {
  above: 0,
  below: 0,
  stripped: 0,
  'near-high': 1,
  'near-low': 1,
  'in-band': 2,
  'no-band': 3,
};

/** The judgement beside the sheet: what to do with amounts, what comes of it, what it would not cure. */
export function Verdicts({
  systemId,
  water,
  columns,
  today,
}: {
  systemId: string;
  water: WaterAnswer;
  columns: readonly Column[];
  today: Day;
}) {
  const setting = useSetting();
  const show = wordWith(columns, showValue);
  const difference = wordWith(columns, showDifference);
  const style: VerdictStyle = { show, difference, today, date: setting.dateFormat };
  const words = (remedy: Remedy) =>
    remedyWord(remedy, { volumeUnit: unitFor('volume', setting), show, difference });
  const verdicts = columns.flatMap(
    (column) => water.verdicts.find((one) => one.parameter === column.id) ?? [],
  );
  const remediesOf = (id: ParameterId) => water.remedies.find((one) => one.parameter === id);
  const caseOf = (id: ParameterId) => water.cases.find((one) => one.parameter === id)?.told;
  const speaks = (one: ParameterVerdict): boolean =>
    RANK[one.verdict] < 2 ||
    one.doubtful !== null ||
    one.leaves !== null ||
    one.week?.unusual === true ||
    caseOf(one.parameter) !== undefined ||
    (remediesOf(one.parameter)?.options.length ?? 0) > 0;
  const rank = (one: ParameterVerdict): number =>
    remediesOf(one.parameter)?.alarm ? -1 : one.doubtful ? 0.5 : RANK[one.verdict];
  const spoken = verdicts.filter(speaks).sort((a, b) => rank(a) - rank(b));
  const quiet = verdicts.filter((one) => !speaks(one));
  const dangers = usePlan().dangers.filter((one) => one.systemId === systemId);
  if (verdicts.length === 0) return null;
  return (
    <aside className="verdicts" aria-label="What to do">
      <h2>What to do</h2>
      <DangerList dangers={dangers} today={today} withSystem={false} />
      {spoken.length === 0 && dangers.length === 0 && <p>{nothingOutWord(standingOf(verdicts))}</p>}
      {spoken.map((one) => (
        <OneVerdict
          key={one.parameter}
          systemId={systemId}
          one={one}
          style={style}
          today={today}
          remedies={(remediesOf(one.parameter)?.options ?? []).map(words)}
          alarm={remediesOf(one.parameter)?.alarm ?? false}
          story={caseOf(one.parameter)}
          name={columns.find((column) => column.id === one.parameter)?.name ?? one.parameter}
        />
      ))}
      {water.afterChange && <AfterChange water={water} show={show} />}
      {quiet.length > 0 && (
        <section className="rule quietones">
          {quiet.map((one) => (
            <Quiet key={one.parameter} one={one} style={style} today={today} columns={columns} />
          ))}
        </section>
      )}
      <p className="soft small">
        Steps a day and 30 % a change are common practice, with no published source. What livestock needs,
        local codes and a vet’s word come first.{' '}
        <Link to={`/water/kits?system=${systemId}`}>Kits, solutions and doses</Link>,{' '}
        <Link to={`/water/source?system=${systemId}`}>find a source</Link>
      </p>
    </aside>
  );
}

/** A figure with its unit as the columns show it. */
const wordWith =
  (columns: readonly Column[], figure: (column: Column, value: number) => string) =>
  (id: ParameterId, value: number): string => {
    const column = columns.find((one) => one.id === id);
    if (!column) return String(Number(value.toPrecision(3)));
    return `${figure(column, value)} ${unitAfter(column)}`.trim();
  };

function OneVerdict({
  systemId,
  one,
  style,
  today,
  remedies,
  alarm,
  story,
  name,
}: {
  one: ParameterVerdict;
  style: VerdictStyle;
  today: Day;
  remedies: readonly RemedyWords[];
  alarm: boolean;
  /** What left its band, and whether what was done helped. */
  story: WaterCase | undefined;
  name: string;
  systemId: string;
}) {
  const [all, setAll] = useState(false);
  const [first, ...others] = remedies;
  const old = one.latest && one.latest.days < -TOO_OLD_DAYS;
  const out = RANK[one.verdict] === 0;
  return (
    <section className="rule verdict" data-alarm={alarm || undefined}>
      <div className="verdicthead">
        <span className="vis">
          <WaterMark verdict={one.verdict} />
          <b>
            {name}{' '}
            {one.latest
              ? `${one.latest.below ? '< ' : ''}${style.show(one.parameter, one.latest.value)}`
              : ''}
          </b>
        </span>
        <span className={out ? 'late' : 'soft'}>{standingWord(one, style)}</span>
      </div>
      {first && <div className="order">{first.order}</div>}
      {first && <RemedyText remedy={first} />}
      {out && one.verdict === 'above' && isNutrient(one.parameter) && (
        <p className="actions">
          <Link className="howlink" to={`/water/change?system=${systemId}`}>
            Plan the change
          </Link>
          <Link className="howlink" to={`/water/source?system=${systemId}&nutrient=${one.parameter}`}>
            Where does it come from?
          </Link>
        </p>
      )}
      {!first && one.doubtful && (
        <div className="order">
          {one.doubtful.doubt.kind === 'disagrees-with-kit'
            ? 'Clean and calibrate the probe'
            : 'Read it again'}
        </div>
      )}
      {!first && old && <div className="order">Test it first</div>}
      <p>{verdictSentences(one, style).join(' ')}</p>
      {story && story.outcome !== 'nothing-done' && <p>{caseWord(one.parameter, story, style)}</p>}
      {one.latest && one.latest.days < -10 && (
        <p className="soft">
          Last test {writeDay(dayOfTest(one.latest.days, today), today, style.date)},{' '}
          {relativeWord(dayOfTest(one.latest.days, today), today)}
          {old ? ': too old to act upon.' : '.'}
        </p>
      )}
      {all &&
        others.map((remedy) => (
          <div key={remedy.order} className="orelse">
            <b>{remedy.order}</b>
            <RemedyText remedy={remedy} />
          </div>
        ))}
      {others.length > 0 && (
        <button type="button" className="quiet" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? 'Only the first way' : others.length === 1 ? 'One other way' : `${others.length} other ways`}
        </button>
      )}
    </section>
  );
}

/** Days count from the end of today: noon a week ago is 7.5 days back, on the seventh day before. */
const dayOfTest = (days: number, today: Day): Day => addDays(today, Math.ceil(days));

function RemedyText({ remedy }: { remedy: RemedyWords }) {
  return (
    <p>
      {remedy.because}
      {remedy.wontFix && <span className="soft"> It does not cure {remedy.wontFix}.</span>}
    </p>
  );
}

function Quiet({
  one,
  style,
  today,
  columns,
}: {
  one: ParameterVerdict;
  style: VerdictStyle;
  today: Day;
  columns: readonly Column[];
}) {
  const name = columns.find((column) => column.id === one.parameter)?.name ?? one.parameter;
  const [trend] = verdictSentences(one, style);
  const day = one.latest ? dayOfTest(one.latest.days, today) : null;
  return (
    <details>
      <summary>
        <span className="vis">
          <WaterMark verdict={one.verdict} /> {name}{' '}
          {one.latest
            ? `${one.latest.below ? '< ' : ''}${style.show(one.parameter, one.latest.value)}`
            : 'not tested'}
        </span>
        <span className="soft">{standingWord(one, style)}</span>
      </summary>
      <p className="soft">
        {day && `${writeDay(day, today, style.date)}, ${relativeWord(day, today)}. `}
        {trend}
      </p>
    </details>
  );
}

/** What the change proposed does to everything, and where the new water must be matched first. */
function AfterChange({
  water,
  show,
}: {
  water: WaterAnswer;
  show: (id: ParameterId, value: number) => string;
}) {
  const setting = useSetting();
  const { afterChange } = water;
  // what the new water does not move is not told
  const told = (afterChange?.to ?? []).filter(
    (one) => show(one.parameter, one.before) !== show(one.parameter, one.after),
  );
  if (!afterChange || told.length === 0) return null;
  return (
    <section className="rule afterchange">
      <div className="verdicthead">
        <h3>
          After one change of {formatQuantity('volume', afterChange.litres, unitFor('volume', setting))}
        </h3>
      </div>
      <ul className="plain">
        {told.map(({ parameter, before, after, tooMuch }) => (
          <li key={parameter} className="verdicthead rule">
            <span>{parameters[parameter].name}</span>
            <span>
              {show(parameter, before).replace(/ [^\d].*$/, '')} → <b>{show(parameter, after)}</b>
              {tooMuch && <span className="late"> match the new water first</span>}
            </span>
          </li>
        ))}
      </ul>
      {told.some((one) => one.assumed) && (
        <p className="soft small">New water taken as free of what was not read in it.</p>
      )}
    </section>
  );
}
