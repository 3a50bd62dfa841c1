import { useState } from 'react';
import type { Consequence } from '../../../core/catalogue/types.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { consequenceWords } from '../../parts/equipment/OwnKind.tsx';
import { NumberField } from '../../parts/NumberField.tsx';

type CostRatios = RecordContent<'setting'>['costRatios'];

/** How much chance of being late is accepted, by what is at stake; a job may have its own on its page. */
export function Lateness({
  ratios,
  onChange,
}: {
  ratios: CostRatios;
  onChange: (ratios: CostRatios) => void;
}) {
  const [shown, setShown] = useState<Record<Consequence, number | null>>(ratios);
  const changed = (Object.keys(ratios) as Consequence[]).some((key) => shown[key] !== ratios[key]);
  const whole = Object.values(shown).every((value) => value !== null);
  return (
    <form
      className="form"
      onSubmit={(event) => {
        event.preventDefault();
        onChange({ ...ratios, ...(shown as CostRatios) });
      }}
    >
      <p className="soft">
        A job is recommended where the chance that it is due already reaches this. Fewer chances bring it
        forward.
      </p>
      <div className="fields wide">
        {(Object.keys(consequenceWords) as Consequence[]).map((key) => (
          <NumberField
            key={key}
            label={`${consequenceWords[key]}: 1 chance in`}
            unit=""
            value={shown[key]}
            onChange={(value) => setShown({ ...shown, [key]: value })}
          />
        ))}
      </div>
      <div className="actions">
        <button type="submit" className="btn2" disabled={!changed || !whole}>
          Accept these chances
        </button>
      </div>
    </form>
  );
}
