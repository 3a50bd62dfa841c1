import { isRefusal, type Refusal } from '../errors.ts';
import { formatNumber } from '../quantity/quantities.ts';

/** Why something was refused, as a sentence that names the field and its range. */
export function refusalWord(refusal: Refusal): string {
  if (isRefusal(refusal, 'out-of-range')) {
    const { what, value, from, to, unit } = refusal.facts;
    const show = (x: number) => formatNumber(x, Math.abs(x) > 0 && Math.abs(x) < 0.01 ? 9 : 4);
    const name = what.charAt(0).toUpperCase() + what.slice(1);
    const of = unit === '' || unit === '1' ? '' : ` ${unit}`;
    if (unit === '' && from === to) return `${name}.`;
    const range = `${show(from)} to ${show(to)}${of}`;
    return Number.isFinite(value)
      ? `${name}: ${show(value)}${of} is outside ${range}.`
      : `${name}: a number from ${range} is needed.`;
  }
  return `${refusal.code}: ${JSON.stringify(refusal.facts)}`;
}
