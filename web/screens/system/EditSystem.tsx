import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { standings, type Standing } from '../../../core/planning/round/step.ts';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import { vesselsOf } from '../../../model/facts/litres.ts';
import { useSnapshot } from '../../api/data.ts';
import { creating } from '../../api/writing.tsx';
import { ChoiceAt, NumberAt, QuantityAt, TextAt } from '../../forms/fields.tsx';
import { RecordForm } from '../../forms/RecordForm.tsx';
import { useRecordForm, type RecordForm as Form } from '../../forms/useRecordForm.ts';
import { useSend } from '../../parts/useSend.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { weekdayNames } from '../first-run/VisitStep.tsx';
import { waterWords } from '../first-run/WaterStep.tsx';
import { EditVessel } from './EditVessel.tsx';

const standingWords: Record<Standing, string> = {
  clean: 'first: it is clean',
  suspect: 'after clean water: it is suspect',
  quarantine: 'last: it is in quarantine',
};
const standingOptions = standings.map((value) => ({ value, label: standingWords[value] }));
const waterOptions = (Object.keys(waterWords) as (keyof typeof waterWords)[]).map((value) => ({
  value,
  label: waterWords[value],
}));

/** The facts of a system and its vessels. */
export function EditSystem({ system, onDone }: { system: Stored<'system'>; onDone: () => void }) {
  const snapshot = useSnapshot();
  const form = useRecordForm('system', system, {
    from: { ...system.content, standing: system.content.standing ?? 'clean' },
    prepare: withoutEmpty,
    said: ({ name }) => `${name}: saved.`,
    onDone,
  });
  const { send, pending, error } = useSend();
  const addVessel = () =>
    void send(
      [
        creating('vessel', {
          systemId: system.id,
          name: 'Sump',
          shape: 'box',
          dimensions: { lengthCm: 60, widthCm: 40 },
          waterDepthCm: 25,
          displacementShare: 0,
        }),
      ],
      'A vessel was added: give its measures.',
    );
  return (
    <section style={{ borderTop: '2px solid var(--ink)', padding: '12px 0 20px', display: 'grid', gap: 20 }}>
      <RecordForm form={form} save="Save the facts" onCancel={onDone}>
        <div className="fields">
          <TextAt at={form.at('name')} label="Name" />
          <QuantityAt at={form.at('believedVolumeL')} label="Your estimate of its water" quantity="volume" />
        </div>
        <ChoiceAt at={form.at('water')} label="Water" options={waterOptions} />
        <ChoiceAt at={form.at('standing')} label="Hoses, nets and hands go to it" options={standingOptions} />
        <WorkDays form={form} />
        <MayStand form={form} />
        <TextAt at={form.at('note')} label="Note" lines />
      </RecordForm>
      {vesselsOf(snapshot, system.id).map((vessel) => (
        <EditVessel key={vessel.id} vessel={vessel} />
      ))}
      <div>
        <ProblemNote error={error} />
        <button type="button" className="btn2" disabled={pending} onClick={addVessel}>
          Add a vessel
        </button>
      </div>
    </section>
  );
}

/** How long it may stand is said, or left out; nothing of it is the house model. */
function withoutEmpty(content: RecordContent<'system'>): RecordContent<'system'> {
  const { mayStand, ...rest } = content;
  const said = { flowMin: null, heatMin: null, airMin: null, ...mayStand };
  return Object.values(said).every((one) => one === null) ? rest : { ...rest, mayStand: said };
}

/** Of the days its place is visited, those for this system; all of them is the rule. */
function WorkDays({ form }: { form: Form<'system'> }) {
  const visited = useSnapshot().content('site', form.content.siteId)?.visits?.weekdays ?? [];
  if (visited.length < 2) return null;
  return (
    <div>
      <h3 style={{ marginBottom: 4 }}>Worked on, of the days its place is visited</h3>
      <ToggleButtonGroup
        value={form.content.weekdays ?? visited}
        aria-label="Days on which it is worked on"
        size="small"
        onChange={(_event, days: number[]) => {
          const own = visited.filter((one) => days.includes(one));
          if (own.length > 0) form.set({ weekdays: own.length === visited.length ? null : own });
        }}
      >
        {visited.map((one) => (
          <ToggleButton key={one} value={one} sx={{ px: 3 }}>
            {weekdayNames[one - 1]}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </div>
  );
}

function MayStand({ form }: { form: Form<'system'> }) {
  return (
    <fieldset style={{ border: 0, padding: 0, margin: 0 }}>
      <legend>It may stand on purpose, where you know better than the house model</legend>
      <div className="fields">
        <NumberAt at={form.at('mayStand.flowMin')} label="Without movement" unit="min" />
        <NumberAt at={form.at('mayStand.airMin')} label="Surface unbroken" unit="min" />
        <NumberAt at={form.at('mayStand.heatMin')} label="Without heat or cold" unit="min" />
      </div>
    </fieldset>
  );
}
