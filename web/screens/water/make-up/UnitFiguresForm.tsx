import type { RecordContent, Stored } from '../../../../contract/records.ts';
import { NumberAt, QuantityAt } from '../../../forms/fields.tsx';
import { RecordForm } from '../../../forms/RecordForm.tsx';
import { useRecordForm } from '../../../forms/useRecordForm.ts';

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
  const form = useRecordForm('component', unit, {
    from: { ...unit.content, makeUp: unit.content.makeUp ?? empty },
    draft: 'figures',
    said: ({ name }) => `${name}: its figures are saved.`,
    onDone,
  });
  return (
    <RecordForm form={form} save="Save the figures" onCancel={onDone} className="form rule unitform">
      <div className="fields">
        <NumberAt at={form.at('makeUp.ratedLph')} label="Rated output at 25 °C" unit="L/h" />
        <QuantityAt at={form.at('makeUp.ratedKpa')} label="At a pressure of" quantity="pressure" />
        <NumberAt at={form.at('makeUp.resinL')} label="Resin" unit="L" />
        <NumberAt at={form.at('makeUp.resinEqPerL')} label="Its capacity" unit="eq/L" />
        <NumberAt at={form.at('makeUp.carbonRatedL')} label="Carbon takes, at 1 mg/L" unit="L" />
        <NumberAt at={form.at('makeUp.mainsChlorineMgL')} label="Chlorine of the mains" unit="mg/L" />
        <NumberAt at={form.at('makeUp.litresPerDay')} label="Made a day, without a meter" unit="L" />
      </div>
      <h3>Prices, in your money</h3>
      <div className="fields">
        {prices.map(([key, label]) => (
          <NumberAt key={key} at={form.at(`makeUp.prices.${key}`)} label={label} unit="each" />
        ))}
      </div>
      <p className="soft">
        Mixed-bed resin holds about 0.5 to 0.6 eq/L as new (value from memory): its data sheet comes first.
      </p>
    </RecordForm>
  );
}
