import { describe, expect, test } from 'vitest';
import { changeFacts } from '../../../../usecases/water/changeFacts.ts';
import { readableFacts } from '../../../../model/water/componentChannel.ts';
import type { RecordContent, Stored } from '../../../../contract/records.ts';
import { NOW, place } from '../../../../model/testing/place.ts';
import { doneWrites } from './doneWrites.ts';
import { contentOf, firstDraft, planOf } from './draft.ts';
import { storeReadings } from './storeReadings.ts';

/** Two systems and a drum whose mark was read. */
function here() {
  const one = place();
  const [reef, lagoon] = [one.system('Reef', 250), one.system('Lagoon', 500)];
  const drum = one.component('mixing-drum', [reef, lagoon], {
    name: 'Drum',
    holds: { water: 'salt', capacityL: 200, unusableL: 10 },
  });
  one.read({ componentId: drum }, { measure: 'litres-left' }, 1, 110);
  one.job({ systemId: reef }, 'water-change', 'change');
  one.component('heater', [reef], { name: 'Heater' });
  const facts = () => changeFacts(one.evidence(), one.siteId, NOW);
  return { ...one, reef, lagoon, drum, facts };
}
const litres = (content: RecordContent<'change-plan'>) => content.systems.map((one) => one.litres);

describe('the first draft', () => {
  test('what is asked for by name, or what is due; a seventh where nothing is known, else the plan that stands', () => {
    const one = here();
    const facts = one.facts();
    const chosen = (draft: ReturnType<typeof firstDraft>) =>
      Object.entries(draft.systems).flatMap(([id, said]) => (said.chosen ? [id] : []));
    expect(chosen(firstDraft(facts, null, one.reef, []))).toEqual([one.reef]);
    expect(chosen(firstDraft(facts, null, null, [one.lagoon]))).toEqual([one.lagoon]);
    expect(chosen(firstDraft(facts, null, null, []))).toEqual([]);
    const draft = firstDraft(facts, null, one.reef, []);
    expect(draft.systems[one.reef]?.wantedL).toBe(37.5);
    expect(draft).toMatchObject({
      basedOn: null,
      day: '2026-11-28',
      stores: { [one.drum]: { presentL: 110 } },
    });
    const content = contentOf(facts, draft, planOf(facts, draft));
    const kept: Stored<'change-plan'> = { kind: 'change-plan', id: 'p', version: 4, deleted: false, content };
    const again = firstDraft(facts, kept, null, [one.lagoon]);
    expect(again.basedOn).toBe(4);
    expect(chosen(again)).toEqual([one.reef]);
  });
});

describe('a plan', () => {
  test('is kept with what each gets, out of what, and what must be off; who gets nothing is not in it', () => {
    const one = here();
    const facts = one.facts();
    const first = firstDraft(facts, null, one.reef, []);
    const draft = {
      ...first,
      systems: {
        [one.reef]: { chosen: true, wantedL: 60, way: 'at-once' as const },
        [one.lagoon]: { chosen: true, wantedL: 140, way: 'at-once' as const },
      },
    };
    const content = contentOf(facts, draft, planOf(facts, draft));
    // 100 L can be used of 200 wanted
    expect(litres(content).sort((a, b) => a - b)).toEqual([30, 70]);
    const reef = content.systems.find((system) => system.systemId === one.reef);
    expect(reef?.draws).toEqual([{ componentId: one.drum, litres: 30 }]);
    expect(reef?.off.map((item) => item.what)).toEqual(['Heater']);
    const dry = { ...draft, stores: { [one.drum]: { presentL: 5, salinity: null, temperature: null } } };
    expect(contentOf(facts, dry, planOf(facts, dry)).systems).toEqual([]);
  });
  test('a store that leaks gives nothing, whatever is in it', () => {
    const one = here();
    one.happened('leak', { componentId: one.drum });
    const facts = one.facts();
    expect(planOf(facts, firstDraft(facts, null, one.reef, [])).systems[0]).toMatchObject({
      litres: 0,
      refused: 'nothing-left',
    });
  });
  test('what was read while planning is kept with it, once, and only what differs', () => {
    const one = here();
    const facts = one.facts();
    const draft = {
      ...firstDraft(facts, null, one.reef, []),
      stores: { [one.drum]: { presentL: 150, salinity: 34.5, temperature: null } },
    };
    const writes = storeReadings(facts, draft, one.evidence().snapshot, '2026-11-26T13:00:00Z', null);
    const made = writes.map((write) => [
      write.kind,
      'content' in write ? (write.content as { value?: number }).value : null,
    ]);
    // the drum's mark has a channel, its salinity gets one
    expect(made).toEqual([
      ['reading', 150],
      ['channel', undefined],
      ['reading', 34.5],
    ]);
    expect(
      storeReadings(facts, firstDraft(facts, null, one.reef, []), one.evidence().snapshot, '', null),
    ).toEqual([]);
  });
});

