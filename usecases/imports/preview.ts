import { measures } from '../../core/quantity/measures.ts';
import { parameters } from '../../core/water/parameters.ts';
import type { When } from '../../contract/fields.ts';
import type { CheckedDraft } from './againstKnown.ts';
import type { Question, ReadingDraft, RowWord } from './draft.ts';
import type { ImportMapping } from '../../contract/imports/mapping.ts';

/** A reading as it would be written: named, stored unit, so that a screen shows it in the person's. */
export interface ReadingPreview {
  row: number;
  when: When;
  name: string;
  parameter: string | null;
  measure: string | null;
  value: number;
  below: boolean;
  rough: boolean;
  note: string;
}
/** What a file would bring, to be looked at before anything is written. */
export interface ImportPreview {
  encoding: string;
  delimiter: string;
  /** The first rows as they stand in the file. */
  sample: readonly (readonly string[])[];
  rows: number;
  mapping: ImportMapping;
  saved: boolean;
  readings: ReadingPreview[];
  services: { row: number; when: When; jobId: string; found: string | null; note: string }[];
  notes: { row: number; when: When; note: string }[];
  /** Remarks as they stand in the file, with how many rows have them: some may stand for a job. */
  remarks: { text: string; rows: number[] }[];
  counts: { readings: number; services: number; notes: number; replaced: number };
  refused: RowWord[];
  skipped: RowWord[];
  flagged: RowWord[];
  questions: Question[];
}
/** What a written import says. */
export interface ImportReport {
  importId: string | null;
  added: number;
  replaced: number;
  skipped: RowWord[];
  refused: RowWord[];
  flagged: RowWord[];
  /** Asked, so not written. */
  questions: Question[];
}

/** What an import taken back leaves: what somebody changed after it stays. */
export interface TakenBack {
  deleted: number;
  changedSince: number;
}

/** So many of each are shown; the counts hold for all. */
const SHOWN = 400;
const SAMPLE_ROWS = 8;

export function previewOf(
  about: Pick<ImportPreview, 'encoding' | 'delimiter' | 'mapping' | 'saved'>,
  rows: ImportPreview['sample'],
  draft: CheckedDraft,
): ImportPreview {
  return {
    ...about,
    sample: rows.slice(0, SAMPLE_ROWS),
    rows: rows.filter((row) => row.some((cell) => cell !== '')).length,
    readings: draft.readings.slice(0, SHOWN).map(readingPreview),
    services: draft.services
      .slice(0, SHOWN)
      .map(({ row, when, jobId, found, note }) => ({ row, when, jobId, found, note })),
    notes: draft.notes.slice(0, SHOWN).map(({ row, when, note }) => ({ row, when, note })),
    remarks: remarksOf(draft),
    counts: {
      readings: draft.readings.length,
      services: draft.services.length,
      notes: draft.notes.length,
      replaced: draft.replacements.length,
    },
    refused: draft.refused,
    skipped: draft.skipped.slice(0, SHOWN),
    flagged: draft.flagged,
    questions: draft.questions,
  };
}

function readingPreview({ row, when, channel, value, below, rough, note }: ReadingDraft): ReadingPreview {
  const of =
    channel.kind === 'parameter'
      ? { name: parameters[channel.parameter].name, parameter: channel.parameter, measure: null }
      : { name: measures[channel.measure].name, parameter: null, measure: channel.measure };
  return { row, when, ...of, value, below, rough, note };
}

/** Each remark once, the most frequent first. */
function remarksOf(draft: CheckedDraft): ImportPreview['remarks'] {
  const found = new Map<string, Set<number>>();
  for (const { row, note } of [...draft.readings, ...draft.services, ...draft.notes]) {
    if (note === '') continue;
    const rows = found.get(note);
    if (rows) rows.add(row);
    else found.set(note, new Set([row]));
  }
  return [...found]
    .map(([text, rows]) => ({ text, rows: [...rows] }))
    .sort((a, b) => b.rows.length - a.rows.length)
    .slice(0, SHOWN_REMARKS);
}
const SHOWN_REMARKS = 40;
