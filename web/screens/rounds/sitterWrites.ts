import equal from 'fast-deep-equal';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import type { Write } from '../../../contract/work.ts';
import { revising } from '../../api/writing.tsx';

type Sitter = NonNullable<RecordContent<'site'>['sitter']>;

/**
 * What a sheet changes of its place: whom to call and what not to touch, where that was typed. Where somebody else
 * changed the same meanwhile, it goes on the version it was begun from, so that two texts are chosen between.
 */
export function sitterWrites(
  site: Stored<'site'>,
  { sitter, begun }: { sitter: Sitter; begun: { version: number; sitter: Sitter | null } },
): Write[] {
  const now = site.content.sitter ?? null;
  const nothing: Sitter = { phones: [], doNotTouch: '' };
  if (equal(sitter, begun.sitter ?? nothing)) return [];
  const base = equal(now, begun.sitter) ? site : { ...site, version: begun.version };
  return [revising(base, { ...site.content, sitter })];
}
