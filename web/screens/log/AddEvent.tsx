import { zoneOfSystem } from '../../../model/facts/places.ts';
import { useState } from 'react';
import { dayOf } from '../../../core/time/day.ts';
import { eventWords } from '../../../core/catalogue/eventKinds.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { useNow, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { ChoiceAt, TextAt } from '../../forms/fields.tsx';
import { RecordForm } from '../../forms/RecordForm.tsx';
import { useRecordForm } from '../../forms/useRecordForm.ts';
import { Choice } from '../../parts/Choice.tsx';
import { WhenField } from '../../parts/WhenField.tsx';

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
  const systems = snapshot.all('system');
  const first = systemId || (systems[0]?.id ?? '');
  const [blank] = useState<RecordContent<'event'>>(() => ({
    ...{ siteId: null, systemId: first, componentId: null, kind: 'observation', until: null, note: '' },
    when: { kind: 'day', day: dayOf(now, zoneOfSystem(snapshot, first)) },
    ...{ endsLives: false, whoId: here.id },
  }));
  const form = useRecordForm('event', null, {
    from: blank,
    said: ({ kind }) => `${eventWords[kind]}: added.`,
    onDone,
  });
  const { content, set } = form;
  const zone = zoneOfSystem(snapshot, content.systemId ?? '');
  return (
    <RecordForm form={form} save="Add the event" onCancel={onDone} className="form datum">
      <h2>What happened?</h2>
      {systems.length > 1 && (
        <Choice
          label="Where"
          value={content.systemId ?? ''}
          options={systems.map((one) => ({ value: one.id, label: one.content.name }))}
          onChange={(next) => set({ systemId: next })}
        />
      )}
      <ChoiceAt
        at={form.at('kind')}
        label="What"
        options={offered.map((value) => ({ value, label: eventWords[value] }))}
      />
      <WhenField
        label="When"
        value={content.when}
        today={dayOf(now, zone)}
        zone={zone}
        onChange={(when) => set({ when })}
      />
      <TextAt at={form.at('note')} label="In your words" lines />
      <Choice
        label="Will parts wear differently from now on (far more feed, other animals)?"
        value={content.endsLives ? 'yes' : 'no'}
        options={[
          { value: 'no', label: 'No' },
          { value: 'yes', label: 'Yes, older records count little' },
        ]}
        onChange={(answer) => set({ endsLives: answer === 'yes' })}
      />
    </RecordForm>
  );
}
