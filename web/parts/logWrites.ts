import type { Found } from '../../core/wear/found.ts';
import { foundInWords } from '../../core/explain/words.ts';
import type { PlanRow } from '../../usecases/plan/plan.ts';
import type { Write } from '../../contract/work.ts';
import { creating, type NewIds } from '../api/writing.tsx';
import type { More } from './more.ts';
import { typedReading } from './readings.ts';

export type LogMode = 'done' | 'looked' | 'put-off';

/** What the line at the foot says. */
export function saidFor(row: PlanRow, mode: LogMode, found: Found | null): string {
  const grade = found ? `, found ${foundInWords(found)}` : '';
  return mode === 'looked'
    ? `${row.thing}: look logged${grade}.`
    : `${row.thing}: ${row.action} logged${grade}.`;
}

/** What logging a job writes: its service or look, and what was read with it. */
export function writesFor(
  row: PlanRow,
  mode: LogMode,
  found: Found | null,
  more: More,
  ids: NewIds,
): Write[] {
  const { when, whoId, note } = more;
  const common = {
    jobId: row.jobId,
    when,
    whoId,
    note,
    pictureIds: more.pictures.map((picture) => picture.id),
  };
  if (mode === 'looked' && found) return [creating('look', { ...common, found }, ids)];
  const readings = more.readings.flatMap(({ channelId, timing, value, ids: readingIds }) =>
    value === null
      ? []
      : [
          creating(
            'reading',
            typedReading({ channelId, when, value, whoId, timing, serviceId: ids.id }),
            readingIds,
          ),
        ],
  );
  const before = more.pictures.flatMap((picture) => (picture.before ? [picture.id] : []));
  const service = creating(
    'service',
    {
      ...common,
      found,
      shareDone: more.shareDone,
      ...(before.length === 0 ? {} : { beforePictureIds: before }),
      minutes: more.minutes,
      supplies: more.supplies,
      ...(more.litres === null ? {} : { litres: more.litres }),
      ...(more.waitedMin === null ? {} : { waitedMin: more.waitedMin }),
    },
    ids,
  );
  return [service, ...readings];
}
