import { v7 as uuid } from 'uuid';
import { afterEach, beforeEach, expect, test } from 'vitest';
import type { RecordContent } from '../contract/records.ts';
import { StoreProblem } from './problems.ts';
import { create, oneSock, openTestStore, work, type TestStore } from './testing/fixtures.ts';

let one: TestStore;
beforeEach(async () => {
  one = await openTestStore();
});
afterEach(() => one.close());

/** A salt and a fresh system at one place, with a drum and a container. */
async function twoWaters() {
  const { ids, writes } = oneSock();
  const more = { lake: uuid(), drum: uuid(), container: uuid() };
  const store = (
    kindId: string,
    name: string,
    holds: RecordContent<'component'>['holds'],
  ): RecordContent<'component'> => ({
    siteId: ids.site,
    systemIds: [ids.system, more.lake],
    parentId: null,
    stationId: null,
    kindId,
    name,
    status: 'running',
    statusSince: null,
    statusReason: '',
    dutyHoursPerDay: 24,
    facts: { maker: '', model: '', serial: '', warrantyUntil: null, manual: '', note: '' },
    ...(holds ? { holds } : {}),
  });
  await one.store.apply(
    work(
      ...writes,
      create(
        'system',
        { siteId: ids.site, name: 'Lake', water: 'fresh', believedVolumeL: null, note: '' },
        more.lake,
      ),
      create(
        'component',
        store('mixing-drum', 'Drum', { water: 'salt', capacityL: 200, unusableL: 10 }),
        more.drum,
      ),
      create(
        'component',
        store('product-container', 'Container', { water: 'fresh', capacityL: 100, unusableL: 0 }),
        more.container,
      ),
    ),
  );
  return { ...ids, ...more };
}
const planOf = (
  siteId: string,
  systemId: string,
  componentId: string,
  more: Partial<RecordContent<'change-plan'>['systems'][number]> = {},
): RecordContent<'change-plan'> => ({
  siteId,
  day: '2026-11-28',
  ifShort: 'scale',
  matched: true,
  systems: [
    {
      systemId,
      wantedL: 50,
      way: 'at-once',
      litres: 40,
      stages: { count: 1, daysApart: 0 },
      draws: [{ componentId, litres: 40 }],
      off: [{ componentId, what: 'Heater', why: 'dry and hot it cracks', provedBy: 'its indicator' }],
      ...more,
    },
  ],
  serviceIds: [],
  note: '',
});
/** The sentences of a refusal; null: it was taken. */
const refusal = async (content: RecordContent<'change-plan'>): Promise<string | null> =>
  one.store.apply(work(create('change-plan', content))).then(
    () => null,
    (error: unknown) =>
      error instanceof StoreProblem && error.code === 'invalid' ? error.message : String(error),
  );

test('a plan of changes is kept with what must be off; what is drawn and refilled may not differ', async () => {
  const ids = await twoWaters();
  await one.store.apply(work(create('change-plan', planOf(ids.site, ids.system, ids.drum))));
  const [kept] = (await one.store.snapshot()).all('change-plan');
  expect(kept?.content.systems[0]?.off[0]?.provedBy).toBe('its indicator');
  expect(await refusal(planOf(ids.site, ids.system, ids.drum, { litres: 45 }))).toContain('refilled differ');
});

test('fresh water never out of the salt store, nor water out of what is no store, nor for a system that is none', async () => {
  const ids = await twoWaters();
  expect(await refusal(planOf(ids.site, ids.lake, ids.drum))).toContain(
    'Drum holds salt water: a fresh system cannot be filled from it.',
  );
  expect(await refusal(planOf(ids.site, ids.lake, ids.container))).toBeNull();
  expect(await refusal(planOf(ids.site, ids.system, ids.sock))).toContain('holds no water');
  expect(await refusal(planOf(ids.site, uuid(), ids.drum))).toContain('This system does not exist');
});

test('a check must be one there is, with an answer it has; a lead step names its job', async () => {
  const ids = await twoWaters();
  const check = (checkId: string, answerId: string): RecordContent<'check'> => ({
    systemId: ids.system,
    finds: 'top-off',
    checkId,
    answerId,
    when: { kind: 'instant', at: '2026-11-25T10:00:00Z' },
    whoId: null,
    note: '',
  });
  await one.store.apply(work(create('check', check('last-chamber', 'high'))));
  await expect(one.store.apply(work(create('check', check('last-chamber', 'purple'))))).rejects.toMatchObject(
    { code: 'invalid' },
  );
  await expect(one.store.apply(work(create('check', check('test-product', 'holds'))))).rejects.toMatchObject({
    code: 'invalid',
  });
  await expect(
    one.store.apply(
      work(create('check', { ...check('last-chamber', 'high'), when: { kind: 'day', day: '2027-01-01' } })),
    ),
  ).rejects.toMatchObject({ code: 'invalid' });
  await one.store.apply(
    work(
      create('lead', {
        jobId: ids.job,
        forDay: '2026-11-28',
        what: 'make the water',
        startedAt: '2026-11-25T10:00:00Z',
        whoId: null,
      }),
    ),
  );
  await expect(
    one.store.apply(
      work(
        create('lead', {
          jobId: uuid(),
          forDay: '2026-11-28',
          what: 'x',
          startedAt: '2026-11-25T10:00:00Z',
          whoId: null,
        }),
      ),
    ),
  ).rejects.toMatchObject({ code: 'invalid' });
});

test('a reading over the full mark and a reversed band are refused with a sentence, whoever sends them', async () => {
  const { drum, site } = await twoWaters();
  const channelId = uuid();
  await one.store.apply(
    work(
      create(
        'channel',
        {
          ...{ componentId: drum, systemId: null, name: 'Water left' },
          ...{ quantity: 'volume', measure: 'litres-left' },
        },
        channelId,
      ),
    ),
  );
  const reading = (value: number) =>
    one.store.apply(
      work(
        create('reading', {
          ...{ channelId, value, below: false, source: 'typed', quality: 'good', timing: null },
          ...{ when: { kind: 'day', day: '2026-11-20' }, serviceId: null, whoId: null, note: '' },
        }),
      ),
    );
  await expect(reading(240)).rejects.toThrow('It holds 200 L when full: 240 L cannot be in it.');
  await expect(reading(180)).resolves.toBeDefined();
  const reversed = { nitrate: { lo: 20, hi: 5 } };
  await expect(
    one.store.apply(
      work(
        create('system', {
          ...{ siteId: site, name: 'Pond', water: 'fresh', believedVolumeL: null, note: '' },
          bands: reversed,
        }),
      ),
    ),
  ).rejects.toThrow('The low end of the band lies above its high end.');
});
