import Button from '@mui/material/Button';
import { useState } from 'react';
import { fromStored, toStored } from '../../../../core/quantity/quantities.ts';
import type { RecordContent, Stored } from '../../../../contract/records.ts';
import { useSetting } from '../../../api/data.ts';
import { revising } from '../../../api/writing.tsx';
import { NumberField } from '../../../parts/NumberField.tsx';
import { ProblemNote } from '../../../parts/ProblemNote.tsx';
import { unitFor } from '../../../../contract/shownUnits.ts';
import { useBase } from '../../../parts/useBase.ts';
import { useSend } from '../../../parts/useSend.ts';

type Figures = NonNullable<RecordContent<'component'>['makeUp']>;
const empty: Figures = {
  ratedLph: null,
  ratedKpa: null,
  resinL: null,
  resinEqPerL: null,
  carbonRatedL: null,
  mainsChlorineMgL: null,
  litresPerDay: null,
  prices: { sediment: null, carbon: null, membrane: null, resin: null, mainsPerM3: null },
};
const prices = [
  ['sediment', 'Sediment cartridge'],
  ['carbon', 'Carbon block'],
  ['membrane', 'Membrane'],
  ['resin', 'A charge of resin'],
  ['mainsPerM3', 'Mains water, a cubic metre'],
] as const;

/** What is printed on a unit and its stages, and what they cost. All may stay open. */
export function UnitFiguresForm({ unit, onDone }: { unit: Stored<'component'>; onDone: () => void }) {
  const setting = useSetting();
  const [base] = useBase(unit);
  const { send, pending, error } = useSend(onDone);
  const [figures, setFigures] = useState<Figures>(unit.content.makeUp ?? empty);
  const pressure = unitFor('pressure', setting);
  const field = (key: Exclude<keyof Figures, 'prices'>, label: string, unitLabel: string) => (
    <NumberField
      label={label}
      unit={unitLabel}
      value={figures[key]}
      onChange={(value) => setFigures({ ...figures, [key]: value })}
    />
  );
  return (
    <form
      className="form rule unitform"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void send(
          [revising(base, { ...base.content, makeUp: figures })],
          `${base.content.name}: its figures are kept.`,
        );
      }}
    >
      <div className="fields">
        {field('ratedLph', 'Rated output at 25 °C', 'L/h')}
        <NumberField
          label="At a pressure of"
          unit={pressure}
          value={figures.ratedKpa === null ? null : fromStored('pressure', figures.ratedKpa, pressure)}
          onChange={(value) =>
            setFigures({
              ...figures,
              ratedKpa: value === null ? null : toStored('pressure', value, pressure),
            })
          }
        />
        {field('resinL', 'Resin', 'L')}
        {field('resinEqPerL', 'Its capacity', 'eq/L')}
        {field('carbonRatedL', 'Carbon takes, at 1 mg/L', 'L')}
        {field('mainsChlorineMgL', 'Chlorine of the mains', 'mg/L')}
        {field('litresPerDay', 'Made a day, without a meter', 'L')}
      </div>
      <h3>Prices, in your money</h3>
      <div className="fields">
        {prices.map(([key, label]) => (
          <NumberField
            key={key}
            label={label}
            unit="each"
            value={figures.prices[key]}
            onChange={(value) => setFigures({ ...figures, prices: { ...figures.prices, [key]: value } })}
          />
        ))}
      </div>
      <p className="soft">
        Mixed-bed resin holds about 0.5 to 0.6 eq/L as new (value from memory): its data sheet comes first.
      </p>
      <ProblemNote error={error} />
      <div className="actions">
        <Button type="submit" variant="contained" disabled={pending}>
          Keep the figures
        </Button>
        <button type="button" className="btn2" onClick={onDone}>
          Cancel
        </button>
      </div>
    </form>
  );
}
