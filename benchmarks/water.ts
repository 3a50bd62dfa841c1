import { randomUUID } from 'node:crypto';
import { MS_PER_DAY } from '../core/time/day.ts';
import { definitionsOf } from '../model/facts/definition.ts';
import { RecordIndex } from '../model/facts/recordIndex.ts';
import { instantAtOf, makePlan } from '../usecases/plan/plan.ts';
import type { Stored } from '../contract/records.ts';
import { Snapshot } from '../model/snapshot.ts';
import { pointOf, thinned, type Read } from '../model/water/series.ts';
import { waterAnswer } from '../usecases/water/waterAnswer.ts';
import { demoRecords } from '../demo/records.ts';
import { print, runsOf, spread } from './timings.ts';

// A year of a probe's readings every five minutes on one system of the demo, beside the demo without it.

const TODAY = '2026-11-25';
const NOW = Date.parse('2026-11-25T14:20:00Z');
const EVERY_MINUTES = 5;
const RUNS = 9;
const line = (name: string, work: () => unknown): void => print(name, spread(runsOf(RUNS, work)));

const plain = demoRecords(TODAY);
const system = plain.find((one) => one.kind === 'system') as Stored<'system'>;
const channelId = randomUUID();
const record = (kind: 'channel' | 'reading', id: string, content: unknown): Stored =>
  ({ kind, id, version: 1, deleted: false, content }) as Stored;
const reads: Read[] = [];
for (let at = NOW - 365 * MS_PER_DAY; at < NOW; at += EVERY_MINUTES * 60_000)
  reads.push({ at, value: 25 + Math.sin(at / 1e7) / 2, below: false });
const dense = [
  ...plain,
  record('channel', channelId, {
    componentId: null,
    systemId: system.id,
    name: 'temperature probe',
    quantity: 'temperature',
    parameter: 'temperature',
  }),
  ...reads.map(({ at, value }) =>
    record('reading', randomUUID(), {
      channelId,
      when: { kind: 'instant', at: new Date(at).toISOString() },
      value,
      below: false,
      source: 'device',
      quality: 'good',
      timing: null,
      serviceId: null,
      whoId: null,
      note: '',
    }),
  ),
];
print(`${reads.length.toLocaleString('en-GB')} readings of one probe; ${RUNS} runs after one to warm up`, '');
const points = reads.map(pointOf);
line('thinned to 500 points for a chart', () => thinned(points, 500));
line('baseline: all of them as JSON', () => JSON.stringify(reads).length);
for (const [name, records] of [
  ['the demo alone', plain],
  ['with the probe', dense],
] as const) {
  const snapshot = Snapshot.of(records);
  const index = RecordIndex.of(snapshot);
  const evidence = { snapshot, index, definitionOf: definitionsOf(snapshot) };
  line(`the water judged, ${name}`, () => waterAnswer(evidence, system.id, NOW));
  line(`the whole plan, ${name}`, () => makePlan(snapshot, instantAtOf(TODAY), TODAY));
}
