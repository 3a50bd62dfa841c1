/** One comma before one or two last digits, or any comma without a point, is a decimal comma; 1,200 is one thousand two hundred. */
export function typedNumber(typed: string): number | null {
  const text = typed.trim();
  if (text === '') return null;
  const plain = /^-?\d{1,3}(,\d{3})+(\.\d+)?$/.test(text) ? text.replaceAll(',', '') : text.replace(',', '.');
  const number = Number(plain);
  return Number.isFinite(number) ? number : null;
}
