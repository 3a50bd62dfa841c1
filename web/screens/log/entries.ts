import { dayOf, type Day } from '../../../core/time/day.ts';
import { eventWords } from '../../../core/catalogue/eventKinds.ts';
import { definitionsOf } from '../../../model/facts/definition.ts';
import { placeOfJob, zoneOfSystem } from '../../../model/facts/places.ts';
import { checksOf } from '../../../model/water/checks.ts';
import { formatQuantity } from '../../../core/quantity/quantities.ts';
import { instantOfWhen } from '../../../model/facts/when.ts';
import type { Found } from '../../../core/wear/found.ts';
import type { Stored } from '../../../contract/records.ts';
import type { Snapshot } from '../../../model/snapshot.ts';

export type LogRecord =
  Stored<'service'> | Stored<'look'> | Stored<'skip'> | Stored<'event'> | Stored<'check'>;
export interface LogEntry {
  record: LogRecord;
  at: number;
  day: Day;
  zone: string;
  /** "Filter sock, swap and wash" */
  what: string;
  place: string;
  systemIds: readonly string[];
  jobId: string | null;
  found: Found | null;
  /** Whether a grade belongs to it at all. */
  graded: boolean;
  who: string;
  note: string;
}

/** Everything that happened, newest first. @param volumeUnit in which this person reads litres */
export function logEntries(snapshot: Snapshot, volumeUnit: string): LogEntry[] {
  const definitionOf = definitionsOf(snapshot);
  const jobs = new Map(
    snapshot.all('job').map((job) => {
      const place = placeOfJob(job.content, snapshot);
      if (!place) return [job.id, null];
      const { action, foundScale } = definitionOf(job.content);
      return [job.id, { place, action, graded: foundScale !== 'none' }];
    }),
  );
  const who = (id: string | null): string => snapshot.content('person', id)?.name ?? '';
  const ofJobs = [...snapshot.all('service'), ...snapshot.all('look'), ...snapshot.all('skip')].flatMap(
    (record): LogEntry[] => {
      const job = jobs.get(record.content.jobId);
      const zone = job?.place.zone ?? 'UTC';
      const at = instantOfWhen(record.content.when, zone);
      if (!job || at === null) return [];
      const verb =
        record.kind === 'service'
          ? job.action +
            (record.content.litres
              ? `, ${formatQuantity('volume', record.content.litres, volumeUnit)}`
              : '') +
            (record.content.mergedInto ? ', kept in another entry' : '') +
            (record.content.shareDone < 1 ? `, ${Math.round(record.content.shareDone * 100)} % of it` : '')
          : record.kind === 'look'
            ? `looked (${job.action})`
            : `put off (${job.action})`;
      return [
        {
          record,
          at,
          zone,
          day: dayOf(at, zone),
          what: `${job.place.thing}, ${verb}`,
          place: job.place.systemName,
          systemIds: job.place.systemIds,
          jobId: record.content.jobId,
          found: record.kind === 'skip' ? null : record.content.found,
          graded: record.kind !== 'skip' && job.graded,
          who: who(record.content.whoId),
          note: record.kind === 'skip' ? record.content.reason : record.content.note,
        },
      ];
    },
  );
  const ofEvents = snapshot.all('event').flatMap((record): LogEntry[] => {
    const component = snapshot.content('component', record.content.componentId);
    const system = snapshot.get('system', record.content.systemId ?? '');
    const siteId = record.content.siteId ?? component?.siteId ?? system?.content.siteId ?? null;
    const zone = snapshot.content('site', siteId)?.timeZone ?? 'UTC';
    const at = instantOfWhen(record.content.when, zone);
    if (at === null) return [];
    const systemIds =
      component?.systemIds ??
      (system
        ? [system.id]
        : snapshot
            .all('system')
            .filter((one) => one.content.siteId === siteId)
            .map((one) => one.id));
    return [
      {
        record,
        at,
        zone,
        day: dayOf(at, zone),
        what: `${eventWords[record.content.kind]}${component ? `, ${component.name}` : ''}`,
        place: system?.content.name ?? snapshot.content('site', siteId)?.name ?? '',
        systemIds,
        jobId: null,
        found: null,
        graded: false,
        who: who(record.content.whoId),
        note: record.content.note,
      },
    ];
  });
  const ofChecks = snapshot.all('check').flatMap((record): LogEntry[] => {
    const { systemId, finds, checkId, answerId, when, whoId, note } = record.content;
    const zone = zoneOfSystem(snapshot, systemId);
    const at = instantOfWhen(when, zone);
    const check = checksOf(finds).find((one) => one.id === checkId);
    const answer = check?.answers.find((one) => one.id === answerId);
    if (at === null || !check || !answer) return [];
    return [
      {
        record,
        at,
        zone,
        day: dayOf(at, zone),
        what: `Checked, ${finds === 'top-off' ? 'top-off' : `source of ${finds}`}: ${answer.label.toLowerCase()}`,
        place: snapshot.content('system', systemId)?.name ?? '',
        systemIds: [systemId],
        jobId: null,
        found: null,
        graded: false,
        who: who(whoId),
        note: note || check.ask,
      },
    ];
  });
  return [...ofJobs, ...ofEvents, ...ofChecks].sort(
    (a, b) => b.at - a.at || b.record.id.localeCompare(a.record.id),
  );
}
