import { eventWords } from '../../../core/catalogue/eventKinds.ts';
import { definitionsOf } from '../../../model/facts/definition.ts';
import { placeOfJob } from '../../../model/facts/places.ts';
import { instantOfWhen } from '../../../model/facts/when.ts';
import type { Snapshot } from '../../../model/snapshot.ts';

/** What happened to the water between tests: a change, a charge, a harvest, an event. */
export interface Mark {
  key: string;
  at: number;
  word: string;
  /** Parameters it concerns; null: all of them. */
  concerns: readonly string[] | null;
  isChange: boolean;
  /** A new charge: what it takes out starts anew. */
  resets: boolean;
  /** Its word stands in a chart. */
  worded?: boolean;
}

/** Services of jobs that take something out of the water, and events; the newest first. */
export function marksOf(snapshot: Snapshot, systemId: string, zone: string): Mark[] {
  const definitionOf = definitionsOf(snapshot);
  const jobs = new Map(
    snapshot.all('job').flatMap((job) => {
      const place = placeOfJob(job.content, snapshot);
      if (!place?.systemIds.includes(systemId)) return [];
      const definition = definitionOf(job.content);
      // a charge or a harvest that takes something out; what is only looked at or wiped is not told
      const concerns = definition.takesOut ?? [];
      const isChange = definition.work === 'change water' && job.content.systemId === systemId;
      if (concerns.length === 0 && !isChange) return [];
      const word = isChange ? place.thing : `${place.thing}: ${definition.action}`;
      const resets = definition.work === 'replace';
      return [[job.id, { word, concerns: isChange ? null : concerns, isChange, resets }] as const];
    }),
  );
  const services = snapshot.all('service').flatMap(({ id, content }) => {
    const job = jobs.get(content.jobId);
    const at = instantOfWhen(content.when, zone);
    if (!job || at === null) return [];
    return [{ key: id, at, ...job, word: content.note ? `${job.word}, ${content.note}` : job.word }];
  });
  const events = snapshot.all('event').flatMap(({ id, content }) => {
    const at = instantOfWhen(content.when, zone);
    return content.systemId === systemId && at !== null
      ? [
          {
            key: id,
            at,
            word: content.note ? `${eventWords[content.kind]}: ${content.note}` : eventWords[content.kind],
            concerns: null,
            isChange: false,
            resets: false,
          },
        ]
      : [];
  });
  return [...services, ...events].sort((a, b) => b.at - a.at);
}
