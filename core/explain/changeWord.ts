import { formatNumber } from '../quantity/quantities.ts';
import { parameterWord, type ParameterId } from '../water/parameters.ts';
import type { Refused, StorePreparation, SystemChange } from '../water/change/types.ts';
import { MIXING_HOURS } from '../water/makeUp/nextBatch.ts';
import { count } from './words.ts';

/** How a person reads amounts. */
export interface AmountStyle {
  /** Litres with their unit. */
  litres: (value: number) => string;
  /** A length in centimetres with its unit. */
  length: (cm: number) => string;
  show: (parameter: ParameterId, value: number) => string;
  difference: (parameter: ParameterId, value: number) => string;
}

const refusedWords: Record<Refused, string> = {
  'no-fresh-store':
    'No store of fresh water is described here: fresh water never comes out of the salt store.',
  'no-salt-store': 'No store of salt water is described here.',
  'nothing-left': 'Nothing is left for it in the store.',
};
export const refusedWord = (refused: Refused): string => refusedWords[refused];

/** What a system is to do, large: "Change 84 L". */
export function changeOrder({ litres, stages }: SystemChange, style: AmountStyle): string {
  const each = `Change ${style.litres(litres)}`;
  return stages.count > 1 ? `${each}, stage 1 of ${stages.count}` : each;
}

/** The arithmetic under the order, a sentence each. */
export function changeSentences(change: SystemChange, style: AmountStyle): string[] {
  const { litres, neededL, wantedL, share, stages, levelFallsCm, drain, refill } = change;
  const said: string[] = [
    `${formatNumber(100 * share, 1)} % of the true water${levelFallsCm === null ? '' : `; the level falls by ${style.length(levelFallsCm)}`}.`,
  ];
  if (litres < neededL - 0.05)
    said.push(
      `${style.litres(neededL)} wanted${stages.count > 1 ? ' for this stage' : ''}; the store has no more.`,
    );
  if (stages.count > 1)
    said.push(
      `${style.litres(wantedL)} in ${count(stages.count, 'stage')}, ${stages.daysApart} days or more apart: ${
        stages.limitedBy === null || stages.limitedBy === 'share'
          ? 'at once it would be too much for livestock'
          : `at once it would shift ${parameterWord(stages.limitedBy)} by more than a day may`
      }.`,
    );
  const times = [
    drain ? `drains in ${minutesWord(drain.outputs.minutes)}` : '',
    refill ? `pumped back in ${minutesWord(refill.outputs.minutes)}` : '',
  ].filter(Boolean);
  if (times.length > 0) said.push(`It ${times.join(', is ')}.`);
  return said;
}

export const minutesWord = (minutes: number): string =>
  minutes < 1
    ? 'under a minute'
    : minutes < 90
      ? count(Math.round(minutes), 'minute')
      : `${formatNumber(minutes / 60, 1)} h`;

/** What is to be done to a store before it is drawn from, and what is left in it. */
export function storeOrders(store: StorePreparation, style: AmountStyle): string[] {
  const orders: string[] = [];
  if (store.saltKg !== null && store.towardsPpt !== null)
    orders.push(
      `Dissolve ${formatNumber(store.saltKg, 2)} kg of dry salt: to ${style.show('salinity', store.towardsPpt)}. Salt mixes contain water: go by label and reading. Then ${MIXING_HOURS} h until it is clear and steady.`,
    );
  if (store.byC !== null && store.towardsC !== null)
    orders.push(
      `${store.byC > 0 ? 'Warm' : 'Cool'} it by ${style.difference('temperature', Math.abs(store.byC))} to ${style.show('temperature', store.towardsC)}${
        store.hours === null ? '' : `: ${minutesWord(store.hours * 60)} at the rated power, losses left out`
      }.`,
    );
  return orders;
}
