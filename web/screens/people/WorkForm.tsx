import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { permitIds, permits, type PermitId, skillIds, skills } from '../../../core/catalogue/hands.ts';
import type { Day } from '../../../core/time/day.ts';
import type { Stored } from '../../../contract/records.ts';
import { TextAt } from '../../forms/fields.tsx';
import { RecordForm } from '../../forms/RecordForm.tsx';
import { useRecordForm } from '../../forms/useRecordForm.ts';
import { Checks } from '../../parts/Checks.tsx';
import { DayField } from '../../parts/DayField.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { weekdayNames } from '../first-run/VisitStep.tsx';

/** What somebody can do at the tank and when they are there. */
export function WorkForm({ person }: { person: Stored<'person'> }) {
  const form = useRecordForm('person', person, { said: ({ name }) => `${name}: saved.` });
  const { content, set } = form;
  const comes = content.comes ?? { weekdays: [], minutes: null };
  const held = content.permits ?? [];
  const away = content.absences ?? [];
  const setUntil = (permit: PermitId, until: Day | null): void =>
    set({ permits: held.map((one) => (one.permit === permit ? { permit, until } : one)) });
  return (
    <RecordForm form={form} save={`Save ${person.content.name}`}>
      <h3>At the tank</h3>
      <TextAt at={form.at('name')} label="Name" />
      <div>
        <h3 style={{ marginBottom: 4 }}>Comes on</h3>
        <ToggleButtonGroup
          value={comes.weekdays}
          aria-label={`Days on which ${content.name} comes`}
          onChange={(_event, weekdays: number[]) => set({ comes: { ...comes, weekdays } })}
          sx={{ flexWrap: 'wrap' }}
          size="small"
        >
          {weekdayNames.map((name, i) => (
            <ToggleButton key={name} value={i + 1} aria-label={name}>
              {name.slice(0, 3)}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        {comes.weekdays.length === 0 && (
          <p className="soft" style={{ paddingTop: 4 }}>
            No day chosen: whenever a place is visited.
          </p>
        )}
      </div>
      <div className="fields">
        <NumberField
          label="Minutes there are"
          unit="min"
          value={comes.minutes}
          onChange={(minutes) => set({ comes: { ...comes, minutes } })}
          help="per visit; may be left empty"
        />
      </div>
      <Checks
        label="Trained for"
        options={skillIds.map((id) => ({ value: id, label: skills[id] }))}
        value={content.skills ?? []}
        onChange={(next) => set({ skills: next })}
      />
      <Checks
        label="Holds a permit for"
        options={permitIds.map((id) => ({ value: id, label: permits[id] }))}
        value={held.map((one) => one.permit)}
        onChange={(next) =>
          set({
            permits: next.map(
              (permit) => held.find((one) => one.permit === permit) ?? { permit, until: null },
            ),
          })
        }
      />
      {held.length > 0 && (
        <div className="fields">
          {held.map(({ permit, until }) => (
            <DayField
              key={permit}
              label={`${permits[permit]}, until`}
              value={until}
              onChange={(day) => setUntil(permit, day)}
              onClear={() => setUntil(permit, null)}
            />
          ))}
        </div>
      )}
      <div style={{ display: 'grid', gap: 10 }}>
        <h3>Away</h3>
        {away.map((one, i) => (
          <div className="actions" key={i}>
            {(['from', 'to'] as const).map((end) => (
              <DayField
                key={end}
                label={end === 'from' ? 'From' : 'To'}
                value={one[end] || null}
                onChange={(day) =>
                  set({ absences: away.map((other, k) => (k === i ? { ...other, [end]: day } : other)) })
                }
              />
            ))}
            <button
              type="button"
              className="btn2"
              onClick={() => set({ absences: away.filter((_one, k) => k !== i) })}
            >
              Take it out
            </button>
          </div>
        ))}
        <div>
          <button
            type="button"
            className="btn2"
            onClick={() => set({ absences: [...away, { from: '', to: '', note: '' }] })}
          >
            Add days away
          </button>
        </div>
      </div>
    </RecordForm>
  );
}
