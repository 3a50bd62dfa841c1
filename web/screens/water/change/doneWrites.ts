import { addDays } from '../../../../core/time/day.ts';
import type { RecordContent, Stored } from '../../../../contract/records.ts';
import type { Snapshot } from '../../../../model/snapshot.ts';
import type { Write } from '../../../../contract/work.ts';
import type { ChangeFacts } from '../../../../usecases/water/changeFacts.ts';
import { creating, newIds, revising } from '../../../api/writing.tsx';
import { typedReading } from '../../../parts/readings.ts';

/**
 * A plan that was carried out: a service for each system with its litres, the level left in each store that is read, the
 * plan closed; and where a change has further stages, the plan of the next one.
 */
export function doneWrites(
  plan: Stored<'change-plan'>,
  facts: ChangeFacts,
  snapshot: Snapshot,
  at: string,
  whoId: string | null,
  litresWord: (litres: number) => string,
): Write[] {
  const when = { kind: 'instant' as const, at };
  const services = plan.content.systems.flatMap((one) => {
    const known = facts.systems.find((system) => system.id === one.systemId)?.jobId ?? null;
    const ids = newIds();
    const job = newIds();
    const jobId = known ?? job.id;
    return [
      ...(known === null ? [creating('job', changeJob(one.systemId), job)] : []),
      creating(
        'service',
        {
          jobId,
          when,
          whoId,
          found: null,
          shareDone: 1,
          minutes: null,
          supplies: [{ name: 'make-up water', amount: litresWord(one.litres) }],
          note: one.stages.count > 1 ? `first of ${one.stages.count} stages` : '',
          pictureIds: [],
          litres: one.litres,
        },
        ids,
      ),
    ];
  });
  const levels = facts.stores.flatMap((store) => {
    const drawn = plan.content.systems
      .flatMap((one) => one.draws)
      .filter((draw) => draw.componentId === store.id)
      .reduce((sum, draw) => sum + draw.litres, 0);
    const channel = snapshot
      .all('channel')
      .find(({ content }) => content.componentId === store.id && content.measure === 'litres-left');
    if (!channel || drawn <= 0 || store.presentL === null) return [];
    const value = Math.max(0, store.presentL - drawn);
    return [
      creating(
        'reading',
        typedReading({ channelId: channel.id, when, value, whoId, note: 'after the changes' }),
      ),
    ];
  });
  const next = nextStage(plan.content, facts);
  return [
    ...services,
    ...levels,
    revising(plan, {
      ...plan.content,
      serviceIds: services.filter((write) => write.kind === 'service').map((write) => write.id),
    }),
    ...(next ? [creating('change-plan', next)] : []),
  ];
}

/** The water change of a system that nobody had added yet. */
const changeJob = (systemId: string): RecordContent<'job'> => ({
  componentId: null,
  systemId,
  vesselId: null,
  kindId: 'water-change',
  jobId: 'change',
  overrides: {},
  own: null,
});

/** What is left of the changes that have stages, on the first visit that is far enough away. */
function nextStage(
  plan: RecordContent<'change-plan'>,
  { visits, today, systems }: ChangeFacts,
): RecordContent<'change-plan'> | null {
  const staged = plan.systems.filter((one) => one.stages.count > 1);
  if (staged.length === 0) return null;
  const soonest = addDays(today, Math.max(...staged.map((one) => one.stages.daysApart)));
  return {
    ...plan,
    day: visits.find((day) => day >= soonest) ?? soonest,
    systems: staged.map((one) => ({
      ...one,
      wantedL: leftOf(one, systems.find((system) => system.id === one.systemId)?.litres ?? null),
      stages: { ...one.stages, count: one.stages.count - 1 },
    })),
    serviceIds: [],
  };
}

/** What the other stages change together: each takes the same share of what is then in the water. */
function leftOf(
  { litres, stages }: RecordContent<'change-plan'>['systems'][number],
  systemLitres: number | null,
): number {
  const others = stages.count - 1;
  return systemLitres === null ? litres * others : systemLitres * (1 - (1 - litres / systemLitres) ** others);
}
