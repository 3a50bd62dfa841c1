import { useState } from 'react';
import { Link } from 'react-router';
import { unitWords } from '../../../../core/explain/makeUpWord.ts';
import { figure } from '../../../../core/calculators/worked.ts';
import { formatNumber } from '../../../../core/quantity/quantities.ts';
import type { MakeUpDesk, UnitDesk } from '../../../../contract/water/makeUpDesk.ts';
import { usePlan, useSetting, useSnapshot } from '../../../api/data.ts';
import { relativeWord, writeDay } from '../../../parts/dates.ts';
import { HowLink } from '../../../parts/HowLink.tsx';
import { useAmounts } from '../../../parts/useAmounts.ts';
import { NextWater } from './NextWater.tsx';
import { OutOfUseNote } from './OutOfUseNote.tsx';
import { UnitFiguresForm } from './UnitFiguresForm.tsx';
import { useAgo } from './useAgo.ts';

const litresFrom = { meter: 'by its meter', said: 'as said', demand: 'as its systems ask for' } as const;

/** A unit: the next visit's water first, then its stages in the order water passes, then what it knows of itself. */
export function Unit({ unit, desk }: { unit: UnitDesk; desk: MakeUpDesk }) {
  const snapshot = useSnapshot();
  const amounts = useAmounts();
  const [editing, setEditing] = useState(false);
  const words = unitWords(unit.facts, unit.state, amounts.flow, amounts.show);
  const record = snapshot.get('component', unit.componentId);
  return (
    <section className="datum unit" aria-label={unit.name}>
      <div className="unithead">
        <h2>
          <Link to={`/components/${unit.componentId}`}>{unit.name}</Link>
        </h2>
        <span className="soft">
          {unit.litresPerDay === null
            ? 'litres a day not known'
            : `${amounts.litres(unit.litresPerDay.value)} a day, ${litresFrom[unit.litresPerDay.from]}`}
        </span>
        <button type="button" className="btn2" aria-expanded={editing} onClick={() => setEditing(!editing)}>
          {editing ? 'Close its figures' : 'Its figures and prices'}
        </button>
      </div>
      {unit.outOfUse && <OutOfUseNote of={unit.outOfUse} />}
      {editing && record && <UnitFiguresForm unit={record} onDone={() => setEditing(false)} />}
      <div className="unitcols">
        <NextWater unit={unit} desk={desk} />
        <div>
          <Stages unit={unit} words={words} />
          <p className="rule unitline">
            <b>Output</b> {words.output}
            {unit.state.ofRated && (
              <>
                {' '}
                <HowLink of={unit.state.ofRated}>How</HowLink>
              </>
            )}
          </p>
          <p className="rule unitline">
            <b>The product itself</b> {words.product}
          </p>
          {unit.flushOpenSince !== null && <Flush unit={unit} />}
        </div>
      </div>
      <Shared unit={unit} />
    </section>
  );
}

/** Sediment, carbon, membrane, resin: each with its litres, its date from the plan and what tells of it. */
function Stages({ unit, words }: { unit: UnitDesk; words: ReturnType<typeof unitWords> }) {
  const plan = usePlan();
  const { dateFormat } = useSetting();
  const amounts = useAmounts();
  const ago = useAgo();
  const tells: Readonly<Record<string, string>> = {
    'sediment-stage': pressureWord(unit),
    'carbon-block': words.carbon,
    'ro-membrane': words.rejection,
    'di-resin': words.resin,
  };
  if (unit.stages.length === 0)
    return (
      <p className="rule unitline">
        Its stages are not described: add sediment, carbon, membrane and resin as its parts.
      </p>
    );
  return (
    <ol className="plain stages">
      {unit.stages.map((stage) => {
        const row = plan.jobs.find((one) => one.jobId === stage.jobId);
        return (
          <li key={stage.componentId} className="rule">
            <div className="stagehead">
              <Link to={`/components/${stage.componentId}`}>{stage.name}</Link>
              <span>
                {row?.recommended
                  ? `renew ${writeDay(row.recommended, row.today, dateFormat)}, ${relativeWord(row.recommended, row.today)}`
                  : 'no date yet'}
              </span>
            </div>
            <div className="soft">
              {stage.lastDone === null
                ? 'nobody knows when it was changed'
                : `changed ${ago(stage.lastDone)}`}
              {stage.litresSince !== null && `, ${amounts.litres(stage.litresSince)} made since`}
            </div>
            <div>{tells[stage.kindId]}</div>
          </li>
        );
      })}
    </ol>
  );
}

function pressureWord({ facts: { read } }: UnitDesk): string {
  const pressure = read['feed-pressure'];
  return pressure
    ? `${formatNumber(pressure.value, 0)} kPa reach the membrane.`
    : 'Pressure behind it is not read: its fall is what tells.';
}

function Flush({ unit }: { unit: UnitDesk }) {
  const ago = useAgo();
  return (
    <p className="unitline late">
      <b>Flush it to waste, 10 to 15 minutes</b> A stage was changed {ago(unit.flushOpenSince ?? 0)} and no
      flush is logged since.{' '}
      {unit.flushJobId && <Link to={`/today?job=${unit.flushJobId}`}>Log the flush</Link>}
    </p>
  );
}

/** Whose litres they are, and what they cost. */
function Shared({ unit }: { unit: UnitDesk }) {
  const amounts = useAmounts();
  const cost = unit.cost?.outputs;
  return (
    <div className="unitcols unitfoot">
      <div>
        <h3>Waste and cost</h3>
        <p>
          {unit.state.wastePerLitre === null
            ? 'Waste is not known: read both flows.'
            : `${formatNumber(unit.state.wastePerLitre, 1)} L go to waste for a litre.`}{' '}
          {unit.cost === null
            ? 'No prices set.'
            : unit.cost.missing.length > 0
              ? `No price set for: ${unit.cost.missing.join(', ').toLowerCase()}.`
              : typeof cost?.cost === 'number' &&
                  typeof cost.stages_cost === 'number' &&
                  typeof cost.water_cost === 'number'
                ? `100 L cost ${formatNumber(cost.cost, 2)}: stages ${formatNumber(cost.stages_cost, 2)}, water and waste ${formatNumber(cost.water_cost, 2)}, in the money of your prices.`
                : ''}
          {unit.state.resin && (
            <>
              {' '}
              Resin makes {amounts.litres(figure(unit.state.resin, 'litres'))} more:{' '}
              <HowLink of={unit.state.resin}>how</HowLink>.
            </>
          )}
        </p>
      </div>
      <div>
        <h3>Whose water it is</h3>
        <ul className="plain">
          {unit.systems.map((one) => (
            <li key={one.systemId} className="demandrow rule">
              <span>{one.name}</span>
              <span>
                {one.changesPerDay === null
                  ? 'changes not said'
                  : `${amounts.litres(one.changesPerDay)} changed`}
                ,{' '}
                {one.evaporationPerDay === null
                  ? 'evaporation not known'
                  : `${amounts.litres(one.evaporationPerDay)} evaporate${one.evaporationFrom === 'usual' ? ' as is usual' : ''}`}
              </span>
              <b>{formatNumber(100 * one.share, 0)} %</b>
            </li>
          ))}
        </ul>
        <p className="soft small">
          {amounts.litres(unit.demandPerDay)} a day in all; stages wear by the sum.
          {!unit.demandComplete && ' What is not known counts as nothing.'}
        </p>
      </div>
    </div>
  );
}
