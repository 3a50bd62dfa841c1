// @vitest-environment jsdom
import { screen, waitFor } from '@testing-library/react';
import { beforeAll, expect, test } from 'vitest';
import type { Stored } from '../../../contract/records.ts';
import type { House } from '../../../server/testing/house.ts';
import { oneSock, work } from '../../../store/testing/fixtures.ts';
import { useSnapshot } from '../../api/data.ts';
import { openHouse } from '../../testing/browser.ts';
import { show } from '../../testing/render.tsx';
import { EditVessel } from './EditVessel.tsx';

let house: House;
const { ids, writes } = oneSock();
beforeAll(async () => {
  house = await openHouse();
  expect((await house.near().post('/work', work(...writes))).status).toBe(200);
});
const Shown = () => {
  const vessel = useSnapshot().get('vessel', ids.vessel);
  return vessel ? <EditVessel vessel={vessel} /> : null;
};
const vessel = async (): Promise<Stored<'vessel'>['content']> =>
  (await house.near().get<Stored<'vessel'>>(`/records/vessel/${ids.vessel}`)).json.content;
const field = (label: string) => screen.getByLabelText<HTMLInputElement>(label);
const save = () => screen.getByRole('button', { name: 'Save this vessel' });

test('measures in inches and a share of rock are stored in centimetres and as a share', async () => {
  const user = await show(<Shown />);
  await user.clear(field('Water depth'));
  await user.type(field('Water depth'), '19 1/2 in');
  await user.clear(field('Rock and sand take'));
  await user.type(field('Rock and sand take'), '6,5');
  await user.click(save());
  await waitFor(async () => expect((await vessel()).waterDepthCm).toBeCloseTo(49.53, 6));
  expect((await vessel()).displacementShare).toBeCloseTo(0.065, 9);
});

test('a depth of nothing is not stored as nothing: the field asks, and the rest waits with it', async () => {
  const before = await vessel();
  const user = await show(<Shown />);
  await user.clear(field('Water depth'));
  await user.type(field('Name'), ' of the hall');
  await user.click(save());
  expect(screen.getByText('Enter water depth.')).toBeDefined();
  expect(document.activeElement).toBe(field('Water depth'));
  expect(await vessel()).toEqual(before);
});

test('what cannot be is said at its field', async () => {
  const user = await show(<Shown />);
  await user.clear(field('Water depth'));
  await user.type(field('Water depth'), '900 m');
  await user.click(save());
  await waitFor(() => expect(field('Water depth').getAttribute('aria-invalid')).toBe('true'));
  await waitFor(() => expect(document.activeElement).toBe(field('Water depth')));
});
