// @vitest-environment jsdom
import { screen, waitFor, within } from '@testing-library/react';
import { beforeAll, beforeEach, expect, test, vi } from 'vitest';
import { v7 as uuid } from 'uuid';
import type { Stored } from '../../contract/records.ts';
import type { House } from '../../server/testing/house.ts';
import { create, work } from '../../store/testing/fixtures.ts';
import { useSnapshot } from '../api/data.ts';
import { client } from '../api/queryClient.ts';
import { onLine, openHouse } from '../testing/browser.ts';
import { show } from '../testing/render.tsx';
import { NumberAt, TextAt } from './fields.tsx';
import { RecordForm } from './RecordForm.tsx';
import { useRecordForm } from './useRecordForm.ts';

let house: House;
beforeAll(async () => {
  house = await openHouse();
});
let reefId = '';
let siteId = '';
beforeEach(async () => {
  sessionStorage.clear();
  [reefId, siteId] = [uuid(), uuid()];
  const made = await house
    .near()
    .post(
      '/work',
      work(
        create('site', { name: 'Home', timeZone: 'UTC', visits: null }, siteId),
        create('system', { ...fresh, name: 'Reef', siteId }, reefId),
      ),
    );
  expect(made.status).toBe(200);
});
const fresh = { siteId: '', name: '', water: 'salt', believedVolumeL: null, note: '' } as const;

const onDone = vi.fn();
function SystemForm({ system }: { system: Stored<'system'> | null }) {
  const form = useRecordForm('system', system, {
    ...(system ? {} : { from: { ...fresh, siteId } }),
    said: ({ name }) => `${name}: saved.`,
    onDone,
  });
  return (
    <RecordForm form={form} save="Save" onCancel={() => undefined}>
      <TextAt at={form.at('name')} label="Name" />
      <TextAt at={form.at('note')} label="Note" />
      <NumberAt at={form.at('believedVolumeL')} label="Litres" unit="L" />
    </RecordForm>
  );
}
const Reef = () => <SystemForm system={useSnapshot().get('system', reefId) ?? null} />;
const field = (label: string) => screen.getByLabelText<HTMLInputElement>(label);
const save = () => screen.getByRole('button', { name: 'Save' });

const stored = async (): Promise<Stored<'system'>[]> =>
  (await house.near().get<Stored[]>('/snapshot')).json.filter(
    (one): one is Stored<'system'> => one.kind === 'system',
  );
const reef = async (): Promise<Stored<'system'>> =>
  (await stored()).find((one) => one.id === reefId) ?? expect.fail('no such system');
/** Another window changes it. */
async function elsewhere(note: string): Promise<void> {
  const { version, content } = await reef();
  await house.near().post(
    '/work',
    work({
      ...{ op: 'revise', kind: 'system', id: reefId, revisionId: uuid() },
      ...{ baseVersion: version, content: { ...content, note } },
    }),
  );
  await client.invalidateQueries({ queryKey: ['snapshot'] });
}

test('what is typed is stored as a revision, and the form goes on from it', async () => {
  const user = await show(<Reef />);
  await user.type(field('Note'), 'keys at the desk');
  await user.click(save());
  await waitFor(async () => expect((await reef()).content.note).toBe('keys at the desk'));
  await user.type(field('Note'), ', ring twice');
  await user.click(save());
  await waitFor(async () =>
    expect(await reef()).toMatchObject({ version: 3, content: { note: 'keys at the desk, ring twice' } }),
  );
  expect(screen.queryByRole('dialog')).toBeNull();
});

test('untouched, it follows another window; touched, nothing that was typed is wiped and both texts are shown', async () => {
  const user = await show(<Reef />);
  await elsewhere('theirs');
  await waitFor(() => expect(field('Note').value).toBe('theirs'));
  await user.clear(field('Note'));
  await user.type(field('Note'), 'mine');
  await elsewhere('theirs again');
  expect(field('Note').value).toBe('mine');
  onDone.mockClear();
  await user.click(save());
  const dialog = await screen.findByRole('dialog');
  expect(within(dialog).getByText('theirs again')).toBeDefined();
  expect(within(dialog).getByText('mine')).toBeDefined();
  expect(onDone).not.toHaveBeenCalled();
  await user.click(within(dialog).getByRole('button', { name: 'Write mine over it' }));
  await waitFor(() => expect(onDone).toHaveBeenCalledOnce());
  expect((await reef()).content.note).toBe('mine');
});

test('chosen against, the stored text stands in the form', async () => {
  const user = await show(<Reef />);
  await user.type(field('Note'), 'mine');
  await elsewhere('theirs');
  await user.click(save());
  await user.click(
    within(await screen.findByRole('dialog')).getByRole('button', { name: 'Keep the stored one' }),
  );
  await waitFor(() => expect(field('Note').value).toBe('theirs'));
  expect((await reef()).content.note).toBe('theirs');
});

