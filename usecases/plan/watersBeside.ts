import type { RecordContent, RecordKind, Stored } from '../../contract/records.ts';
import type { WaterSeries } from '../../core/rules/facts.ts';
import type { verdictOf } from '../../core/water/verdict.ts';
import type { MayStand } from '../round/mayStand.ts';
import { besideWater } from '../water/besideWater.ts';
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

/** Kinds that tell of the waters they reach alone; by one that is neither here nor beside the water all are read anew. */
const ofSomeWaters: ReadonlySet<RecordKind> = new Set<RecordKind>([
  ...(['service', 'look', 'skip', 'reading', 'channel', 'event'] as const),
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

  /** @param reached the systems that a record of such a kind tells of */
  heard(kind: RecordKind, reached: () => readonly string[]): void {
    if (besideWater.has(kind)) return;
    if (!ofSomeWaters.has(kind)) return this.forget();
    for (const id of reached()) this.known.delete(id);
  }
}
