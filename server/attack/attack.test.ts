import Database from 'better-sqlite3';
import fc from 'fast-check';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { v7 as uuid } from 'uuid';
import * as account from '../../contract/access/account.ts';
import { recordKinds } from '../../contract/kinds.ts';
import { recordSchemas } from '../../contract/records.ts';
import { TickAsked } from '../../contract/sitter/schemas.ts';
import { SendTests } from '../../contract/water/sentTests.ts';
import { Work, type Problem } from '../../contract/work.ts';
import { listCalculators } from '../../contract/calculators.ts';
import { WhatIf } from '../../usecases/whatIf/changes.ts';
import { databaseFile } from '../../store/database.ts';
import { create, oneSock, plainComponent, swapped, work } from '../../store/testing/fixtures.ts';
import { matrix } from '../access/matrix.ts';
import type { Client } from '../testing/client.ts';
import { House } from '../testing/house.ts';
import { textOf, twisted, twists, type Twist } from './twist.ts';
import { valuesOf, type Schema } from './validValues.ts';

// Bodies for every way in, made from the schemas and twisted: none is a fault of the program, each refusal names what is
// wrong, what was refused changed nothing, and afterwards the plan still answers. 10,000 of them: npm run test:attack.

const LONG = process.env.JONDREL_ATTACKS;
const RUNS = Number(LONG ?? 500);
/** The short form asks the same each time; the long one something new. */
const SHORT_SEED = 7;
/** A machine that is busy with other things is slow, not hanging. */
const LONGEST_MS = 60_000;
/** So often it is asked whether everything still answers. */
const LOOK_EVERY = 100;

let house: House;
let owner: Client;
let device: string;
let database: Database.Database;
const { ids, writes } = oneSock();
const channel = uuid();
const pump = uuid();
const strip = uuid();
const known = [...Object.values(ids), channel, pump, strip];

beforeAll(async () => {
  house = await House.open();
  owner = await house.owner();
  const sent = await owner.post(
    '/work',
    work(
      ...writes,
      create(
        'component',
        { ...plainComponent(ids.site, ids.system), kindId: 'return-pump', name: 'Pump' },
        pump,
      ),
      create(
        'job',
        {
          ...{
            componentId: pump,
            systemId: null,
            vesselId: null,
            kindId: 'return-pump',
            jobId: 'strip-soak',
          },
          ...{ overrides: {}, own: null },
        },
        strip,
      ),
      create(
        'channel',
        { componentId: null, systemId: ids.system, name: 'Temperature', quantity: 'temperature' },
        channel,
      ),
      create('service', swapped(ids.job, '2026-11-20', 'right')),
    ),
  );
  if (sent.status !== 200) throw new Error(sent.text);
  device = (await house.person(owner, 'device', { siteIds: [ids.site] }, 'probe')).token;
  database = new Database(databaseFile(house.dataDir), { readonly: true });
});
afterAll(async () => {
  database.close();
  await house.close();
});

interface Shot {
  path: string;
  method?: string;
  body?: string | FormData;
  bearer?: boolean;
}
const json = (path: string, value: unknown, twist: Twist, more: Partial<Shot> = {}): Shot => ({
  ...{ path, method: 'POST', body: textOf(twisted(value, twist)) },
  ...more,
});
const made = (schema: Schema): fc.Arbitrary<unknown> => valuesOf(schema, known);

/** A write of any kind of record, new or of one that is there. */
const writesOf = fc
  .constantFrom(...recordKinds)
  .chain((kind) =>
    fc.record({
      kind: fc.constant(kind),
      content: made(recordSchemas[kind]),
      op: fc.constantFrom('create', 'create', 'create', 'create', 'create', 'revise', 'revise', 'delete'),
      id: fc.oneof(fc.constantFrom(...known), fc.uuid({ version: 7 })),
      twist: twists,
      // the whole body, only what it says, or nothing: what is right is taken in, and all that follows stands on it
      what: fc.constantFrom('body', 'content', 'content', 'nothing', 'nothing'),
    }),
  )
  .map(({ kind, content, op, id, twist, what }): Shot => {
    const base = { op, kind, id, revisionId: uuid(), ...(op === 'create' ? {} : { baseVersion: 1 }) };
    const write =
      op === 'delete' ? base : { ...base, content: what === 'content' ? twisted(content, twist) : content };
    const all = { writes: [write], why: '', who: '' };
    return what === 'body' ? json('/work', all, twist) : { path: '/work', method: 'POST', body: textOf(all) };
  });

