import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMemo, useState } from 'react';
import { SETTING_ID } from '../../../contract/kinds.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { definitionsOf } from '../../../model/facts/definition.ts';
import { useSetting, useSnapshot } from '../../api/data.ts';
import { creating, newIds, revising } from '../../api/writing.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useSend } from '../../parts/useSend.ts';

type Packs = NonNullable<RecordContent<'setting'>['prices']>['packs'];

/** What a pack of each supply costs, where somebody wants to know money; nothing asks for it. */
export function Prices() {
  const snapshot = useSnapshot();
  const setting = useSetting();
  const { send, pending, error } = useSend();
  const [open, setOpen] = useState(false);
  const [currency, setCurrency] = useState(setting.prices?.currency ?? '');
  const [packs, setPacks] = useState<Packs>(setting.prices?.packs ?? []);
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
    setPacks([...packs.filter((one) => one.supply !== supply), { ...packOf(supply), ...some }]);
  const save = async (): Promise<void> => {
    const content = { ...setting, prices: { currency, packs: packs.filter((one) => one.price > 0) } };
    const record = snapshot.get('setting', SETTING_ID);
    const { sent } = await send(
      [record ? revising(record, content) : creating('setting', content, newIds(SETTING_ID))],
      'Prices saved.',
    );
    if (sent) setOpen(false);
  };
  return (
    <section className="awaypart noprint">
      <h2 className="datum">Prices of supplies</h2>
      {!open ? (
        <button type="button" className="btn2" onClick={() => setOpen(true)}>
          {packs.length === 0 ? 'Set prices' : `${packs.length} set: change`}
        </button>
      ) : (
        <div className="form">
          <TextField
            label="Currency"
            value={currency}
            onChange={(event) => setCurrency(event.target.value)}
            sx={{ width: 140 }}
          />
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
                value={packOf(supply).jobs}
                onChange={(jobs) => set(supply, { jobs: jobs ?? 1 })}
              />
            </div>
          ))}
          <ProblemNote error={error} />
          <div className="actions">
            <Button variant="contained" disabled={pending} onClick={() => void save()}>
              Keep the prices
            </Button>
            <button type="button" className="btn2" onClick={() => setOpen(false)}>
              Leave it
            </button>
          </div>
        </div>
      )}
    </section>
  );
}
