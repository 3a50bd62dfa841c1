// @vitest-environment jsdom
import { screen, waitFor, within } from '@testing-library/react';
import { beforeAll, beforeEach, expect, test, vi } from 'vitest';
import { v7 as uuid } from 'uuid';
import type { RecordKind, Stored } from '../../../contract/records.ts';
import type { House } from '../../../server/testing/house.ts';
import { create, work } from '../../../store/testing/fixtures.ts';
import { useSnapshot } from '../../api/data.ts';
import { client } from '../../api/queryClient.ts';
import { openHouse } from '../../testing/browser.ts';
import { show } from '../../testing/render.tsx';
import { KitForm } from './KitForm.tsx';

let house: House;
beforeAll(async () => {
  house = await openHouse();
});
let systemId = '';
beforeEach(async () => {
  sessionStorage.clear();
  systemId = uuid();
  const siteId = uuid();
  const made = await house
    .near()
    .post(
      '/work',
      work(
        create('site', { name: 'Home', timeZone: 'UTC', visits: null }, siteId),
        create('system', { siteId, name: 'Reef', water: 'salt', believedVolumeL: null, note: '' }, systemId),
      ),
    );
  expect(made.status).toBe(200);
});
const stored = async <K extends RecordKind>(kind: K): Promise<Stored<K>[]> =>
  (await house.near().get<Stored[]>('/snapshot')).json.filter((one): one is Stored<K> => one.kind === kind);
const kits = async () =>
  (await stored('method')).filter((one) => one.content.name.startsWith(systemId.slice(-6)));
const linked = async () => (await stored('channel')).filter((one) => one.content.systemId === systemId);

function Shown({ kitId }: { kitId?: string }) {
  const snapshot = useSnapshot();
  const system = snapshot.get('system', systemId);
  const kit = kitId === undefined ? null : (snapshot.get('method', kitId) ?? null);
  return system ? <KitForm system={system} parameter="nitrate" kit={kit} onDone={() => undefined} /> : null;
}
const field = (label: string) => screen.getByLabelText<HTMLInputElement>(label);
const named = (word: string): string => `${systemId.slice(-6)} ${word}`;

async function savedKit(): Promise<Stored<'method'>> {
  const user = await show(<Shown />);
  await user.type(field('Name'), named('strips'));
  await user.clear(field('Smallest step'));
  // typed in another unit of the same family
  await user.type(field('Smallest step'), '500 ppb');
  await user.clear(field('Good until'));
  await user.type(field('Good until'), '6 Mar 2030');
  await user.click(screen.getByRole('button', { name: 'Save' }));
  return vi.waitFor(async () => (await kits())[0] ?? expect.fail('no kit yet'), 10_000);
}

test('a kit and what it is used for are written together', async () => {
  const kit = await savedKit();
  expect(kit.content).toMatchObject({ parameter: 'nitrate', expires: '2030-03-06' });
  expect(kit.content.step).toBeCloseTo(0.5, 9);
  await waitFor(async () => expect((await linked()).map((one) => one.content.methodId)).toEqual([kit.id]));
});

test('where another window changed the kit, the choice between two texts does not lose what goes with it', async () => {
  const kit = await savedKit();
  const user = await show(<Shown kitId={kit.id} />);
  await user.type(field('Name'), ' of the shelf');
  await user.click(screen.getByRole('checkbox', { name: 'The usual one for this system' }));
  await house.near().post(
    '/work',
    work({
      ...{ op: 'revise', kind: 'method', id: kit.id, revisionId: uuid(), baseVersion: kit.version },
      content: { ...kit.content, batch: 'B-7' },
    }),
  );
  await client.invalidateQueries({ queryKey: ['snapshot'] });
  await user.click(screen.getByRole('button', { name: 'Save' }));
  const dialog = await screen.findByRole('dialog');
  await user.click(within(dialog).getByRole('button', { name: 'Write mine over it' }));
  await waitFor(async () =>
    expect((await kits())[0]?.content).toMatchObject({ name: named('strips of the shelf'), batch: '' }),
  );
  await waitFor(async () => expect((await linked()).map((one) => one.content.methodId)).toEqual([null]));
});
