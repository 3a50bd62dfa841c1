import type { Snapshot } from '../snapshot.ts';

/**
 * The kind of the catalogue whose roles and hazards a kind has: its own, or, for a kind of a person's own, the one it was
 * said to work like. Rules over roles ask for this, and never for a kind by its id.
 */
export function worksLike(snapshot: Snapshot): (kindId: string) => string {
  const own = new Map(
    snapshot
      .all('own-kind')
      .flatMap(({ content }) => (content.worksLike ? [[content.id, content.worksLike]] : [])),
  );
  return own.size === 0 ? (kindId) => kindId : (kindId) => own.get(kindId) ?? kindId;
}
