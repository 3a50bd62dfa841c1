import TextField from '@mui/material/TextField';
import type { MeasureId } from '../../core/quantity/measures.ts';
import type { PlanRow } from '../../usecases/plan/plan.ts';
import { useSnapshot } from '../api/data.ts';
import { newIds } from '../api/writing.tsx';
import { Choice } from './Choice.tsx';
import type { More } from './more.ts';
import { NumberField } from './NumberField.tsx';
import { PictureField } from './PictureField.tsx';
import { QuantityField } from './QuantityField.tsx';
import { useReadingRemarks } from './useReadingRemarks.ts';
import { VolumeField } from './VolumeField.tsx';
import { WhenField } from './WhenField.tsx';

const shares = [
  { value: '1', label: 'All of it' },
  { value: '0.66', label: 'Two thirds' },
  { value: '0.5', label: 'Half' },
  { value: '0.33', label: 'A third' },
] as const;

/** When, who, how much of it, readings, supplies, minutes, a note, a picture: all optional. */
export default function LogMore({
  row,
  value,
  onChange,
  looked,
}: {
  row: PlanRow;
  value: More;
  onChange: (more: More) => void;
  looked: boolean;
}) {
  const snapshot = useSnapshot();
  const set = (some: Partial<More>) => onChange({ ...value, ...some });
  const people = snapshot.all('person');
  const zone = snapshot.content('site', row.siteId)?.timeZone ?? 'UTC';
  const unit = snapshot.get('component', row.componentId ?? '')?.content.parentId ?? row.componentId;
  const channels = snapshot
    .all('channel')
    .filter(
      (channel) => channel.content.componentId === unit || channel.content.componentId === row.componentId,
    );

  const remarkOf = useReadingRemarks(row.componentId);
  const timings = ['before', 'after'] as const;
  const typedAt = (timing: 'before' | 'after'): Partial<Record<MeasureId, number>> =>
    Object.fromEntries(
      value.readings.flatMap((one) => {
        const measure = snapshot.content('channel', one.channelId)?.measure;
        return one.timing === timing && one.value !== null && measure ? [[measure, one.value]] : [];
      }),
    );
  const readOf = (channelId: string, timing: 'before' | 'after') =>
    value.readings.find((one) => one.channelId === channelId && one.timing === timing);
  const setReading = (channelId: string, timing: 'before' | 'after', read: number | null): void => {
    const known = readOf(channelId, timing) ?? { channelId, timing, ids: newIds(), value: null };
    set({ readings: [...value.readings.filter((one) => one !== known), { ...known, value: read }] });
  };

  return (
    <div style={{ display: 'grid', gap: 14, maxWidth: 760 }}>
      <WhenField
        label="When"
        value={value.when}
        today={row.today}
        zone={zone}
        onChange={(when) => set({ when })}
      />
      {people.length > 0 && (
        <Choice
          label="Who"
          value={value.whoId ?? ''}
          options={[
            ...people.map((person) => ({ value: person.id, label: person.content.name })),
            { value: '', label: 'Not said' },
          ]}
          onChange={(id) => set({ whoId: id || null })}
        />
      )}
      {!looked && (
        <>
          <Choice
            label="How much of it"
            value={String(value.shareDone)}
            options={shares}
            onChange={(share) => set({ shareDone: Number(share) })}
          />
          <div className="fields">
            <NumberField
              label="Minutes it took"
              unit="min"
              value={value.minutes}
              onChange={(minutes) => set({ minutes })}
            />
            {row.work === 'change water' && (
              <VolumeField label="Changed" litres={value.litres} onChange={(litres) => set({ litres })} />
            )}
            {channels.flatMap((channel) => {
              return timings.map((timing) => {
                const read = readOf(channel.id, timing)?.value ?? null;
                const remark = read === null ? null : remarkOf(channel.content, read, typedAt(timing));
                return (
                  <QuantityField
                    key={`${channel.id} ${timing}`}
                    label={`${channel.content.name}, ${timing}`}
                    quantity={channel.content.quantity}
                    value={read}
                    help={remark?.question ?? undefined}
                    error={remark?.fault ?? undefined}
                    onChange={(stored) => setReading(channel.id, timing, stored)}
                  />
                );
              });
            })}
          </div>
          <Supplies value={value.supplies} onChange={(supplies) => set({ supplies })} />
        </>
      )}
      <TextField
        label="Note"
        multiline
        minRows={2}
        value={value.note}
        onChange={(event) => set({ note: event.target.value })}
      />
      <PictureField value={value.pictures} parted={!looked} onChange={(pictures) => set({ pictures })} />
    </div>
  );
}

function Supplies({
  value,
  onChange,
}: {
  value: More['supplies'];
  onChange: (supplies: More['supplies']) => void;
}) {
  return (
    <div style={{ display: 'grid', gap: 8 }}>
      {value.map((supply, i) => (
        <div key={i} className="fields">
          <TextField
            label="Supply used"
            value={supply.name}
            onChange={(event) =>
              onChange(value.map((one, k) => (k === i ? { ...one, name: event.target.value } : one)))
            }
          />
          <TextField
            label="Amount"
            value={supply.amount}
            onChange={(event) =>
              onChange(value.map((one, k) => (k === i ? { ...one, amount: event.target.value } : one)))
            }
          />
        </div>
      ))}
      <div>
        <button type="button" className="btn2" onClick={() => onChange([...value, { name: '', amount: '' }])}>
          Add a supply used
        </button>
      </div>
    </div>
  );
}
