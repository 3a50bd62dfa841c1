import * as v from 'valibot';
import { programmes } from '../../core/catalogue/programmes.ts';
import { addDays, dayOf, type Instant } from '../../core/time/day.ts';
import { id, number } from '../../contract/fields.ts';
import type { Stored } from '../../contract/records.ts';
import { feedLog } from '../../model/water/feedLog.ts';
import { zoneOfSystem } from '../../model/facts/places.ts';
import type { Evidence } from '../../model/water/testedWater.ts';

// What might be otherwise: records as they would stand. Nothing is written.

/** One thing that is tried. */
export const WhatIf = v.variant('kind', [
  v.strictObject({
    kind: v.literal('rhythm'),
    siteId: id('The place'),
    everyWeeks: v.pipe(number('Every how many weeks', 1, 26, 'weeks'), v.integer()),
  }),
  v.strictObject({
    kind: v.literal('programme'),
    systemId: id('The system'),
    programmeId: v.picklist(
      programmes.map((one) => one.id),
      'Choose a programme.',
    ),
  }),
  v.strictObject({
    kind: v.literal('feed'),
    siteId: id('The place'),
    factor: number('How many times the feed', 0.1, 10, 'times'),
  }),
  v.strictObject({ kind: v.literal('person-less'), personId: id('Who is not there') }),
]);
export type WhatIf = v.InferOutput<typeof WhatIf>;

const YEARS_AWAY_DAYS = 1100;

/** Records as they would stand; what else is needed to know is said in words. */
export function hypothetical(
  { snapshot, index }: Evidence,
  asked: WhatIf,
  now: Instant,
): { records: Stored[]; notKnown: string[] } {
  switch (asked.kind) {
    case 'rhythm': {
      const site = snapshot.get('site', asked.siteId);
      if (!site?.content.visits)
        return { records: [], notKnown: ['This place has no usual visit day to thin out.'] };
      const visits = { ...site.content.visits, everyWeeks: asked.everyWeeks };
      return { records: [{ ...site, content: { ...site.content, visits } }], notKnown: [] };
    }
    case 'programme': {
      const system = snapshot.get('system', asked.systemId);
      return system
        ? {
            records: [{ ...system, content: { ...system.content, programmeId: asked.programmeId } }],
            notKnown: [],
          }
        : { records: [], notKnown: ['There is no such system.'] };
    }
    case 'person-less': {
      const person = snapshot.get('person', asked.personId);
      if (!person) return { records: [], notKnown: ['There is no such person.'] };
      const today = dayOf(now, 'UTC');
      const away = { from: addDays(today, -1), to: addDays(today, YEARS_AWAY_DAYS), note: '' };
      const absences = [...(person.content.absences ?? []), away];
      return { records: [{ ...person, content: { ...person.content, absences } }], notKnown: [] };
    }
    case 'feed':
      return fed({ snapshot, index }, asked.siteId, asked.factor, now);
  }
}

/** Feed from now on at another rate, where it is logged. */
function fed(
  { snapshot, index }: Pick<Evidence, 'snapshot' | 'index'>,
  siteId: string,
  factor: number,
  now: Instant,
): { records: Stored[]; notKnown: string[] } {
  const records: Stored[] = [];
  const notKnown: string[] = [];
  for (const { id: systemId, content } of snapshot.all('system')) {
    if (content.siteId !== siteId) continue;
    const channel = index.on('channelsOfSystem', systemId).find((one) => one.content.measure === 'feed');
    const { now: grams } = feedLog(index, systemId, zoneOfSystem(snapshot, systemId), now);
    if (!channel || grams === null) {
      notKnown.push(`${content.name}: its feed is not entered, so nothing there counts by it.`);
      continue;
    }
    const when = { kind: 'instant', at: new Date(now).toISOString() } as const;
    records.push({
      ...{ kind: 'reading', id: `what-if ${channel.id}`, version: 1, deleted: false },
      content: {
        ...{ channelId: channel.id, when, value: grams * factor, below: false, source: 'typed' },
        ...{ quality: 'good', timing: null, serviceId: null, whoId: null, note: '' },
      },
    } satisfies Stored<'reading'>);
  }
  return { records, notKnown };
}
