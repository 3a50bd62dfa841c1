import type { Day } from '../core/time/day.ts';
import type { Stored } from '../contract/records.ts';
import { demoWrites } from './build.ts';

/** The demo of a day as records that have just been written, without a store. */
export function demoRecords(today: Day): Stored[] {
  return demoWrites(today).map((write): Stored => {
    if (write.op !== 'create') throw new Error(`the demo is made of new records, not of a ${write.op}`);
    return {
      kind: write.kind,
      id: write.id,
      version: 1,
      deleted: false,
      content: write.content as Stored['content'],
    };
  });
}
