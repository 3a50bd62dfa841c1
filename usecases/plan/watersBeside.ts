import type { RecordContent, RecordKind, Stored } from '../../contract/records.ts';
import type { WaterSeries } from '../../core/rules/facts.ts';
import type { verdictOf } from '../../core/water/verdict.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import type { MayStand } from '../round/mayStand.ts';
import type { systemDangers } from '../water/systemDangers.ts';

/** What the plan says of one water. */
export interface WaterBeside {
  systemId: string;
  systemName: string;
  content: RecordContent<'system'>;
  zone: string;
  series: WaterSeries[];
  judged: { one: WaterSeries; verdict: ReturnType<typeof verdictOf> }[];
  mayStand: MayStand;
  dangers: ReturnType<typeof systemDangers>;
}

/** Kinds that tell of the waters they name, or of none; by any other kind every water is read anew. */
const ofSomeWaters: ReadonlySet<RecordKind> = new Set<RecordKind>([
  'service',
  'look',
  'skip',
  'reading',
  'channel',
  'event',
  'picture',
  'visit-change',
]);

/** What is known of each water, kept until a record tells of it: a plant of 500 is not read anew for one job logged. */
export class WatersBeside {
  private readonly known = new Map<string, WaterBeside>();

  /** Of every water, one that nothing serves yet too. */
  all(systems: readonly Stored<'system'>[], make: (system: Stored<'system'>) => WaterBeside): WaterBeside[] {
    return systems.map((system) => {
      const known = this.known.get(system.id);
      if (known) return known;
      const made = make(system);
      this.known.set(system.id, made);
      return made;
    });
  }

  forget(): void {
    this.known.clear();
  }

  /** @param jobIds the jobs that the records tell of */
  heard(
    records: readonly Stored[],
    jobIds: Iterable<string>,
    where: { systemsOfJob: (jobId: string) => readonly string[]; snapshot: Snapshot },
  ): void {
    if (records.some(({ kind }) => !ofSomeWaters.has(kind))) {
      this.forget();
      return;
    }
    for (const jobId of jobIds) this.drop(where.systemsOfJob(jobId));
    // and the waters that they name, whether a job stands there or not
    for (const record of records) this.drop(namedBy(record, where.snapshot));
  }

  private drop(systemIds: readonly string[]): void {
    for (const id of systemIds) this.known.delete(id);
  }
}

function namedBy({ kind, content }: Stored, snapshot: Snapshot): readonly string[] {
  const unit = (id: string | null): readonly string[] => {
    const component = snapshot.content('component', id);
    const whole = snapshot.content('component', component?.parentId ?? null);
    return [...(component?.systemIds ?? []), ...(whole?.systemIds ?? [])];
  };
  const channel =
    kind === 'reading'
      ? snapshot.content('channel', (content as RecordContent<'reading'>).channelId)
      : kind === 'channel'
        ? (content as RecordContent<'channel'>)
        : undefined;
  if (channel)
    return [...(channel.systemId === null ? [] : [channel.systemId]), ...unit(channel.componentId)];
  if (kind !== 'event') return [];
  const { systemId, componentId, siteId } = content as RecordContent<'event'>;
  const ofSite = siteId === null ? [] : snapshot.all('system').filter((one) => one.content.siteId === siteId);
  return [...(systemId === null ? [] : [systemId]), ...unit(componentId), ...ofSite.map((one) => one.id)];
}
