import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { permits, skills, type PermitId, type SkillId } from '../../../core/catalogue/hands.ts';
import { NumberField } from '../../parts/NumberField.tsx';
import type { Around } from './around.ts';

const MOST_PEOPLE = 10;

/** Whose hands a job needs here, what is begun ahead of it and when, what is brought. */
export function AroundFields({ value, onChange }: { value: Around; onChange: (value: Around) => void }) {
  const set = (some: Partial<Around>): void => onChange({ ...value, ...some });
  return (
    <>
      <div className="fields">
        <NumberField
          label="People it needs"
          unit=""
          value={value.people}
          onChange={(people) => set({ people: Math.min(MOST_PEOPLE, Math.max(1, Math.round(people ?? 1))) })}
        />
        {value.leadSteps.map((lead, i) => (
          <NumberField
            key={lead.what}
            label={lead.what}
            unit="h before"
            value={lead.hoursBefore}
            onChange={(hours) =>
              set({
                leadSteps: value.leadSteps.map((one, k) =>
                  k === i ? { ...one, hoursBefore: Math.max(0, hours ?? 0) } : one,
                ),
              })
            }
          />
        ))}
      </div>
      <Several
        label="Permits"
        of={permits}
        chosen={value.permits}
        onChange={(some) => set({ permits: some as PermitId[] })}
      />
      <Several
        label="Training"
        of={skills}
        chosen={value.skills}
        onChange={(some) => set({ skills: some as SkillId[] })}
      />
      <TextField
        label="Needs, one a line"
        multiline
        minRows={2}
        value={value.needs}
        onChange={(event) => set({ needs: event.target.value })}
      />
    </>
  );
}

function Several({
  label,
  of,
  chosen,
  onChange,
}: {
  label: string;
  of: Readonly<Record<string, string>>;
  chosen: readonly string[];
  onChange: (chosen: string[]) => void;
}) {
  return (
    <div>
      <h3 style={{ marginBottom: 4 }}>{label}</h3>
      <ToggleButtonGroup
        size="small"
        value={chosen}
        aria-label={label}
        onChange={(_event, next: string[]) => onChange(next)}
        sx={{ flexWrap: 'wrap' }}
      >
        {Object.entries(of).map(([id, word]) => (
          <ToggleButton key={id} value={id} sx={{ px: 2 }}>
            {word}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </div>
  );
}
