import { useMemo, useState } from 'react';
import { SETTING_ID } from '../../../contract/kinds.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { definitionsOf } from '../../../model/facts/definition.ts';
import { useSetting, useSnapshot } from '../../api/data.ts';
import { TextAt } from '../../forms/fields.tsx';
import { RecordForm } from '../../forms/RecordForm.tsx';
import { useRecordForm } from '../../forms/useRecordForm.ts';
import { NumberField } from '../../parts/NumberField.tsx';

type Packs = NonNullable<RecordContent<'setting'>['prices']>['packs'];

/** What a pack of each supply costs, where somebody wants to know money; nothing asks for it. */
export function Prices() {
  const snapshot = useSnapshot();
  const setting = useSetting();
  const [open, setOpen] = useState(false);
  const form = useRecordForm('setting', snapshot.get('setting', SETTING_ID) ?? null, {
    from: { ...setting, prices: setting.prices ?? { currency: '', packs: [] } },
    id: SETTING_ID,
    said: () => 'Prices saved.',
    prepare: ({ prices, ...rest }) => ({
      ...rest,
      prices: { currency: '', ...prices, packs: (prices?.packs ?? []).filter((one) => one.price > 0) },
    }),
    onDone: () => setOpen(false),
  });
  const { currency = '', packs = [] } = form.content.prices ?? {};
  const supplies = useMemo(() => {
    const definitionOf = definitionsOf(snapshot);
    const names = snapshot
      .all('job')
      .flatMap((job) => definitionOf(job.content).supplies.map((one) => one.name));
    return [...new Set(names)].sort((a, b) => a.localeCompare(b));
  }, [snapshot]);
  if (supplies.length === 0) return null;
  const packOf = (supply: string): Packs[number] =>
    packs.find((one) => one.supply === supply) ?? { supply, price: 0, jobs: 1 };
  const set = (supply: string, some: Partial<Packs[number]>): void =>
    form.set({
      prices: {
        currency,
        packs: [...packs.filter((one) => one.supply !== supply), { ...packOf(supply), ...some }],
      },
    });
  return (
    <section className="awaypart noprint">
      <h2 className="datum">Prices of supplies</h2>
      {!open ? (
        <button type="button" className="btn2" onClick={() => setOpen(true)}>
          {packs.length === 0 ? 'Set prices' : `${packs.length} set: change`}
        </button>
      ) : (
        <RecordForm form={form} save="Save the prices" onCancel={() => setOpen(false)}>
          <TextAt at={form.at('prices.currency')} label="Currency" />
          {supplies.map((supply) => (
            <div key={supply} className="actions">
              <span style={{ width: 220 }}>{supply}</span>
              <NumberField
                label={`Price of a pack of ${supply}`}
                unit={currency}
                value={packOf(supply).price || null}
                onChange={(price) => set(supply, { price: price ?? 0 })}
              />
              <NumberField
                label={`Jobs a pack of ${supply} serves`}
                unit="jobs"
                required
                whole
                from={1}
                value={packOf(supply).jobs}
                onChange={(jobs) => set(supply, { jobs: jobs ?? 1 })}
              />
            </div>
          ))}
        </RecordForm>
      )}
    </section>
  );
}
