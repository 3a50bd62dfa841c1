import { vesselShapes, type ShapeId } from '../../../core/water/vesselVolume.ts';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import { deleting } from '../../api/writing.tsx';
import { QuantityAt, TextAt } from '../../forms/fields.tsx';
import { RecordForm } from '../../forms/RecordForm.tsx';
import { useRecordForm } from '../../forms/useRecordForm.ts';
import { Choice } from '../../parts/Choice.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useSend } from '../../parts/useSend.ts';

const shapes = (Object.keys(vesselShapes) as ShapeId[]).map((value) => ({
  value,
  label: vesselShapes[value].label,
}));
const percent = (share: number | null | undefined): number | null => (share == null ? null : share * 100);

/** A vessel's shape, measures and what takes room in it. */
export function EditVessel({ vessel }: { vessel: Stored<'vessel'> }) {
  const form = useRecordForm('vessel', vessel, { said: ({ name }) => `${name}: saved.` });
  const removal = useSend();
  const { shape, displacementShare, freeShare } = form.content;
  return (
    <RecordForm
      form={form}
      save="Save this vessel"
      foot={
        <button
          type="button"
          className="btn2"
          disabled={removal.pending}
          onClick={() => void removal.send([deleting(vessel)], `${vessel.content.name}: removed.`)}
        >
          Remove it
        </button>
      }
    >
      <Choice
        label={`Shape of ${vessel.content.name}`}
        value={shape}
        options={shapes}
        onChange={(next) => form.set({ shape: next, dimensions: {} })}
      />
      <div className="fields">
        <TextAt at={form.at('name')} label="Name" />
        {vesselShapes[shape].fields.map(({ key, label, quantity }) => (
          <QuantityAt
            key={`${shape} ${key}`}
            at={form.at(`dimensions.${key}` as keyof RecordContent<'vessel'>)}
            label={label}
            quantity={quantity}
            required
          />
        ))}
        <QuantityAt at={form.at('waterDepthCm')} label="Water depth" quantity="length" required />
        <NumberField
          label="Rock and sand take"
          unit="%"
          required
          value={percent(displacementShare)}
          onChange={(value) => form.set({ displacementShare: (value ?? 0) / 100 })}
          error={form.problemAt('displacementShare')}
        />
        <NumberField
          label="Surface free of rock"
          unit="%"
          value={percent(freeShare)}
          onChange={(value) => form.set({ freeShare: value === null ? null : value / 100 })}
          error={form.problemAt('freeShare')}
        />
        <QuantityAt at={form.at('runsBackCm')} label="Falls when pumps stop" quantity="length" />
        <QuantityAt at={form.at('headroomCm')} label="Water line to the rim" quantity="length" />
        <QuantityAt
          at={form.at('pipesL')}
          label="Pipes that run down into it"
          quantity="volume"
          decimals={1}
        />
      </div>
      <ProblemNote error={removal.error} />
    </RecordForm>
  );
}
