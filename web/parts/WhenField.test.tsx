// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import { useState } from 'react';
import { beforeAll, expect, test } from 'vitest';
import type { When } from '../../contract/fields.ts';
import { openHouse } from '../testing/browser.ts';
import { show } from '../testing/render.tsx';
import { WhenField } from './WhenField.tsx';

beforeAll(async () => {
  await openHouse();
});

async function shown(first: When) {
  let now = first;
  function Form() {
    const [value, setValue] = useState(first);
    now = value;
    return (
      <WhenField label="When" value={value} today="2026-12-01" zone="Europe/Berlin" onChange={setValue} />
    );
  }
  const user = await show(<Form />);
  const type = async (text: string): Promise<When> => {
    await user.clear(screen.getByLabelText('Date'));
    await user.type(screen.getByLabelText('Date'), text);
    await user.tab();
    return now;
  };
  return { user, type, now: () => now };
}

test('what was done at a time of day shows it in the place’s time, and is moved to another', async () => {
  const { type } = await shown({ kind: 'instant', at: '2026-11-19T08:00:00.000Z' });
  expect(screen.getByLabelText<HTMLInputElement>('Date').value).toBe('19 Nov 2026 09:00');
  expect(await type('18 Nov 21:30')).toEqual({ kind: 'instant', at: '2026-11-18T20:30:00.000Z' });
  expect(await type('18 Nov')).toEqual({ kind: 'day', day: '2026-11-18' });
});

test.each<[string, When]>([
  ['yesterday', { kind: 'day', day: '2026-11-30' }],
  ['last week', { kind: 'rough', from: '2026-11-23', to: '2026-11-29' }],
  ['October', { kind: 'rough', from: '2026-10-01', to: '2026-10-31' }],
  ['2 weeks ago', { kind: 'rough', from: '2026-11-14', to: '2026-11-20' }],
  // what has not been yet is cut off
  ['this month', { kind: 'rough', from: '2026-12-01', to: '2026-12-01' }],
  // the clocks skipped the hour: the day is known all the same
  ['29 March 2026 2:30', { kind: 'day', day: '2026-03-29' }],
])('“%s” is as exact as it was said', async (text, meant) => {
  const { type } = await shown({ kind: 'day', day: '2026-11-10' });
  expect(await type(text)).toEqual(meant);
});

test('roughly and back keep the month that was meant', async () => {
  const { user, now } = await shown({ kind: 'instant', at: '2026-10-31T23:30:00.000Z' });
  await user.click(screen.getByRole('button', { name: 'Roughly' }));
  expect(now()).toEqual({ kind: 'rough', from: '2026-11-01', to: '2026-11-30' });
  await user.click(screen.getByRole('button', { name: 'On a date' }));
  expect(now()).toEqual({ kind: 'day', day: '2026-11-30' });
});