describe('carried out', () => {
  const carriedOut = (wantedL: number, systemId: (one: ReturnType<typeof here>) => string) => {
    const one = here();
    const facts = one.facts();
    const draft = {
      ...firstDraft(facts, null, null, []),
      systems: { [systemId(one)]: { chosen: true, wantedL, way: 'at-once' as const } },
    };
    const content = contentOf(facts, draft, planOf(facts, draft));
    const plan: Stored<'change-plan'> = {
      kind: 'change-plan',
      id: one.siteId,
      version: 1,
      deleted: false,
      content,
    };
    const writes = doneWrites(
      plan,
      facts,
      one.evidence().snapshot,
      '2026-11-28T10:00:00Z',
      null,
      (l) => `${l} L`,
    );
    const of = <T>(kind: string) =>
      writes.flatMap((write) => (write.kind === kind && 'content' in write ? [write.content as T] : []));
    return { one, of, writes };
  };
  test('a service with its litres, the level left in the store, the plan closed', () => {
    const { of, writes } = carriedOut(50, (one) => one.reef);
    expect(of<RecordContent<'service'>>('service')).toMatchObject([
      { litres: 50, supplies: [{ name: 'make-up water', amount: '50 L' }] },
    ]);
    expect(of<RecordContent<'reading'>>('reading')).toMatchObject([{ value: 60 }]);
    const closed = of<RecordContent<'change-plan'>>('change-plan');
    expect(closed).toHaveLength(1);
    expect(closed[0]?.serviceIds).toEqual(
      writes.filter((write) => write.kind === 'service').map((write) => write.id),
    );
  });
  test('a system that has no water change yet gets one', () => {
    const { one, of } = carriedOut(40, (seeded) => seeded.lagoon);
    expect(of<RecordContent<'job'>>('job')).toMatchObject([
      { systemId: one.lagoon, kindId: 'water-change', jobId: 'change' },
    ]);
    expect(of('service')).toHaveLength(1);
  });
  test('with stages the next one is planned, days later, for what is left by dilution', () => {
    // 125 of 250 L: two stages of 29.3 %
    const { one, of } = carriedOut(125, (seeded) => seeded.reef);
    const [done, next] = of<RecordContent<'change-plan'>>('change-plan');
    expect(done?.systems[0]?.stages.count).toBe(2);
    expect(next).toMatchObject({
      day: '2026-12-05',
      serviceIds: [],
      systems: [{ systemId: one.reef, stages: { count: 1 } }],
    });
    expect(next?.systems[0]?.wantedL).toBeCloseTo(250 * (1 - Math.SQRT1_2), 6);
  });
});

test('what can be read on equipment: shares end at 100, temperatures where water does, nothing else under nought', () => {
  expect(readableFacts({ measure: 'rejection' }).possible).toEqual({ from: 0, to: 100 });
  expect(readableFacts({ measure: 'feed-temperature' }).possible).toEqual({ from: -2, to: 45 });
  expect(readableFacts({ measure: 'tds-in' }).possible.from).toBe(0);
  expect(readableFacts({ parameter: 'phosphate' })).toMatchObject({
    label: 'Phosphate',
    quantity: 'concentration',
  });
});
