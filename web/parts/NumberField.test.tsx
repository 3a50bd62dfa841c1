// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import { useState } from 'react';
import { beforeAll, expect, test, vi } from 'vitest';
import { openHouse } from '../testing/browser.ts';
import { show } from '../testing/render.tsx';
import { NumberField } from './NumberField.tsx';

beforeAll(async () => {
  await openHouse();
});

type Field = Parameters<typeof NumberField>[0];
function Form({ onSend, ...field }: Partial<Field> & { onSend: (value: number | null) => void }) {
  const [value, setValue] = useState<number | null>(field.value ?? null);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        onSend(value);
      }}
    >
      <NumberField label="Height" unit="cm" {...field} value={value} onChange={setValue} />
      <button type="submit">Send</button>
    </form>
  );
}
const field = () => screen.getByLabelText<HTMLInputElement>('Height');

async function typed(text: string, props: Partial<Field> = {}) {
  const onSend = vi.fn();
  const user = await show(<Form onSend={onSend} value={36} {...props} />);
  await user.clear(field());
  if (text) await user.type(field(), text);
  await user.click(screen.getByRole('button', { name: 'Send' }));
  return onSend;
}

test.each<[string, Partial<Field>, number | null, string]>([
  ['.045', {}, 0.045, '.045'],
  ['3,4', {}, 3.4, '3,4'],
  ['48.0', {}, 48, '48.0'],
  ['19 in', {}, 48.26, '19 in'],
  ['', {}, null, ''],
  ['12', { whole: true, from: 1, to: 12 }, 12, '12'],
])('“%s” with %o is %s, and stands as it was typed', async (text, props, value, shown) => {
  expect(await typed(text, props)).toHaveBeenCalledExactlyOnceWith(value);
  expect(field().value).toBe(shown);
});

test('a number in another unit says what it is in the field’s', async () => {
  await typed('19 in');
  expect(screen.getByText('= 48.26 cm')).toBeDefined();
});

test.each<[string, Partial<Field>, string]>([
  ['tall', {}, '“tall” is not a number.'],
  ['-', {}, '“-” is not a number.'],
  ['75 gal', {}, '“75 gal”: this is in cm.'],
  ['', { required: true }, 'Enter height.'],
  ['1.5', { whole: true }, '“1.5” is not a whole number.'],
  ['30', { from: 1, to: 12 }, 'Not over 12.'],
  ['0', { from: 1, to: 12 }, 'Not under 1.'],
])('“%s” with %o stays with its reason, and nothing is sent', async (text, props, why) => {
  const onSend = await typed(text, props);
  expect(screen.getByText(why)).toBeDefined();
  expect(field().value).toBe(text);
  expect(onSend).not.toHaveBeenCalled();
});

test('what cannot be taken does not change the number that stood there', async () => {
  const onSend = vi.fn();
  const user = await show(<Form onSend={onSend} value={36} />);
  await user.type(field(), 'x');
  await user.type(field(), '{Backspace}');
  await user.click(screen.getByRole('button', { name: 'Send' }));
  expect(onSend).toHaveBeenCalledExactlyOnceWith(36);
});

test('a number from elsewhere replaces what was typed; the same number leaves it', async () => {
  function Answered() {
    const [value, setValue] = useState<number | null>(36);
    return (
      <>
        <NumberField label="Height" unit="cm" value={value} onChange={setValue} />
        <button onClick={() => setValue(48)}>the same</button>
        <button onClick={() => setValue(50)}>another</button>
      </>
    );
  }
  const user = await show(<Answered />);
  await user.clear(field());
  await user.type(field(), '48.0');
  await user.click(screen.getByRole('button', { name: 'the same' }));
  expect(field().value).toBe('48.0');
  await user.click(screen.getByRole('button', { name: 'another' }));
  expect(field().value).toBe('50');
});
