import type { DefinitionOf } from '../../model/facts/definition.ts';
import type { KnownReadings } from '../../model/water/readingFaults.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import type { Answers, ImportDraft } from './draft.ts';
import type { ImportMapping } from '../../contract/imports/mapping.ts';
import type { Thing } from './things.ts';

/** One row of the body with what the whole file knows. */
export interface RowContext {
  row: number;
  cells: readonly string[];
  mapping: ImportMapping;
  snapshot: Snapshot;
  zone: string;
  answers: Answers;
  things: readonly Thing[];
  /** Definitions in force, made once for the file. */
  definitionOf: DefinitionOf;
  draft: ImportDraft;
  /** The last values of a column or sensor while reading on, the newest last. */
  recent: Map<string, number[]>;
  /** What the records know of a piece of equipment, gathered once for the file. */
  knownOf: (componentId: string) => KnownReadings;
}
