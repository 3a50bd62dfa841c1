import type { Stored } from '../contract/records.ts';
import { definitionsOf } from '../model/facts/definition.ts';
import { RecordIndex } from '../model/facts/recordIndex.ts';
import type { Evidence } from '../model/water/testedWater.ts';
import type { Store } from '../store/store.ts';

/** All records with their index: made once, then kept up to date record by record for everything that is asked. */
export class EvidenceDesk {
  private readonly store: Store;
  private index: RecordIndex | null = null;
  /** Each record as it stands on the index. */
  private readonly standing = new Map<string, Stored>();
  private known: { version: number; evidence: Evidence } | null = null;

  constructor(store: Store) {
    this.store = store;
    store.onChange((records) => {
      // nothing named: all is read anew
      if (records.length === 0) this.index = null;
      for (const record of records) this.take(record);
    });
  }

  async now(): Promise<Evidence> {
    const snapshot = await this.store.snapshot();
    if (this.index === null) {
      this.index = new RecordIndex();
      this.standing.clear();
      for (const record of snapshot.everything()) this.take(record);
    }
    const { version } = this.store;
    if (this.known?.version !== version)
      this.known = {
        version,
        evidence: { snapshot, index: this.index, definitionOf: definitionsOf(snapshot) },
      };
    return this.known.evidence;
  }

  private take(record: Stored): void {
    if (!this.index) return;
    const key = `${record.kind} ${record.id}`;
    this.index.take(record, this.standing.get(key));
    if (record.deleted) this.standing.delete(key);
    else this.standing.set(key, record);
  }
}
