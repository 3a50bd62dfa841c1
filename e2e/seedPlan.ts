import { randomUUID } from 'node:crypto';
import { testNow } from './clock.ts';
import { daysAgo } from './seed.ts';
import { create, write } from './writing.ts';

/** A day so many days ahead, in UTC: the tests' site stands there too. */
export const daysAhead = (days: number): string => daysAgo(-days);

/** A place visited once a week for an hour, from today on, with a tank and some equipment, each serviced so many days ago. */
export async function seedPlan(
  address: string,
  things: readonly { kindId: string; jobId: string; name: string; ago: number }[],
): Promise<{ site: string; system: string; jobs: string[] }> {
  const [site, system] = [randomUUID(), randomUUID()];
  const weekday = ((new Date(testNow()).getUTCDay() + 6) % 7) + 1;
  const jobs = things.map(() => randomUUID());
  await write(
    address,
    create(
      'site',
      {
        ...{ name: 'Home', timeZone: 'UTC' },
        visits: { weekdays: [weekday], everyWeeks: 1, from: daysAgo(28), minutes: 60 },
      },
      site,
    ),
    create('system', { siteId: site, name: 'Reef', water: 'salt', believedVolumeL: null, note: '' }, system),
    ...things.flatMap(({ kindId, jobId, name, ago }, i) => {
      const component = randomUUID();
      return [
        create(
          'component',
          {
            ...{ siteId: site, systemIds: [system], parentId: null, stationId: null, kindId, name },
            ...{ status: 'running', statusSince: null, statusReason: '', dutyHoursPerDay: 24 },
            facts: { maker: '', model: '', serial: '', warrantyUntil: null, manual: '', note: '' },
          },
          component,
        ),
        create(
          'job',
          {
            ...{ componentId: component, systemId: null, vesselId: null, kindId, jobId },
            ...{ overrides: {}, own: null },
          },
          jobs[i],
        ),
        create('service', {
          ...{ jobId: jobs[i], when: { kind: 'day', day: daysAgo(ago) }, whoId: null, found: null },
          ...{ shareDone: 1, minutes: null, supplies: [], note: '', pictureIds: [] },
        }),
      ];
    }),
  );
  return { site, system, jobs };
}
