import { definitionsOf } from '../model/facts/definition.ts';
import { RecordIndex } from '../model/facts/recordIndex.ts';
import type { Evidence } from '../model/water/testedWater.ts';
import type { Store } from '../store/store.ts';

/** All records with their index: made once, then kept up to date record by record for everything that is asked. */
export class LiveEvidence {
  private readonly store: Store;
  private index: RecordIndex | null = null;
  private known: { version: number; evidence: Evidence } | null = null;

  constructor(store: Store) {
    this.store = store;
    store.onChange((change) => {
      if (change === null) this.index = null;
      for (const [i, record] of change?.records.entries() ?? []) this.index?.take(record, change?.before[i]);
    });
  }

  async now(): Promise<Evidence> {
    const snapshot = await this.store.snapshot();
    this.index ??= RecordIndex.of(snapshot);
    const { version } = this.store;
    if (this.known?.version !== version)
      this.known = {
        version,
        evidence: { snapshot, index: this.index, definitionOf: definitionsOf(snapshot) },
      };
    return this.known.evidence;
  }
}
