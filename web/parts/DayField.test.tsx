// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import { useState } from 'react';
import { beforeAll, expect, test, vi } from 'vitest';
import type { Day } from '../../core/time/day.ts';
import { openHouse } from '../testing/browser.ts';
import { show } from '../testing/render.tsx';
import { DayField } from './DayField.tsx';

beforeAll(async () => {
  await openHouse();
});

// a Tuesday
const today = '2026-12-01';
function Form({
  first,
  onSend,
  ...limits
}: {
  first: Day | null;
  onSend: (day: Day | null) => void;
  min?: Day;
  max?: Day;
  mayBeEmpty?: boolean;
}) {
  const [day, setDay] = useState(first);
  const { mayBeEmpty, ...rest } = limits;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        onSend(day);
      }}
    >
      <DayField
        label="Day"
        value={day}
        today={today}
        onChange={setDay}
        {...rest}
        {...(mayBeEmpty ? { onClear: () => setDay(null) } : {})}
      />
      <button type="submit">Send</button>
    </form>
  );
}
const field = () => screen.getByLabelText<HTMLInputElement>('Day');

async function typed(text: string, props: Partial<Parameters<typeof Form>[0]> = {}) {
  const onSend = vi.fn();
  const user = await show(<Form first="2026-11-10" onSend={onSend} {...props} />);
  await user.clear(field());
  if (text) await user.type(field(), text);
  await user.click(screen.getByRole('button', { name: 'Send' }));
  return onSend;
}

test.each([
  ['23112026', '2026-11-23', '23 Nov 2026', 'Mon, 8 days ago'],
  ['23/11', '2026-11-23', '23 Nov 2026', 'Mon, 8 days ago'],
  ['19 Oct', '2026-10-19', '19 Oct 2026', 'Mon, 43 days ago'],
  ['yesterday', '2026-11-30', '30 Nov 2026', 'Mon, yesterday'],
])('“%s” is taken, told back and sent', async (text, day, shown, told) => {
  const onSend = await typed(text, { max: today });
  expect(onSend).toHaveBeenCalledExactlyOnceWith(day);
  expect(field().value).toBe(shown);
  expect(screen.getByText(told)).toBeDefined();
});

test.each([
  ['31/11', 'There is no 31/11.'],
  ['last week', '“last week” is Mon 23 Nov to Sun 29 Nov: which day?'],
  ['tomorrow', 'Wed 2 Dec is still to come.'],
  ['2026-11-23 9:00', 'Only a day, without its time, is asked for here.'],
  ['', 'Enter a date.'],
])('“%s” stays as it was typed with its reason, and nothing is sent', async (text, why) => {
  const onSend = await typed(text, { max: today });
  expect(screen.getByText(why)).toBeDefined();
  expect(field().value).toBe(text);
  expect(onSend).not.toHaveBeenCalled();
});

test('a field that may be left empty is emptied', async () => {
  expect(await typed('', { mayBeEmpty: true })).toHaveBeenCalledExactlyOnceWith(null);
});

test('a year that is hardly meant is asked about and then taken', async () => {
  const onSend = vi.fn();
  const user = await show(<Form first="2026-11-10" onSend={onSend} />);
  await user.clear(field());
  await user.type(field(), '1 Dec 1926');
  await user.click(screen.getByRole('button', { name: 'Send' }));
  expect(onSend).not.toHaveBeenCalled();
  expect(screen.getByRole('alert').textContent).toContain('1926 is 100 years ago. Is the year right?');
  await user.click(screen.getByRole('button', { name: 'Yes, 1926' }));
  await user.click(screen.getByRole('button', { name: 'Send' }));
  expect(onSend).toHaveBeenCalledExactlyOnceWith('1926-12-01');
});

test('the calendar gives a day as well', async () => {
  const onSend = vi.fn();
  const user = await show(<Form first="2026-11-10" onSend={onSend} max={today} />);
  await user.click(screen.getByRole('button', { name: 'Calendar' }));
  await user.click(await screen.findByRole('gridcell', { name: '19' }, { timeout: 20_000 }));
  expect(field().value).toBe('19 Nov 2026');
  await user.click(screen.getByRole('button', { name: 'Send' }));
  expect(onSend).toHaveBeenCalledExactlyOnceWith('2026-11-19');
});
