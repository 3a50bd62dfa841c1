import { zoneOfSystem } from '../../../model/facts/places.ts';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { dayOf } from '../../../core/time/day.ts';
import { eventWords } from '../../../core/catalogue/eventKinds.ts';
import type { When } from '../../../contract/fields.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { useNow, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { creating } from '../../api/writing.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useFixedIds } from '../../parts/useFixedIds.ts';
import { WhenField } from '../../parts/WhenField.tsx';
import { useSend } from '../../parts/useSend.ts';

type Kind = RecordContent<'event'>['kind'];
const offered: readonly Kind[] = [
  'outage',
  'livestock',
  'death',
  'feed',
  'medication',
  'leak',
  'observation',
];

/** Something that happened to a system: an outage, new livestock, another feed. */
export function AddEvent({ systemId, onDone }: { systemId: string; onDone: () => void }) {
  const snapshot = useSnapshot();
  const now = useNow();
  const here = usePersonHere();
  const { send, pending, error } = useSend();
  const [ids, renew] = useFixedIds();
  const systems = snapshot.all('system');
  const [system, setSystem] = useState(systemId || (systems[0]?.id ?? ''));
  const zone = zoneOfSystem(snapshot, system);
  const today = dayOf(now, zone);
  const [kind, setKind] = useState<Kind>('observation');
  const [when, setWhen] = useState<When>({ kind: 'day', day: today });
  const [endsLives, setEndsLives] = useState<'yes' | 'no'>('no');
  const [note, setNote] = useState('');
  const save = async (): Promise<void> => {
    const { sent } = await send(
      [
        creating(
          'event',
          {
            siteId: null,
            systemId: system,
            componentId: null,
            kind,
            when,
            until: null,
            endsLives: endsLives === 'yes',
            whoId: here.id,
            note,
          },
          ids,
        ),
      ],
      `${eventWords[kind]}: added.`,
    );
    if (!sent) return;
    renew();
    onDone();
  };
  return (
    <div className="form datum" style={{ padding: '12px 0 20px' }}>
      <h2>What happened?</h2>
      {systems.length > 1 && (
        <Choice
          label="Where"
          value={system}
          options={systems.map((one) => ({ value: one.id, label: one.content.name }))}
          onChange={setSystem}
        />
      )}
      <Choice
        label="What"
        value={kind}
        options={offered.map((value) => ({ value, label: eventWords[value] }))}
        onChange={setKind}
      />
      <WhenField label="When" value={when} today={today} zone={zone} onChange={setWhen} />
      <TextField
        label="In your words"
        multiline
        value={note}
        onChange={(event) => setNote(event.target.value)}
      />
      <Choice
        label="Does wear start anew from here (far more feed, other animals)?"
        value={endsLives}
        options={[
          { value: 'no', label: 'No' },
          { value: 'yes', label: 'Yes, older records count little' },
        ]}
        onChange={setEndsLives}
      />
      <ProblemNote error={error} />
      <div className="actions">
        <Button variant="contained" disabled={pending || !system} onClick={() => void save()}>
          Add the event
        </Button>
        <button type="button" className="btn2" onClick={onDone}>
          Leave it
        </button>
      </div>
    </div>
  );
}
