import { randomUUID } from 'node:crypto';
import { daysAgo } from './seed.ts';

/** A day so many days ahead, in UTC: the tests' site stands there too. */
export const daysAhead = (days: number): string => daysAgo(-days);

/** Writes records as any other program would. */
export async function write(address: string, ...writes: unknown[]): Promise<void> {
  const response = await fetch(`${address}/api/work`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ writes }),
  });
  if (!response.ok) throw new Error(await response.text());
}
export const create = (kind: string, content: unknown, id: string = randomUUID()) => ({
  ...{ op: 'create', kind, id, revisionId: randomUUID(), content },
});
export async function contents<T>(address: string, kind: string): Promise<T[]> {
  const all = (await (await fetch(`${address}/api/records/${kind}`)).json()) as { content: T }[];
  return all.map((one) => one.content);
}

/** A place visited once a week for an hour, from today on, with a tank and some equipment, each serviced so many days ago. */
export async function seedPlan(
  address: string,
  things: readonly { kindId: string; jobId: string; name: string; ago: number }[],
): Promise<{ site: string; system: string; jobs: string[] }> {
  const [site, system] = [randomUUID(), randomUUID()];
  const weekday = ((new Date().getUTCDay() + 6) % 7) + 1;
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
