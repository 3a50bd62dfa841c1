import { hasRole } from '../../core/catalogue/roles.ts';
import { instantOfWhen } from './when.ts';
import type { Stored } from '../../contract/records.ts';
import type { Snapshot } from '../snapshot.ts';
import type { Instant } from '../../core/time/day.ts';

/** Why a piece of equipment cannot be used. */
export interface OutOfUse {
  componentId: string;
  name: string;
  kind: 'leak' | 'curing' | 'off';
  since: Instant | null;
  /** When it can be used again, where that is known. */
  until: Instant | null;
  note: string;
}

/** "Drum leaks" */
export const outOfUseWord: Readonly<Record<OutOfUse['kind'], string>> = {
  leak: 'leaks',
  curing: 'cures',
  off: 'is off',
};

/** What leaks, cures, or is off: by the component's id; a unit's trouble is its parts' too. */
export function outOfUseNow(snapshot: Snapshot, at: Instant): Map<string, OutOfUse> {
  const found = new Map<string, OutOfUse>();
  for (const { id, content } of snapshot.all('component'))
    if (content.status === 'off' || content.status === 'removed')
      found.set(id, {
        componentId: id,
        name: content.name,
        kind: 'off',
        since: content.statusSince === null ? null : Date.parse(content.statusSince),
        until: null,
        note: content.statusReason,
      });
  for (const { content } of snapshot.all('event')) {
    const { kind, componentId } = content;
    const component = snapshot.content('component', componentId);
    if (!component || componentId === null || (kind !== 'leak' && kind !== 'curing')) continue;
    const zone = snapshot.content('site', component.siteId)?.timeZone ?? 'UTC';
    const since = instantOfWhen(content.when, zone);
    const until = content.until === null ? null : instantOfWhen(content.until, zone);
    if (since === null || since > at || (until !== null && until <= at)) continue;
    found.set(componentId, { componentId, name: component.name, kind, since, until, note: content.note });
  }
  for (const part of snapshot.all('component')) {
    const unit = part.content.parentId === null ? undefined : found.get(part.content.parentId);
    if (unit && !found.has(part.id)) found.set(part.id, unit);
  }
  return found;
}

/**
 * Jobs that wait for something out of use: a water change whose every store is, a refill whose make-up unit is and that
 * no container feeds.
 */
export function blockedJobs(snapshot: Snapshot, at: Instant): Map<string, OutOfUse> {
  const out = outOfUseNow(snapshot, at);
  const blocked = new Map<string, OutOfUse>();
  if (out.size === 0) return blocked;
  for (const job of snapshot.all('job')) {
    const needed = neededBy(job, snapshot);
    const [first] = needed;
    if (first === undefined || !needed.every((id) => out.has(id))) continue;
    const because = out.get(first);
    if (because) blocked.set(job.id, because);
  }
  return blocked;
}

/** The stores or units one of which a job needs; none: it needs nothing of the kind, or nobody described it. */
function neededBy({ content: job }: Stored<'job'>, snapshot: Snapshot): string[] {
  const serving = (systemId: string) =>
    snapshot
      .all('component')
      .filter(({ content }) => content.systemIds.includes(systemId) && content.status !== 'removed');
  if (job.kindId === 'water-change' && job.systemId !== null) {
    const fresh = snapshot.content('system', job.systemId)?.water === 'fresh';
    return serving(job.systemId)
      .filter(({ content: { holds } }) => holds && (holds.water === 'fresh') === fresh)
      .map(({ id }) => id);
  }
  const component = snapshot.content('component', job.componentId);
  if (component && hasRole(component.kindId, 'top-off') && job.jobId === 'refill')
    return component.systemIds.flatMap((systemId) =>
      serving(systemId)
        .filter(({ content }) => content.kindId === 'make-up-unit' || content.holds?.water === 'fresh')
        .map(({ id }) => id),
    );
  return [];
}
