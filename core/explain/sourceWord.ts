import { formatNumber } from '../quantity/quantities.ts';
import type { SourceFinding } from '../diagnosis/findSource.ts';
import type { Amount, Nutrient, SourceReason, Supply } from '../diagnosis/sources/types.ts';
import { count, opening } from './words.ts';

export interface SourceStyle {
  /** A concentration of the nutrient with its unit. */
  show: (nutrient: Nutrient, value: number) => string;
}
const ago = (days: number): string => (days < 1 ? 'today' : `${count(Math.round(days), 'day')} ago`);

type Say = {
  [K in SourceReason['kind']]: (reason: Extract<SourceReason, { kind: K }>, style: SourceStyle) => string;
};
const say: Say = {
  tested: ({ value, below, daysAgo, nutrient }, { show }) =>
    `Tested ${ago(daysAgo)}: ${below ? 'below ' : ''}${show(nutrient, value)}.`,
  'not-tested': () => 'Not tested: a zero on a TDS meter does not prove it free.',
  rejection: ({ percent }) => `The membrane holds back ${formatNumber(percent, 1)} %; sound is 96 or more.`,
  late: ({ job, chance }) => `${job}: ${chanceWord(chance)} due already.`,
  'in-time': ({ job }) => `${job}: in time.`,
  'age-unknown': ({ job }) => `${job}: nobody knows when it was last done.`,
  'feed-changed': ({ from, to, daysAgo }) =>
    `${formatNumber(to, 1)} g a day instead of ${formatNumber(from, 1)} g${daysAgo === null ? '' : `, for ${count(Math.round(daysAgo), 'day')}`}.`,
  'feed-same': ({ grams }) => `${formatNumber(grams, 1)} g a day, as logged; no change.`,
  'feed-unknown': () => 'The feed is not logged. It is usually by far the largest source.',
  death: ({ daysAgo }) => `A death was logged ${ago(daysAgo)}.`,
  'no-death': () => 'No death is logged.',
  outlet: ({ inlet, outlet, daysAgo, nutrient }, { show }) =>
    `${show(nutrient, outlet)} behind it, ${show(nutrient, inlet)} in front, ${ago(daysAgo)}.`,
  air: ({ share }) => `It draws ${formatNumber(100 * share, 0)} % of its best air.`,
  'fresh-charge': ({ daysAgo }) => `A new charge went in ${ago(daysAgo)}.`,
  'was-high': ({ highest, nutrient }, { show }) =>
    `The water held up to ${show(nutrient, highest)} within the year.`,
};
export function sourceReasonWord(reason: SourceReason, style: SourceStyle): string {
  return (say[reason.kind] as (one: SourceReason, style: SourceStyle) => string)(reason, style);
}

/** "Nearly certainly", "4 in 5", "1 in 20": chances in words people bet with. */
export function chanceWord(chance: number): string {
  if (chance >= 0.97) return 'nearly certainly';
  if (chance < 0.02) return 'hardly';
  if (chance >= 0.2) {
    const fifths = Math.round(chance * 5);
    return fifths >= 5 ? '9 in 10' : `${fifths} in 5`;
  }
  return `1 in ${chance >= 0.08 ? Math.round(1 / chance) : Math.round(1 / chance / 5) * 5}`;
}

const amount = (mg: number): string =>
  Math.abs(mg) >= 1000
    ? `${formatNumber(mg / 1000, 1)} g`
    : `${formatNumber(mg, Math.abs(mg) < 10 ? 1 : 0)} mg`;
export const milligramsWord = amount;

/** How much of it a source can explain: never more than there is. */
export function explainsWord(brings: Amount | null, toExplain: number): string {
  if (brings === null) return 'how much it brings is not known';
  if (brings.most >= toExplain) return `can explain all of the ${amount(toExplain)} a day`;
  return brings.most < 0.02 * toExplain
    ? 'accounts for almost none'
    : `can explain up to ${amount(brings.most)} of the ${amount(toExplain)} a day`;
}

/** What there is to explain, in a sentence or two. */
export function findingSentences(
  { asks, toExplain, within }: SourceFinding,
  nutrient: Nutrient,
  supply: Supply,
): string[] {
  const carried =
    supply.byChanges === null
      ? 'what changes carry out is not known, since no litres were logged'
      : `changes carry out ${amount(supply.byChanges)}`;
  const stays =
    supply.stays >= 0
      ? `${amount(supply.stays)} a day stay in the water`
      : `the water loses ${amount(-supply.stays)} a day`;
  const basis = `By ${count(supply.tests, 'test')} in ${count(Math.round(supply.days), 'day')}: ${stays}, ${carried}.`;
  if (asks === 'rise')
    return [
      `${opening(nutrient)} comes in faster: ${amount(toExplain)} a day more than before (± ${amount(within)}).`,
      basis,
    ];
  if (asks === 'supply')
    return [
      `${amount(toExplain)} a day of ${nutrient} comes in (± ${amount(within)}), no more than before.`,
      basis,
    ];
  return [`No clear inflow of ${nutrient}: test error is ± ${amount(within)} a day.`, basis];
}
