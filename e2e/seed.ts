import { randomUUID } from 'node:crypto';
import { isoNow, testNow } from './clock.ts';
import { create, write } from './writing.ts';

// Records written through the API, as any other program would.

const iso = (at: Date): string => at.toISOString().slice(0, 10);
/** A day so many days ago, in UTC: the tests' site stands there too. */
export const daysAgo = (days: number): string => iso(new Date(testNow() - days * 86_400_000));

interface Service {
  ago: number;
  found?: string;
}
export interface Seeded {
  site: string;
  system: string;
  sock: string;
  job: string;
}

/** A tank with one thing in it, and the services it had. */
export async function seedTank(
  address: string,
  options: { kindId?: string; jobId?: string; name?: string; services?: Service[] } = {},
): Promise<Seeded> {
  const { kindId = 'sock-felt', jobId = 'swap', name = 'Filter sock', services = [] } = options;
  const ids: Seeded = { site: randomUUID(), system: randomUUID(), sock: randomUUID(), job: randomUUID() };
  const component = {
    siteId: ids.site,
    systemIds: [ids.system],
    parentId: null,
    stationId: null,
    kindId,
    name,
    status: 'running',
    statusSince: null,
    statusReason: '',
    dutyHoursPerDay: 24,
    facts: { maker: '', model: '', serial: '', warrantyUntil: null, manual: '', note: '' },
  };
  const writes = [
    create(
      'site',
      {
        name: 'Home',
        timeZone: 'UTC',
        visits: { weekdays: [6], everyWeeks: 1, from: daysAgo(30), minutes: null },
      },
      ids.site,
    ),
    create(
      'system',
      { siteId: ids.site, name: 'Reef', water: 'salt', believedVolumeL: null, note: '' },
      ids.system,
    ),
    create('component', component, ids.sock),
    create(
      'job',
      { componentId: ids.sock, systemId: null, vesselId: null, kindId, jobId, overrides: {}, own: null },
      ids.job,
    ),
    ...services.map(({ ago, found }) =>
      create('service', {
        jobId: ids.job,
        when: { kind: 'day', day: daysAgo(ago) },
        whoId: null,
        found: found ?? null,
        shareDone: 1,
        minutes: null,
        supplies: [],
        note: '',
        pictureIds: [],
      }),
    ),
  ];
  await write(address, ...writes);
  return ids;
}

/** What a device sends of a part's flow, just now. @returns its channel, for the next reading */
export async function deviceReadsFlow(
  address: string,
  componentId: string,
  litresPerHour: number,
  known: string | null = null,
): Promise<string> {
  const channelId = known ?? randomUUID();
  const channel = {
    ...{ componentId, systemId: null, name: 'Flow', quantity: 'flow', measure: 'flow' },
  };
  const reading = {
    ...{ channelId, value: litresPerHour, below: false, source: 'device', quality: 'good' },
    ...{ when: { kind: 'instant', at: isoNow() }, timing: null, serviceId: null },
    ...{ whoId: null, note: '' },
  };
  const writes = [...(known ? [] : [create('channel', channel, channelId)]), create('reading', reading)];
  await write(address, ...writes);
  return channelId;
}

interface PlanRow {
  likely: string;
  recommended: string;
  earliest: string;
  latest: string;
  lastDone: string;
  sentence: string;
  state: string;
}
/** What the server plans for the only job there is. */
export async function planned(address: string): Promise<PlanRow> {
  const plan = (await (await fetch(`${address}/api/plan`)).json()) as { jobs: PlanRow[] };
  const row = plan.jobs[0];
  if (!row) throw new Error('nothing is planned');
  return row;
}
export const daysFromToday = (day: string): number =>
  Math.round((Date.parse(day) - Date.parse(daysAgo(0))) / 86_400_000);
export async function countOf(address: string, kind: string): Promise<number> {
  return ((await (await fetch(`${address}/api/records/${kind}`)).json()) as unknown[]).length;
}
