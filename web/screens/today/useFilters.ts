import { useSearchParams } from 'react-router';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import type { Snapshot } from '../../../model/snapshot.ts';
import type { PickProps } from '../../parts/Pick.tsx';
import { wordsIn } from '../../parts/wordsIn.ts';
import type { SearchProps } from '../../parts/Search.tsx';

/** Filters by place, system, person and kind of work; they stay in the address bar, and only those with a choice show. */
export function useFilters(
  rows: readonly PlanRow[],
  snapshot: Snapshot,
): { rows: PlanRow[]; picks: PickProps[]; search: SearchProps } {
  const [params, setParams] = useSearchParams();
  const value = (key: string) => params.get(key) ?? '';
  const set = (key: string) => (next: string) =>
    setParams(
      (before) => {
        const after = new URLSearchParams(before);
        if (next) after.set(key, next);
        else after.delete(key);
        return after;
      },
      { replace: true },
    );
  const sites = snapshot.all('site').map((site) => ({ value: site.id, label: site.content.name }));
  const systems = snapshot
    .all('system')
    .filter((system) => !value('site') || system.content.siteId === value('site'))
    .map((system) => ({ value: system.id, label: system.content.name }));
  const people = snapshot.all('person').map((person) => ({ value: person.id, label: person.content.name }));
  const kinds = [...new Set(rows.map((row) => row.work))]
    .sort()
    .map((work) => ({ value: work, label: work }));
  const byPerson = lastDoneBy(snapshot);
  const shown = rows.filter(
    (row) =>
      (!value('site') || row.siteId === value('site')) &&
      (!value('system') || row.systemIds.includes(value('system'))) &&
      (!value('work') || row.work === value('work')) &&
      wordsIn(`${row.target} ${row.action}`, value('q')) &&
      (!value('who') || byPerson.get(row.jobId) === value('who')),
  );
  const picks: PickProps[] = [];
  if (sites.length > 1)
    picks.push({ label: 'All places', value: value('site'), options: sites, onChange: set('site') });
  if (systems.length > 1)
    picks.push({ label: 'All systems', value: value('system'), options: systems, onChange: set('system') });
  if (people.length > 1)
    picks.push({ label: 'Everyone', value: value('who'), options: people, onChange: set('who') });
  if (kinds.length > 1)
    picks.push({ label: 'All kinds of work', value: value('work'), options: kinds, onChange: set('work') });
  return { rows: shown, picks, search: { value: value('q'), onChange: set('q') } };
}

/** A job is a person's who did it last. */
function lastDoneBy(snapshot: Snapshot): Map<string, string> {
  const latest = new Map<string, { at: string; who: string }>();
  for (const { content } of snapshot.all('service')) {
    const at =
      content.when.kind === 'day'
        ? content.when.day
        : content.when.kind === 'instant'
          ? content.when.at
          : content.when.kind === 'rough'
            ? content.when.to
            : '';
    if (content.whoId && at >= (latest.get(content.jobId)?.at ?? ''))
      latest.set(content.jobId, { at, who: content.whoId });
  }
  return new Map([...latest].map(([jobId, { who }]) => [jobId, who]));
}
