import { EntitySchema } from 'typeorm';
import { recordKinds } from '../contract/kinds.ts';
import type { RecordKind, Stored } from '../contract/records.ts';

/** How a current record lies in its table: links and times as columns, the whole content as text. */
export interface RecordRow {
  id: string;
  version: number;
  deleted: number;
  content: string;
  /** The record it belongs to (a foreign key), where it has one. */
  parent: string | null;
}
export interface RevisionRow {
  id: string;
  kind: string;
  recordId: string;
  version: number;
  who: string;
  madeAt: string;
  why: string;
  deleted: number;
  content: string;
  sha256: string;
}

/** The field that owns a record: its foreign key in the database. Other links are checked by the use case. */
export const parentField: Partial<Record<RecordKind, { field: string; kind: RecordKind }>> = {
  system: { field: 'siteId', kind: 'site' },
  vessel: { field: 'systemId', kind: 'system' },
  station: { field: 'systemId', kind: 'system' },
  component: { field: 'siteId', kind: 'site' },
  service: { field: 'jobId', kind: 'job' },
  look: { field: 'jobId', kind: 'job' },
  skip: { field: 'jobId', kind: 'job' },
  reading: { field: 'channelId', kind: 'channel' },
};

export const tableName = (kind: RecordKind): string => `record_${kind.replace('-', '_')}`;

const entityOf = (kind: RecordKind) =>
  new EntitySchema<RecordRow>({
    name: `record:${kind}`,
    tableName: tableName(kind),
    columns: {
      id: { type: 'text', primary: true },
      version: { type: 'integer' },
      deleted: { type: 'integer' },
      content: { type: 'text' },
      parent: { type: 'text', nullable: true },
    },
  });

export const recordEntities = Object.fromEntries(recordKinds.map((kind) => [kind, entityOf(kind)])) as Record<
  RecordKind,
  EntitySchema<RecordRow>
>;

export const revisionEntity = new EntitySchema<RevisionRow>({
  name: 'revision',
  tableName: 'revision',
  columns: {
    id: { type: 'text', primary: true },
    kind: { type: 'text' },
    recordId: { type: 'text', name: 'record_id' },
    version: { type: 'integer' },
    who: { type: 'text' },
    madeAt: { type: 'text', name: 'made_at' },
    why: { type: 'text' },
    deleted: { type: 'integer' },
    content: { type: 'text' },
    sha256: { type: 'text' },
  },
});

export function toStored(kind: RecordKind, row: RecordRow): Stored {
  return {
    kind,
    id: row.id,
    version: row.version,
    deleted: row.deleted === 1,
    content: JSON.parse(row.content) as Stored['content'],
  };
}

/** What is alike in thousands of records, kept once: lists with nothing in them, days, the ids they belong to. */
export class Sharing {
  private readonly texts = new Map<string, string>();
  private readonly whens = new Map<string, object>();

  /** The same record, made of what was met before where that is alike. */
  shared(record: Stored, parent: string | null): Stored {
    const content = record.content as unknown as Record<string, unknown>;
    for (const [name, value] of Object.entries(content)) {
      if (Array.isArray(value) && value.length === 0) content[name] = NOTHING;
      else if (name === 'when') content[name] = this.when(value as Record<string, string>);
    }
    const field = parentField[record.kind]?.field;
    if (field !== undefined && parent !== null) content[field] = this.text(parent);
    return record;
  }
  private text(one: string): string {
    const known = this.texts.get(one);
    if (known === undefined) this.texts.set(one, one);
    return known ?? one;
  }
  private when(one: Record<string, string>): object {
    const key = Object.values(one).join(' ');
    const known = this.whens.get(key);
    if (known === undefined) this.whens.set(key, Object.freeze(one));
    return known ?? one;
  }
}
const NOTHING: readonly never[] = Object.freeze([]);

export function parentOf(kind: RecordKind, content: unknown): string | null {
  const parent = parentField[kind];
  if (!parent || typeof content !== 'object' || content === null) return null;
  const value = (content as Record<string, unknown>)[parent.field];
  return typeof value === 'string' ? value : null;
}
