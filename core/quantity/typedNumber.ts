/**
 * A number as people type it: point or comma before the decimals, commas between thousands, a whole and a fraction.
 * One comma before one or two last digits, or any comma without a point, is a decimal comma; 1,200 is one thousand two
 * hundred.
 * @returns null where it is none, or nothing was typed
 */
export function typedNumber(typed: string): number | null {
  const text = typed.trim().replace(/^[−–]/, '-');
  if (text === '') return null;
  const fraction = /^(?:(\d+) )?(\d+)\/([1-9]\d*)$/.exec(text);
  if (fraction) return Number(fraction[1] ?? 0) + Number(fraction[2]) / Number(fraction[3]);
  const plain = /^-?\d{1,3}(,\d{3})+(\.\d+)?$/.test(text) ? text.replaceAll(',', '') : text.replace(',', '.');
  if (!/^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(plain)) return null;
  const number = Number(plain);
  return Number.isFinite(number) ? number : null;
}
