import { useState } from 'react';
import type { RecordContent } from '../../contract/records.ts';
import { addDays } from '../../core/time/day.ts';
import type { PlanRow } from '../../usecases/plan/plan.ts';
import { usePersonHere } from '../api/person.ts';
import { useWriting } from '../api/writing.tsx';
import { TextAt } from '../forms/fields.tsx';
import { RecordForm } from '../forms/RecordForm.tsx';
import { useRecordForm } from '../forms/useRecordForm.ts';
import { DayField } from './DayField.tsx';

/** Puts a job off until a day, with a reason: both are kept, and counted. */
export default function PutOff({ row, onDone }: { row: PlanRow; onDone: () => void }) {
  const here = usePersonHere();
  const { shown } = useWriting();
  const [blank] = useState<RecordContent<'skip'>>(() => ({
    ...{ jobId: row.jobId, when: { kind: 'day', day: row.today }, whoId: here.id, reason: '' },
    until: row.nextVisit ?? addDays(row.today, 7),
  }));
  const form = useRecordForm('skip', null, {
    from: blank,
    draft: row.jobId,
    said: () => `${row.thing}: put off.`,
    onDone: () => void shown().then(onDone),
  });
  return (
    <RecordForm form={form} save="Put it off" onCancel={onDone}>
      <h3>Put off until when, and why?</h3>
      {row.skips > 0 && (
        <p className="soft">
          Put off {row.skips === 1 ? 'once' : `${row.skips} times`} since it was last done.
        </p>
      )}
      <div className="fields">
        <DayField
          label="Until"
          value={form.content.until}
          min={addDays(row.today, 1)}
          today={row.today}
          onChange={(until) => form.set({ until })}
        />
        <TextAt at={form.at('reason')} label="Reason" />
      </div>
    </RecordForm>
  );
}
