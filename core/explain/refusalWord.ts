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
  return plainly(refusal);
}

function plainly(refusal: Refusal): string {
  if (isRefusal(refusal, 'no-such-day'))
    return `“${refusal.facts.text}” is no ${refusal.facts.what} there is.`;
  if (isRefusal(refusal, 'no-such-zone'))
    return `“${refusal.facts.zone}” is no time zone that is known here.`;
  if (isRefusal(refusal, 'hour-does-not-exist'))
    return `${refusal.facts.text} does not exist in ${refusal.facts.zone}: the clocks skip it.`;
  if (isRefusal(refusal, 'no-such-unit'))
    return `“${refusal.facts.unit}” is no unit of ${refusal.facts.quantity}.`;
  if (isRefusal(refusal, 'not-in-catalogue'))
    return `There is no ${refusal.facts.what} “${refusal.facts.id}”.`;
  return 'This cannot be.';
}
