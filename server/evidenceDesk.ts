import { evidenceOf, type Evidence } from '../model/water/testedWater.ts';
import type { Store } from '../store/store.ts';

/** All records with an index, made once for each state they are in. */
export class EvidenceDesk {
  private readonly store: Store;
  private known: { version: number; evidence: Evidence } | null = null;

  constructor(store: Store) {
    this.store = store;
  }

  async now(): Promise<Evidence> {
    const snapshot = await this.store.snapshot();
    if (this.known?.version !== this.store.version)
      this.known = {
        version: this.store.version,
        evidence: evidenceOf(snapshot),
      };
    return this.known.evidence;
  }
}
