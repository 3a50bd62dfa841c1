import type { MeasureId } from '../../core/quantity/measures.ts';
import type { ParameterId } from '../../core/water/parameters.ts';
import type { Found } from '../../core/wear/found.ts';
import type { When } from '../../contract/fields.ts';

/** What a reading of a file belongs to: a channel that may not exist yet. */
export type ChannelOf =
  | {
      kind: 'parameter';
      systemId: string;
      parameter: ParameterId;
      sensor: string | null;
      methodId: string | null;
    }
  | { kind: 'measure'; componentId: string; measure: MeasureId };
export interface ReadingDraft {
  row: number;
  channel: ChannelOf;
  when: When;
  /** Stored unit. */
  value: number;
  below: boolean;
  rough: boolean;
  repeats: readonly number[];
  whoId: string | null;
  note: string;
}
export interface ServiceDraft {
  row: number;
  jobId: string;
  when: When;
  found: Found | null;
  minutes: number | null;
  whoId: string | null;
  note: string;
}
/** What is kept as words: a remark without a reading, a pair that cannot be a job. */
export interface NoteDraft {
  row: number;
  systemId: string;
  when: When;
  note: string;
}
/** A row or cell with what is said of it; rows count from 1 as a spreadsheet does. */
export interface RowWord {
  row: number;
  head: string;
  text: string;
  why: string;
}
/** Asked before it is written; the key stays the same for the same file. */
export interface Question {
  key: string;
  /** null: it concerns the whole column or file. */
  row: number | null;
  head: string;
  sentence: string;
  choices: readonly { answer: string; label: string }[];
}
/** Everything a file would bring, before anything is written. */
export interface ImportDraft {
  readings: ReadingDraft[];
  services: ServiceDraft[];
  notes: NoteDraft[];
  refused: RowWord[];
  skipped: RowWord[];
  /** Taken, with a remark: a doubled hour, a counter that ran over, a grade nobody gave. */
  flagged: RowWord[];
  questions: Question[];
}
export type Answers = Readonly<Record<string, string>>;

export const emptyDraft = (): ImportDraft => ({
  readings: [],
  services: [],
  notes: [],
  refused: [],
  skipped: [],
  flagged: [],
  questions: [],
});