/** A mail server that is not there: nothing leaves this computer. */
const nowhere = { host: '127.0.0.1', port: 9 };
/** Bodies that are no records. */
const bodies: readonly [path: string, schema: Schema, more?: Partial<Shot>, always?: object][] = [
  ['/work', Work],
  ['/access/first-owner', account.FirstOwner],
  ['/access/sign-in', account.SignIn],
  ['/access/link', account.TokenOnly],
  ['/access/join', account.Join],
  ['/access/forgot', account.Forgot],
  ['/network-access', account.NetworkAccessSetting, { method: 'PUT' }],
  ['/mail', account.MailSetting, { method: 'PUT' }, nowhere],
  ['/mail/try', account.TryMail],
  ['/me/password', account.NewPassword],
  ['/accounts', account.Invite],
  [`/accounts/${uuid()}`, account.ChangeAccount, { method: 'PUT' }],
  ['/page-links', account.NewPageLink],
  ['/sheets/ticks', TickAsked],
  ['/sent-tests', SendTests],
  ['/device/readings', account.DeviceReadings, { bearer: true }],
  ['/plan/what-if', WhatIf],
];
const bodiesOf = fc
  .constantFrom(...bodies)
  .chain(([path, schema, more, always]) =>
    fc
      .tuple(made(schema), twists)
      .map(([value, twist]) => json(path, always ? { ...(value as object), ...always } : value, twist, more)),
  );

const readings = fc.tuple(fc.constantFrom(channel, uuid()), twists).map(([channelId, twist]) =>
  json('/device/readings', { readings: [{ channelId, at: '2026-11-25T08:00:00Z', value: 25.1 }] }, twist, {
    bearer: true,
  }),
);

const calculators = fc
  .tuple(fc.constantFrom(...listCalculators()), twists)
  .map(([{ id, example }, twist]) => json(`/calculators/${id}`, example.inputs, twist));

const words = twists.map(({ value }) =>
  typeof value === 'string' ? value.slice(0, 300) : textOf(value).slice(0, 300),
);
const gets = Object.keys(matrix).flatMap((route) => {
  const [method, path = ''] = route.split(' ');
  return method === 'GET' && path !== '/changes' && path !== '/export' ? [path] : [];
});
/** Questions: an id or anything else where an id belongs, and every name that a query may have. */
const questions = fc
  .tuple(
    fc.constantFrom(...gets),
    fc.oneof(words, fc.constantFrom(...known)),
    fc.dictionary(
      fc.constantFrom(
        'system',
        'site',
        'component',
        'since',
        'at',
        'from',
        'to',
        'hours',
        'channel',
        'width',
        'deleted',
        'finds',
      ),
      fc.oneof(words, fc.constantFrom(...known, '2026-11-20', '4')),
      { maxKeys: 4 },
    ),
  )
  .map(([path, word, query]): Shot => ({
    path: `${path.replace(/:\w+/g, encodeURIComponent(word.isWellFormed() ? word : 'x'))}?${new URLSearchParams(query).toString()}`,
  }));

