import { useState } from 'react';
import { Link } from 'react-router';
import { unitWords } from '../../../../core/explain/makeUpWord.ts';
import { formatNumber } from '../../../../core/quantity/quantities.ts';
import type { MakeUpView, UnitView } from '../../../../usecases/water/makeUpView.ts';
import type { Readable } from '../../../../model/water/componentChannel.ts';
import { useNow, usePlan, useSetting, useSnapshot } from '../../../api/data.ts';
import { clockIn } from '../../../parts/dates.ts';
import { HowLink } from '../../../parts/HowLink.tsx';
import { JobCautions } from '../../../parts/JobCautions.tsx';
import { JobLine, OpenLink } from '../../../parts/JobLine.tsx';
import { LogJob } from '../../../parts/LogJob.tsx';
import { useAmounts } from '../../../parts/useAmounts.ts';
import { usePhone } from '../../../parts/usePhone.ts';
import { Axis, useScale } from '../../../strip/Axis.tsx';
import { axisRanges } from '../../../strip/geometry.ts';
import { NextWater } from './NextWater.tsx';
import { OutOfUseNote } from './OutOfUseNote.tsx';
import { ReadButton } from './ReadButton.tsx';
import { UnitFiguresForm } from './UnitFiguresForm.tsx';
import { useAgo } from './useAgo.ts';

const litresFrom = { meter: 'by its meter', said: 'as said', demand: 'as its systems ask for' } as const;

/** A unit: the next visit's water first, then its stages in the order water passes, then what it knows of itself. */
export function Unit({ unit, view }: { unit: UnitView; view: MakeUpView }) {
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
        <NextWater unit={unit} view={view} />
        <div>
          <p className="unitline">
            <b>Output</b> {words.output}
            {unit.state.ofRated && (
              <>
                {' '}
                <HowLink of={unit.state.ofRated}>How</HowLink>
              </>
            )}
          </p>
          <TdsLine unit={unit} />
          <p className="rule unitline">
            <b>The product itself</b> {words.product}
          </p>
          {unit.flushOpenSince !== null && <Flush unit={unit} />}
          <ReadButton
            componentId={unit.componentId}
            name={unit.name}
            offers={unitOffers}
            labels={unitLabels}
          />
        </div>
      </div>
      <Stages unit={unit} view={view} words={words} />
      <Shared unit={unit} />
    </section>
  );
}

const unitOffers: readonly Readable[] = [
  { measure: 'litres-through' },
  { measure: 'flow' },
  { measure: 'waste-flow' },
  { measure: 'feed-temperature' },
  { measure: 'feed-pressure' },
  { measure: 'tds-in' },
  { measure: 'tds-membrane' },
  { measure: 'product-tds' },
  { measure: 'chlorine' },
  { parameter: 'phosphate' },
  { parameter: 'nitrate' },
  { parameter: 'silicate' },
];
const unitLabels = {
  'litres-through': 'Its meter, litres made',
  flow: 'Product flow',
  phosphate: 'Phosphate in the product',
  nitrate: 'Nitrate in the product',
  silicate: 'Silicate in the product',
};

/** Before, behind the membrane, and the product. */
function TdsLine({ unit }: { unit: UnitView }) {
  const { read, behindMembrane: behind } = unit.facts;
  const ppm = (value: number | undefined) =>
    value === undefined ? 'not read' : `${formatNumber(value, 0)} ppm`;
  return (
    <p className="rule unitline">
      <b>TDS</b> {ppm(read['tds-in']?.value)} in, {ppm(behind?.value)} behind the membrane
      {behind?.from === 'rejection' && ' by its rejection'}, {ppm(read['product-tds']?.value)} in the product.
    </p>
  );
}

/** Sediment, carbon, membrane, resin on one axis: each with its date and reason, and what tells of it. */
function Stages({
  unit,
  view,
  words,
}: {
  unit: UnitView;
  view: MakeUpView;
  words: ReturnType<typeof unitWords>;
}) {
  const plan = usePlan();
  const { dateFormat } = useSetting();
  const now = useNow();
  const phone = usePhone();
  const [ref, scale] = useScale(phone ? axisRanges.phone : axisRanges.list);
  const [chosen, setChosen] = useState<string | null>(null);
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
    <ol className="lines plain stages">
      <li className="cells axisrow">
        <span />
        <div ref={ref} style={{ minWidth: 0 }}>
          {scale && <Axis scale={scale} today={view.today} nowText={clockIn(view.zone, now)} />}
        </div>
        <span />
      </li>
      {unit.stages.map((stage) => {
        const row = plan.jobs.find((one) => one.jobId === stage.jobId);
        const known = <Known stage={stage} tells={tells[stage.kindId] ?? ''} />;
        return row ? (
          <JobLine
            key={stage.componentId}
            row={row}
            scale={scale}
            style={dateFormat}
            phone={phone}
            place={null}
            chosen={chosen === row.jobId}
            onChoose={() => setChosen(chosen === row.jobId ? null : row.jobId)}
            extra={known}
          >
            <div style={{ display: 'grid', gap: 12 }}>
              <JobCautions jobId={row.jobId} short />
              <LogJob row={row} onLogged={() => setChosen(null)} extra={<OpenLink row={row} />} />
            </div>
          </JobLine>
        ) : (
          <li key={stage.componentId} className="job whole">
            <Link to={`/components/${stage.componentId}`}>{stage.name}</Link> {known}
          </li>
        );
      })}
    </ol>
  );
}

/** What passed a stage since it was changed, and what tells of it. */
function Known({ stage, tells }: { stage: UnitView['stages'][number]; tells: string }) {
  const amounts = useAmounts();
  return (
    <p className="reason stageknown">
      {stage.litresSince !== null && `${amounts.litres(stage.litresSince)} made since it was changed. `}
      {tells}
    </p>
  );
}

function pressureWord({ facts: { read } }: UnitView): string {
  const pressure = read['feed-pressure'];
  return pressure
    ? `${formatNumber(pressure.value, 0)} kPa reach the membrane.`
    : 'Pressure behind it is not read: its fall is what tells.';
}

function Flush({ unit }: { unit: UnitView }) {
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
function Shared({ unit }: { unit: UnitView }) {
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
              Resin makes {amounts.litres(unit.state.resin.outputs.litres)} more:{' '}
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
