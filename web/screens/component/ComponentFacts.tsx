import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import type { Stored } from '../../../contract/records.ts';
import { findKind } from '../../../core/catalogue/index.ts';
import { ownKindsOf } from '../../../model/facts/definition.ts';
import { useSnapshot } from '../../api/data.ts';
import { DayAt, NumberAt, TextAt } from '../../forms/fields.tsx';
import { RecordForm } from '../../forms/RecordForm.tsx';
import { useRecordForm } from '../../forms/useRecordForm.ts';
import { HoldsFields } from './HoldsFields.tsx';

/** The facts of a component: name, maker, serial number, warranty, manual, and which systems it serves. */
export function ComponentFacts({
  component,
  onDone,
}: {
  component: Stored<'component'>;
  onDone: () => void;
}) {
  const snapshot = useSnapshot();
  const form = useRecordForm('component', component, { said: ({ name }) => `${name}: saved.`, onDone });
  // drums, containers, basins: what stands where water comes in
  const keepsWater =
    Boolean(component.content.holds) ||
    findKind(component.content.kindId, ownKindsOf(snapshot))?.place === 'make-up';
  const systems = snapshot
    .all('system')
    .filter((system) => system.content.siteId === component.content.siteId);
  return (
    <RecordForm form={form} save="Save the facts" onCancel={onDone}>
      <div className="fields">
        <TextAt at={form.at('name')} label="Name" />
        <TextAt at={form.at('facts.maker')} label="Maker" />
        <TextAt at={form.at('facts.model')} label="Model" />
        <TextAt at={form.at('facts.serial')} label="Serial number" />
        <DayAt at={form.at('facts.warrantyUntil')} label="Warranty until" />
        <NumberAt at={form.at('dutyHoursPerDay')} label="Runs" unit="h a day" required />
        <NumberAt at={form.at('ratedW')} label="Draws" unit="W" />
      </div>
      <TextAt at={form.at('facts.manual')} label="Manual" lines help="where it lies, or what it says" />
      <TextAt at={form.at('facts.note')} label="Note" lines />
      {keepsWater && (
        <div>
          <HoldsFields value={form.content.holds} onChange={(holds) => form.set({ holds })} />
          <Refused why={form.problemAt('holds')} />
        </div>
      )}
      {systems.length > 1 && (
        <div>
          <h3 style={{ marginBottom: 4 }}>Serves</h3>
          <ToggleButtonGroup
            value={form.content.systemIds}
            onChange={(_event, systemIds: string[]) => form.set({ systemIds })}
            aria-label="Systems served"
            sx={{ flexWrap: 'wrap' }}
          >
            {systems.map((system) => (
              <ToggleButton key={system.id} value={system.id} sx={{ px: 3 }}>
                {system.content.name}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          <Refused why={form.problemAt('systemIds')} />
        </div>
      )}
    </RecordForm>
  );
}

const Refused = ({ why }: { why: string | undefined }) => why !== undefined && <p className="late">{why}</p>;
