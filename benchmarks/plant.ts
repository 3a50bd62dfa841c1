import { v7 as uuid } from 'uuid';
import type { RecordContent, RecordKind } from '../contract/records.ts';
import type { Write } from '../contract/work.ts';
import { findKind } from '../core/catalogue/index.ts';
import { addDays, MS_PER_DAY } from '../core/time/day.ts';
import { foundGrades } from '../core/wear/found.ts';
import { Chance } from '../demo/chance.ts';

// A generated plant of any size: places, systems, equipment with its jobs and what was done, probes and what they read.

/** How large: 1 is 500 systems, 10,000 components, 40,000 jobs, 600,000 services and 2 million readings. */
export interface PlantSize {
  systems: number;
  componentsPerSystem: number;
  jobsPerComponent: number;
  servicesPerJob: number;
  probesPerSystem: number;
  readingsPerProbe: number;
}
export const plantOf = (share: number): PlantSize => ({
  ...{ systems: Math.max(1, Math.round(500 * share)), componentsPerSystem: 20, jobsPerComponent: 4 },
  ...{ servicesPerJob: 15, probesPerSystem: 4, readingsPerProbe: 1000 },
});

/** Kinds of the catalogue, and about how many days a job of theirs lasts. */
const unitKinds = [
  ['skimmer', 30],
  ['return-pump', 90],
  ['uv', 120],
  ['sock-felt', 6],
] as const;
const biological = ['canister', 40] as const;
const SYSTEMS_A_PLACE = 10;
const READ_EVERY_MS = 600_000;

const make = <K extends RecordKind>(kind: K, content: RecordContent<K>): Write => ({
  op: 'create',
  kind,
  id: uuid(),
  revisionId: uuid(),
  content,
});

export interface Plant {
  /** Everything but readings, parents before their children. */
  writes: Write[];
  jobIds: string[];
  siteIds: string[];
  systemIds: string[];
  channelIds: string[];
}
export function plant(size: PlantSize, today: string): Plant {
  const chance = new Chance(29);
  const made: Plant = { writes: [], jobIds: [], siteIds: [], systemIds: [], channelIds: [] };
  let siteId = '';
  const put = (write: Write): string => {
    made.writes.push(write);
    return write.id;
  };
  for (let s = 0; s < size.systems; s++) {
    if (s % SYSTEMS_A_PLACE === 0) {
      siteId = put(
        make('site', {
          name: `House ${s / SYSTEMS_A_PLACE + 1}`,
          timeZone: 'Europe/Berlin',
          visits: { weekdays: [1, 2, 3, 4, 5], everyWeeks: 1, from: addDays(today, -28), minutes: 480 },
        }),
      );
      made.siteIds.push(siteId);
    }
    const systemId = put(
      make('system', { siteId, name: `System ${s + 1}`, water: 'salt', believedVolumeL: 500, note: '' }),
    );
    made.systemIds.push(systemId);
    for (let c = 0; c < size.componentsPerSystem; c++) {
      // one unit of a system carries its bacteria
      const [kindId, days] = c === 0 ? biological : chance.pick(unitKinds);
      const jobs = findKind(kindId)?.jobs ?? [];
      const componentId = put(
        make('component', {
          ...{ siteId, systemIds: [systemId], parentId: null, stationId: null, kindId },
          ...{ name: `Unit ${s + 1}.${c + 1}`, status: 'running', statusSince: null, statusReason: '' },
          dutyHoursPerDay: 24,
          facts: { maker: '', model: '', serial: '', warrantyUntil: null, manual: '', note: '' },
        }),
      );
      for (let j = 0; j < size.jobsPerComponent; j++) {
        const jobId = put(
          make('job', {
            ...{ componentId, systemId: null, vesselId: null, kindId },
            ...{ jobId: jobs[j % jobs.length]?.id ?? '', overrides: {}, own: null },
          }),
        );
        made.jobIds.push(jobId);
        let ago = 1 + chance.even() * days;
        for (let k = 0; k < size.servicesPerJob; k++) {
          put(serviceOf(jobId, addDays(today, -Math.round(ago)), chance));
          ago += days * Math.exp(0.3 * chance.normal());
        }
      }
    }
    for (let p = 0; p < size.probesPerSystem; p++)
      made.channelIds.push(
        put(
          make('channel', {
            ...{ componentId: null, systemId, name: `Temperature ${p + 1}`, quantity: 'temperature' },
            ...(p === 0 ? { parameter: 'temperature' } : {}),
          }),
        ),
      );
  }
  return made;
}

export const serviceOf = (jobId: string, day: string, chance: Chance): Write =>
  make('service', {
    ...{ jobId, when: { kind: 'day', day }, whoId: null, found: chance.pick(foundGrades), shareDone: 1 },
    ...{ minutes: null, supplies: [], note: '', pictureIds: [] },
  });

export interface ProbeReading {
  channelId: string;
  at: string;
  value: number;
}
/** What probes of a plant sent, one probe after the other, oldest first. */
export function* probeReadings(
  channelIds: readonly string[],
  each: number,
  until: number,
): Generator<ProbeReading> {
  const chance = new Chance(31);
  for (const channelId of channelIds)
    for (let k = each; k > 0; k--)
      yield {
        channelId,
        at: new Date(until - k * READ_EVERY_MS).toISOString(),
        value:
          25 + Math.sin(((until - k * READ_EVERY_MS) / MS_PER_DAY) * 2 * Math.PI) + 0.1 * chance.normal(),
      };
}
