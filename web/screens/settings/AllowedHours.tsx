import TextField from '@mui/material/TextField';
import { disturbances } from '../../../core/catalogue/roles.ts';
import type { RecordContent } from '../../../contract/records.ts';

type Hours = NonNullable<RecordContent<'site'>['allowed']>;

/** From when to when a house lets water run, noise be made, the way be blocked; empty: at any hour. */
export function AllowedHours({
  hours,
  onChange,
}: {
  hours: Hours | undefined;
  onChange: (hours: Hours | undefined) => void;
}) {
  const { begins = null, spans = [] } = hours ?? {};
  const set = (some: Partial<Hours>): void => {
    const next = { begins, spans, ...some };
    onChange(next.begins === null && next.spans.length === 0 ? undefined : next);
  };
  const of = (what: (typeof disturbances)[number]): { from: string; to: string } =>
    spans.find((one) => one.what === what) ?? { from: '', to: '' };
  const setSpan = (what: (typeof disturbances)[number], some: { from?: string; to?: string }): void => {
    const next = { ...of(what), ...some };
    const others = spans.filter((one) => one.what !== what);
    set({ spans: next.from === '' && next.to === '' ? others : [...others, { ...next, what }] });
  };
  return (
    <div role="group" aria-label="Hours of the place">
      <h3>Hours of the place</h3>
      <div className="fields">
        <Time label="Visits begin at" value={begins ?? ''} onChange={(at) => set({ begins: at || null })} />
        {disturbances.map((what) => (
          <span key={what} className="actions">
            <Time
              label={`${words[what]} from`}
              value={of(what).from}
              onChange={(from) => setSpan(what, { from })}
            />
            <Time label="to" value={of(what).to} onChange={(to) => setSpan(what, { to })} />
          </span>
        ))}
      </div>
    </div>
  );
}
const words = { water: 'Water', noise: 'Noise', obstruction: 'Blocking the way' } as const;

function Time({ label, value, onChange }: { label: string; value: string; onChange: (at: string) => void }) {
  return (
    <TextField
      label={label}
      type="time"
      value={value}
      slotProps={{ inputLabel: { shrink: true } }}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}
