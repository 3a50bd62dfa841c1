import Button from '@mui/material/Button';
import { useState } from 'react';
import { findKind } from '../../../core/catalogue/index.ts';
import { measureIds, measures } from '../../../core/quantity/measures.ts';
import { parameterWord, parameterIds, parameters } from '../../../core/water/parameters.ts';
import { ownKindsOf } from '../../../model/facts/definition.ts';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import { useSnapshot } from '../../api/data.ts';
import { creating } from '../../api/writing.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useFixedIds } from '../../parts/useFixedIds.ts';
import { useSend } from '../../parts/useSend.ts';

interface Offer {
  value: string;
  label: string;
  channel: Pick<RecordContent<'channel'>, 'name' | 'quantity' | 'measure' | 'parameter'>;
}

/** Something that can be read on this component: hours, a pressure drop; where water comes in, the water itself. */
export function AddMeter({ component, onDone }: { component: Stored<'component'>; onDone: () => void }) {
  const snapshot = useSnapshot();
  const known = snapshot
    .all('channel')
    .filter((channel) => channel.content.componentId === component.id)
    .map((channel) => channel.content.measure ?? channel.content.parameter);
  const source = findKind(component.content.kindId, ownKindsOf(snapshot))?.source ?? false;
  const offers: Offer[] = [
    ...measureIds
      .filter((id) => !('of' in measures[id]))
      .map((id) => ({
        value: id,
        label: measures[id].name,
        channel: { name: measures[id].name, quantity: measures[id].quantity, measure: id },
      })),
    ...(source ? parameterIds : []).map((id) => ({
      value: id,
      label: `Incoming water: ${parameterWord(id)}`,
      channel: {
        name: `Incoming water: ${parameterWord(id)}`,
        quantity: parameters[id].quantity,
        parameter: id,
      },
    })),
  ].filter((offer) => !known.includes(offer.value as (typeof known)[number]));
  const [chosen, setChosen] = useState(offers[0]?.value ?? '');
  const [ids] = useFixedIds();
  const { send, pending, error } = useSend(onDone);
  const offer = offers.find((one) => one.value === chosen);
  return (
    <div className="form" style={{ padding: '12px 0' }}>
      <Choice label="What is read" value={chosen} options={offers} onChange={setChosen} />
      <ProblemNote error={error} />
      <div className="actions">
        <Button
          variant="contained"
          disabled={pending || !offer}
          onClick={() =>
            offer &&
            void send(
              [creating('channel', { componentId: component.id, systemId: null, ...offer.channel }, ids)],
              `${offer.label}: can be read now, here and when a job is logged.`,
            )
          }
        >
          Add it
        </Button>
        <button type="button" className="btn2" onClick={onDone}>
          Cancel
        </button>
      </div>
    </div>
  );
}
