import type { When } from '../../contract/fields.ts';
import type { PlanRow } from '../../usecases/plan/plan.ts';
import type { RecordContent } from '../../contract/records.ts';
import type { NewIds } from '../api/writing.tsx';
import type { WaitingPicture } from '../offline/device.ts';

/** What can be said of a job beyond its two taps. */
export interface More {
  when: When;
  whoId: string | null;
  minutes: number | null;
  shareDone: number;
  supplies: RecordContent<'service'>['supplies'];
  note: string;
  /** They are sent with it. */
  pictures: WaitingPicture[];
  /** Water that was changed, L. */
  litres: number | null;
  /** How long it worked by itself; null: it did not. */
  waitedMin: number | null;
  readings: { channelId: string; timing: 'before' | 'after'; ids: NewIds; value: number | null }[];
}

export function emptyMore(row: PlanRow, whoId: string | null): More {
  return {
    when: { kind: 'day', day: row.today },
    whoId,
    minutes: null,
    shareDone: 1,
    supplies: [],
    note: '',
    pictures: [],
    litres: null,
    waitedMin: null,
    readings: [],
  };
}
