import type { Day } from '../../../core/time/day.ts';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { Choice } from '../../parts/Choice.tsx';
import { WhenField } from '../../parts/WhenField.tsx';
import type { SystemDraft } from './draft.ts';

export const weekdayNames = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** The rhythms that are offered, by the weeks from one visit to the next. */
export const howOften = [
  { value: '1', label: 'Every week' },
  { value: '2', label: 'Every other week' },
  { value: '4', label: 'Every four weeks' },
];

export function visitWords(draft: Pick<SystemDraft, 'weekdays' | 'everyWeeks'>): string {
  if (draft.weekdays.length === 0) return 'No usual day.';
  const days = [...draft.weekdays]
    .sort()
    .map((day) => weekdayNames[day - 1])
    .join(' and ');
  return draft.everyWeeks === 1
    ? `Usually on ${days}.`
    : draft.everyWeeks === 2
      ? `Every other ${days}.`
      : `Every ${draft.everyWeeks} weeks on ${days}.`;
}

export function VisitStep({
  draft,
  set,
  today,
  zone,
}: {
  draft: SystemDraft;
  set: (some: Partial<SystemDraft>) => void;
  today: Day;
  zone: string;
}) {
  return (
    <>
      <h2>When do you usually have time for it?</h2>
      <div className="form" style={{ marginTop: 12 }}>
        {draft.siteId === null ? (
          <>
            <ToggleButtonGroup
              value={draft.weekdays}
              aria-label="Visit days"
              onChange={(_event, weekdays: number[]) => set({ weekdays })}
              sx={{ flexWrap: 'wrap' }}
            >
              {weekdayNames.map((name, i) => (
                <ToggleButton key={name} value={i + 1} aria-label={name} sx={{ px: 3 }}>
                  {name.slice(0, 3)}
                </ToggleButton>
              ))}
            </ToggleButtonGroup>
            <Choice
              label="How often"
              value={String(draft.everyWeeks)}
              options={howOften}
              onChange={(weeks) => set({ everyWeeks: Number(weeks) })}
            />
          </>
        ) : (
          <p>It is visited with the other systems of its place.</p>
        )}
        <WhenField
          label="Last water change"
          allowUnknown
          value={draft.lastChange}
          today={today}
          zone={zone}
          onChange={(lastChange) => set({ lastChange })}
        />
        <WhenField
          label="Panes last cleaned"
          allowUnknown
          value={draft.lastPanes}
          today={today}
          zone={zone}
          onChange={(lastPanes) => set({ lastPanes })}
        />
      </div>
    </>
  );
}
