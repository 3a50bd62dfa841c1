import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as uuid } from 'uuid';
import type { RecordContent, RecordKind } from '../../contract/records.ts';
import type { Work, Write } from '../../contract/work.ts';
import { openDatabases, type Databases } from '../database.ts';
import { Store } from '../store.ts';

/** Wed 25 Nov 2026, 14:20 UTC: the "now" of the tests. */
export const NOW = Date.parse('2026-11-25T14:20:00Z');

export interface TestStore {
  dataDir: string;
  databases: Databases;
  store: Store;
  close: () => Promise<void>;
}

/** A store on a real SQLite file in a folder of its own. */
export async function openTestStore(): Promise<TestStore> {
  const dataDir = mkdtempSync(join(tmpdir(), 'jondrel-test-'));
  const databases = await openDatabases(dataDir, 'copy.sqlite');
  const close = async (): Promise<void> => {
    await databases.reader.destroy();
    await databases.writer.destroy();
    rmSync(dataDir, { recursive: true });
  };
  return { dataDir, databases, store: new Store(databases, () => NOW), close };
}

export function create<K extends RecordKind>(kind: K, content: RecordContent<K>, id: string = uuid()): Write {
  return { op: 'create', kind, id, revisionId: uuid(), content };
}
export const work = (...writes: Write[]): Work => ({ writes, why: '', who: '' });

/** One tank with one filter sock, as ids and the writes that make them. */
export function oneSock() {
  const ids = { site: uuid(), system: uuid(), vessel: uuid(), sock: uuid(), job: uuid() };
  const writes = [
    create(
      'site',
      {
        name: 'Home',
        timeZone: 'Europe/Berlin',
        visits: { weekdays: [6], everyWeeks: 1, from: '2026-11-07', minutes: null },
      },
      ids.site,
    ),
    create(
      'system',
      { siteId: ids.site, name: 'Reef', water: 'salt', believedVolumeL: 300, note: '' },
      ids.system,
    ),
    create(
      'vessel',
      {
        systemId: ids.system,
        name: 'Display',
        shape: 'box',
        dimensions: { lengthCm: 120, widthCm: 50 },
        waterDepthCm: 45,
        displacementShare: 0.1,
      },
      ids.vessel,
    ),
    create(
      'component',
      { ...plainComponent(ids.site, ids.system), kindId: 'sock-felt', name: 'Filter sock' },
      ids.sock,
    ),
    create(
      'job',
      {
        componentId: ids.sock,
        systemId: null,
        vesselId: null,
        kindId: 'sock-felt',
        jobId: 'swap',
        overrides: {},
        own: null,
      },
      ids.job,
    ),
  ];
  return { ids, writes };
}

export function plainComponent(siteId: string, systemId: string): RecordContent<'component'> {
  return {
    siteId,
    systemIds: [systemId],
    parentId: null,
    stationId: null,
    kindId: 'sock-felt',
    name: 'Filter sock',
    status: 'running',
    statusSince: null,
    statusReason: '',
    dutyHoursPerDay: 24,
    facts: { maker: '', model: '', serial: '', warrantyUntil: null, manual: '', note: '' },
  };
}

export function swapped(
  jobId: string,
  day: string,
  found: RecordContent<'service'>['found'] = null,
): RecordContent<'service'> {
  return {
    jobId,
    when: { kind: 'day', day },
    whoId: null,
    found,
    shareDone: 1,
    minutes: null,
    supplies: [],
    note: '',
    pictureIds: [],
  };
}