const cells = fc.oneof(
  words.map((word) => word.replaceAll(/[\r\n,;\t"]/g, ' ')),
  fc.constantFrom(
    '2026-11-20',
    '20.11.2026',
    '11/20/2026',
    '8.2',
    '8,2',
    '<0.05',
    'n/a',
    '=1+1',
    'swap',
    'Filter sock',
    'right',
  ),
);
const file = (name: string, field: string, text: string, fields: Record<string, string> = {}): FormData => {
  const form = new FormData();
  for (const [key, value] of Object.entries(fields)) form.append(key, value);
  form.append(field, new Blob([text]), name);
  return form;
};
const tables = fc
  .tuple(
    fc.constantFrom(
      'date,nitrate,pH',
      'Date;Nitrate (mg/L);Alk dKH',
      'when\twhat\tdid',
      'date,sensor,value,unit',
      '',
    ),
    fc.array(fc.array(cells, { minLength: 1, maxLength: 5 }), { maxLength: 8 }),
    fc.constantFrom('/import-csv/preview', '/import-csv/preview', '/import-csv'),
    fc.oneof(fc.constant(ids.system), words),
    fc.option(words, { nil: undefined }),
  )
  .map(([head, rows, path, systemId, mapping]): Shot => {
    const by = head.includes(';') ? ';' : head.includes('\t') ? '\t' : ',';
    const text = [head, ...rows.map((row) => row.join(by))].join('\n');
    return {
      ...{ path, method: 'POST' },
      body: file('log.csv', 'file', text, { systemId, ...(mapping === undefined ? {} : { mapping }) }),
    };
  });

/** Lines of an archive: of this house as it stands, one of them twisted. */
const archives = fc
  .tuple(fc.nat(30), twists, fc.boolean())
  .map(([line, twist, renew]) => ({ line, twist, renew }));

const shots = fc.oneof(
  { weight: 12, arbitrary: writesOf },
  { weight: 5, arbitrary: bodiesOf },
  { weight: 2, arbitrary: readings },
  { weight: 2, arbitrary: calculators },
  { weight: 4, arbitrary: questions },
  { weight: 3, arbitrary: tables },
  { weight: 1, arbitrary: archives },
);

async function archiveShot({
  line,
  twist,
  renew,
}: {
  line: number;
  twist: Twist;
  renew: boolean;
}): Promise<Shot> {
  const all = (await owner.get('/export')).text.trim().split('\n');
  const at = 1 + (line % Math.max(1, all.length - 1));
  const text = all
    .map((one, i) => {
      if (i !== at) return one;
      const record = JSON.parse(one) as Record<string, unknown>;
      return textOf(twisted(renew ? { ...record, id: uuid() } : record, twist));
    })
    .join('\n');
  return { path: '/import', method: 'POST', body: file('a.ndjson', 'archive', text) };
}

const marks = (): number =>
  (
    database
      .prepare('SELECT (SELECT count(*) FROM revision) + (SELECT count(*) FROM page_link) AS n')
      .get() as { n: number }
  ).n;
const NOT_FOR_PEOPLE =
  /node_modules|\bat .+:\d+:\d+|\bTypeError\b|\bSQLITE_|native code|\[object |Invalid (type|key)|Object is needed|\/tmp\//;

async function fire(shot: Shot): Promise<void> {
  const before = marks();
  const begun = Date.now();
  const answer = await fetch(`${house.running.address}/api${shot.path}`, {
    method: shot.method ?? 'GET',
    headers: {
      ...(typeof shot.body === 'string' ? { 'Content-Type': 'application/json' } : {}),
      ...(shot.method ? { Origin: house.running.address } : {}),
      ...(shot.bearer
        ? { Authorization: `Bearer ${device}` }
        : { Cookie: [...owner.cookies].map((one) => one.join('=')).join('; ') }),
    },
    ...(shot.body === undefined ? {} : { body: shot.body }),
  });
  const text = await answer.text();
  const what = `${shot.method ?? 'GET'} ${shot.path.slice(0, 200)} → ${answer.status} ${text.slice(0, 400)}`;
  expect(answer.status, what).toBeLessThan(500);
  expect(Date.now() - begun, what).toBeLessThan(LONGEST_MS);
  if (answer.status < 400) return;
  expect(marks(), `refused, and still written: ${what}`).toBe(before);
  // an archive says what differs line by line
  if (shot.path === '/import' && answer.status === 409) return;
  expect(answer.headers.get('content-type'), what).toContain('application/problem+json');
  const problem = JSON.parse(text) as Problem;
  expect(problem.detail.length, what).toBeGreaterThan(5);
  expect(problem.detail, what).not.toMatch(NOT_FOR_PEOPLE);
  if (answer.status !== 400 && answer.status !== 422) return;
  expect(problem.errors?.length, what).toBeGreaterThan(0);
  for (const { pointer, detail } of problem.errors ?? []) {
    expect(pointer === '' || pointer.startsWith('/'), what).toBe(true);
    expect(detail, what).not.toMatch(NOT_FOR_PEOPLE);
  }
}

/** Whatever was taken in meanwhile, everybody still gets their answer. */
async function everythingAnswers(): Promise<void> {
  const paths = [
    '/plan',
    '/leads',
    '/snapshot',
    '/plan.ics',
    '/authentication',
    '/accounts',
    '/rounds/off',
    '/week',
    '/export',
  ];
  for (const path of [
    ...paths,
    `/water?system=${ids.system}`,
    `/water/change?site=${ids.site}`,
    `/water/make-up?site=${ids.site}`,
  ]) {
    const { status, text } = await owner.get(path);
    // what it was about may have been deleted
    expect([200, 404], `${path} → ${status} ${text.slice(0, 300)}`).toContain(status);
  }
}

test(
  `${RUNS.toLocaleString('en-GB')} twisted requests: no fault, no hang, each refusal says where, nothing of it is written, and everything still answers`,
  async () => {
    let count = 0;
    await fc.assert(
      fc.asyncProperty(shots, async (shot) => {
        await fire('line' in shot ? await archiveShot(shot) : shot);
        count++;
        if (count % LOOK_EVERY === 0) await everythingAnswers();
      }),
      { numRuns: RUNS, endOnFailure: true, ...(LONG === undefined ? { seed: SHORT_SEED } : {}) },
    );
    await everythingAnswers();
    expect(count).toBeGreaterThanOrEqual(RUNS);
  },
  60_000 + RUNS * 400,
);

test.each<[string, string, Record<string, string>, string | Uint8Array]>([
  [
    'no end of a form',
    '/import-csv',
    { 'Content-Type': 'multipart/form-data; boundary=x' },
    '--x\r\nContent-Disp',
  ],
  ['a form without its boundary', '/pictures', { 'Content-Type': 'multipart/form-data' }, 'nothing'],
  [
    'a form with no file in it',
    '/import',
    { 'Content-Type': 'multipart/form-data; boundary=x' },
    '--x--\r\n',
  ],
  [
    'a field that nobody knows',
    '/pictures',
    { 'Content-Type': 'multipart/form-data; boundary=x' },
    '--x\r\nContent-Disposition: form-data; name="more"; filename="a"\r\n\r\na\r\n--x--\r\n',
  ],
  [
    'ten megabytes',
    '/work',
    { 'Content-Type': 'application/json' },
    `{"writes":"${'x'.repeat(10_000_000)}"}`,
  ],
  [
    'a hundred thousand levels',
    '/work',
    { 'Content-Type': 'application/json' },
    `${'['.repeat(100_000)}${']'.repeat(100_000)}`,
  ],
  [
    'said to be packed, and is not',
    '/work',
    { 'Content-Type': 'application/json', 'Content-Encoding': 'gzip' },
    '{}',
  ],
  [
    'packed as nobody knows',
    '/work',
    { 'Content-Type': 'application/json', 'Content-Encoding': 'zip' },
    '{}',
  ],
  ['in letters that nobody knows', '/work', { 'Content-Type': 'application/json; charset=ebcdic' }, '{}'],
  [
    'half a letter',
    '/work',
    { 'Content-Type': 'application/json' },
    new Uint8Array([0x7b, 0x22, 0xff, 0xfe, 0x22, 0x7d]),
  ],
  ['no kind of body', '/work', {}, new Uint8Array([1, 2, 3])],
  [
    'a picture that is a page',
    '/pictures',
    { 'Content-Type': 'multipart/form-data; boundary=x' },
    '--x\r\nContent-Disposition: form-data; name="picture"; filename="../../a.png"\r\nContent-Type: image/png\r\n\r\n<html><script>1</script>\r\n--x--\r\n',
  ],
])('%s: refused in words, nothing of it is written', async (_what, path, headers, body) => {
  const before = marks();
  const answer = await fetch(`${house.running.address}/api${path}`, {
    method: 'POST',
    headers: {
      ...headers,
      Origin: house.running.address,
      Cookie: [...owner.cookies].map((one) => one.join('=')).join('; '),
    },
    body: new Blob([typeof body === 'string' ? body : new Uint8Array(body)]),
  });
  const text = await answer.text();
  expect(answer.status, text).toBeGreaterThanOrEqual(400);
  expect(answer.status, text).toBeLessThan(500);
  expect(answer.headers.get('content-type'), text).toContain('application/problem+json');
  const { detail } = JSON.parse(text) as Problem;
  expect(detail).not.toMatch(NOT_FOR_PEOPLE);
  expect(detail).toMatch(/^[“A-Z].{10,}[.]$/);
  expect(marks()).toBe(before);
});
