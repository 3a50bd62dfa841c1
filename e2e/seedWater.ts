import { randomUUID } from 'node:crypto';
import { testNow } from './clock.ts';
import { create, write } from './writing.ts';

// Systems with stores, a top-off or a make-up unit, written through the API.

type Content = Record<string, unknown>;
const DAY_MS = 86_400_000;
const instantAgo = (days: number): string => new Date(testNow() - days * DAY_MS).toISOString();

/** Collects records and sends them as one unit of work. */
export class WaterSeed {
  readonly siteId: string;
  private writes: Content[] = [];
  private readonly channels = new Map<string, string>();

  constructor() {
    this.siteId = this.add('site', {
      name: 'Home',
      timeZone: 'UTC',
      visits: { weekdays: [1, 2, 3, 4, 5, 6, 7], everyWeeks: 1, from: '2026-01-05', minutes: null },
    });
  }

  add(kind: string, content: Content): string {
    const id = randomUUID();
    this.writes.push(create(kind, content, id));
    return id;
  }

  /** A salt system of so many litres over a quarter of a square metre, and its water change. */
  system(name: string, litres: number): string {
    const systemId = this.add('system', {
      siteId: this.siteId,
      name,
      water: 'salt',
      believedVolumeL: null,
      note: '',
    });
    this.add('vessel', {
      systemId,
      name: `${name} tank`,
      shape: 'box',
      dimensions: { lengthCm: 50, widthCm: 50 },
      waterDepthCm: litres / 2.5,
      displacementShare: 0,
    });
    this.job({ systemId }, 'water-change', 'change');
    return systemId;
  }

  component(kindId: string, name: string, systemIds: string[], more: Content = {}): string {
    return this.add('component', {
      siteId: this.siteId,
      systemIds,
      parentId: null,
      stationId: null,
      kindId,
      name,
      status: 'running',
      statusSince: null,
      statusReason: '',
      dutyHoursPerDay: 24,
      facts: { maker: '', model: '', serial: '', warrantyUntil: null, manual: '', note: '' },
      ...more,
    });
  }

  job(on: Content, kindId: string, jobId: string, more: Content = {}): string {
    return this.add('job', {
      componentId: null,
      systemId: null,
      vesselId: null,
      ...on,
      kindId,
      jobId,
      overrides: {},
      own: null,
      ...more,
    });
  }

  done(jobId: string, daysAgo: number): void {
    this.add('service', {
      jobId,
      when: { kind: 'instant', at: instantAgo(daysAgo) },
      whoId: null,
      found: null,
      shareDone: 1,
      minutes: null,
      supplies: [],
      note: '',
      pictureIds: [],
    });
  }

  read(on: Content, what: Content, quantity: string, daysAgo: number, value: number): void {
    const key = JSON.stringify([on, what]);
    const channelId =
      this.channels.get(key) ??
      this.add('channel', { componentId: null, systemId: null, ...on, name: key, quantity, ...what });
    this.channels.set(key, channelId);
    this.add('reading', {
      channelId,
      when: { kind: 'instant', at: instantAgo(daysAgo) },
      value,
      below: false,
      source: 'typed',
      quality: 'good',
      timing: null,
      serviceId: null,
      whoId: null,
      note: '',
    });
  }

  async send(address: string): Promise<void> {
    await write(address, ...this.writes);
    this.writes = [];
  }
}
