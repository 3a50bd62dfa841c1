import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { quantities, quantityIds, type QuantityId } from '../../../core/quantity/quantities.ts';
import { creating, useWriting } from '../../api/writing.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useFixedIds } from '../../parts/useFixedIds.ts';

/** A channel: something that can be read on this component, hours first of all. */
export function AddMeter({ componentId, onDone }: { componentId: string; onDone: () => void }) {
  const [name, setName] = useState('Running hours');
  const [quantity, setQuantity] = useState<QuantityId>('hours');
  const [error, setError] = useState<unknown>(null);
  const [ids] = useFixedIds();
  const { write, pending } = useWriting();
  const save = async (): Promise<void> => {
    setError(null);
    try {
      await write(
        [creating('channel', { componentId, systemId: null, name, quantity }, ids)],
        `${name}: can be read now, when a job is logged.`,
      );
      onDone();
    } catch (problem) {
      setError(problem);
    }
  };
  return (
    <div className="form" style={{ padding: '12px 0' }}>
      <TextField
        label="What is read"
        value={name}
        onChange={(event) => setName(event.target.value)}
        sx={{ maxWidth: 320 }}
      />
      <Choice
        label="In which quantity"
        value={quantity}
        options={quantityIds.map((id) => ({ value: id, label: quantities[id].label }))}
        onChange={setQuantity}
      />
      <ProblemNote error={error} />
      <div className="actions">
        <Button variant="contained" disabled={pending || !name.trim()} onClick={() => void save()}>
          Add it
        </Button>
        <button type="button" className="btn2" onClick={onDone}>
          Leave it
        </button>
      </div>
    </div>
  );
}