test('a name that is missing is said at its field, which is gone to; nothing is sent', async () => {
  const user = await show(<Reef />);
  await user.clear(field('Name'));
  await user.click(save());
  await waitFor(() => expect(field('Name').getAttribute('aria-invalid')).toBe('true'));
  expect(document.activeElement).toBe(field('Name'));
  expect((await reef()).version).toBe(1);
});

test('what only the server refuses stands at its field too', async () => {
  const { fetch } = globalThis;
  const problem = {
    ...{ type: 'about:blank', title: 'Not taken', status: 422, detail: 'Not taken.' },
    errors: [{ pointer: '/writes/0/content/note', detail: 'The note is not wanted.' }],
  };
  vi.stubGlobal('fetch', (path: string, init?: RequestInit) =>
    init?.method === 'POST'
      ? Promise.resolve(new Response(JSON.stringify(problem), { status: 422 }))
      : fetch(path, init),
  );
  const user = await show(<Reef />);
  await user.type(field('Note'), 'x');
  await user.click(save());
  expect(await screen.findByText('The note is not wanted.')).toBeDefined();
  await waitFor(() => expect(document.activeElement).toBe(field('Note')));
  expect(screen.queryByRole('alert')).toBeNull();
  vi.stubGlobal('fetch', fetch);
});

test('a figure that cannot be read stops the form and is gone to', async () => {
  const user = await show(<Reef />);
  await user.type(field('Litres'), 'soon');
  await user.type(field('Note'), 'x');
  await user.click(save());
  expect(document.activeElement).toBe(field('Litres'));
  expect(field('Litres').value).toBe('soon');
  expect((await reef()).version).toBe(1);
});

test('left without saving, what was typed is back, on the version it was begun from; Cancel gives it up', async () => {
  const user = await show(<Reef />);
  await user.type(field('Note'), 'half a sen');
  await elsewhere('theirs');
  const again = await show(<Reef />);
  expect(field('Note').value).toBe('half a sen');
  expect(screen.getByText('Typed before and not saved.')).toBeDefined();
  await again.click(save());
  const dialog = await screen.findByRole('dialog');
  await again.click(within(dialog).getByRole('button', { name: 'Write mine over it' }));
  await waitFor(async () => expect((await reef()).content.note).toBe('half a sen'));
  await waitFor(() => expect(save()).toHaveProperty('disabled', false));
  await again.type(field('Note'), '!');
  await again.click(screen.getByRole('button', { name: 'Cancel' }));
  expect(field('Note').value).toBe('half a sen');
  await show(<Reef />);
  expect(field('Note').value).toBe('half a sen');
  expect(screen.queryByText('Typed before and not saved.')).toBeNull();
});

test('on a slow line what is typed while it is on its way lands where it was typed', async () => {
  let answer: () => void = () => undefined;
  onLine((_path, init) => (init?.method === 'POST' ? new Promise((resolve) => (answer = resolve)) : null));
  const user = await show(<Reef />);
  await user.type(field('Note'), 'one');
  await user.click(save());
  await user.type(field('Note'), ' two');
  answer();
  await waitFor(async () => expect((await reef()).version).toBe(2));
  await waitFor(() => expect(save()).toHaveProperty('disabled', false));
  expect(field('Note').value).toBe('one two');
  expect((await reef()).content.note).toBe('one');
});

test('a new one pressed twice is made once', async () => {
  onLine((_path, init) =>
    init?.method === 'POST' ? new Promise((resolve) => setTimeout(resolve, 300)) : null,
  );
  const before = (await stored()).length;
  const user = await show(<SystemForm system={null} />);
  await user.type(field('Name'), 'Cubes');
  await user.dblClick(save());
  await waitFor(async () => expect(await stored()).toHaveLength(before + 1), { timeout: 5000 });
  await waitFor(() => expect(field('Name').value).toBe(''));
  expect(await stored()).toHaveLength(before + 1);
});

test('what cannot be and has no field of its own is said at the foot', async () => {
  function Bare() {
    const form = useRecordForm('system', null, { from: { ...fresh, siteId: '' }, said: () => '' });
    return (
      <RecordForm form={form} save="Save">
        <TextAt at={form.at('name')} label="Name" />
      </RecordForm>
    );
  }
  const user = await show(<Bare />);
  await user.type(field('Name'), 'Cubes');
  await user.click(save());
  expect((await screen.findByRole('alert')).textContent).not.toBe('');
});

test('two forms about one record keep their drafts apart', async () => {
  function Other() {
    const system = useSnapshot().get('system', reefId) ?? null;
    const form = useRecordForm('system', system, { draft: 'other', said: () => '' });
    return (
      <RecordForm form={form} save="Save">
        <TextAt at={form.at('note')} label="Note" />
      </RecordForm>
    );
  }
  const user = await show(<Reef />);
  await user.type(field('Note'), 'half a sen');
  await show(<Other />);
  expect(field('Note').value).toBe('');
  expect(screen.queryByText('Typed before and not saved.')).toBeNull();
});
