import type { Short } from '../planning/round/litresShort.ts';
import type { OxygenLeft } from '../planning/round/oxygenLeft.ts';
import type { Still } from '../planning/round/simulate.ts';
import { formatNumber } from '../quantity/quantities.ts';
import { count } from './words.ts';

/** What a visit does to a water or to wet media: how long, against how long it may. */
const subject: Readonly<Record<Still['what'], string>> = {
  flow: 'nothing moves its water',
  heat: 'nothing keeps its temperature',
  air: 'nothing breaks its surface',
  media: 'its media stand without flow',
};
/** What a careful keeper does about it. Common practice, no published source. */
const remedy: Readonly<Record<Still['what'], string>> = {
  flow: 'Hang a battery air pump in first, or leave one of the jobs for another visit.',
  heat: 'Leave one of the jobs for another visit, or bring the new water at its temperature.',
  air: 'Hang a battery air pump in first, or leave one of the jobs for another visit.',
  media: 'Keep them wet in tank water; at start run the first of it to waste, and test ammonia for a week.',
};

/** @param name of the water, or of the unit whose media they are */
export function stillWord(name: string, { what, minutes, limitMin }: Still): string {
  const said = `${name}: ${subject[what]} for ${count(Math.round(minutes), 'minute')}`;
  if (limitMin === null) return `${said}; how long it may is not known.`;
  if (minutes <= limitMin) return `${said}; it may be ${count(limitMin, 'minute')}.`;
  return `${said}; it may be ${count(limitMin, 'minute')}. ${remedy[what]}`;
}

/** What is left of the oxygen, against what the animals must keep. */
export const oxygenLeftWord = (
  name: string,
  { leastMgL, limitMgL }: Pick<OxygenLeft, 'leastMgL' | 'limitMgL'>,
): string =>
  `${name}: oxygen falls to about ${formatNumber(leastMgL, 1)} mg/L, ${
    leastMgL >= limitMgL
      ? `${formatNumber(leastMgL - limitMgL, 1)} above its limit`
      : `below its limit of ${formatNumber(limitMgL, 1)}. Hang a battery air pump in first`
  }.`;

/** More is to be refilled than stands ready. */
export const shortWord = (name: string, { neededL, readyL }: Pick<Short, 'neededL' | 'readyL'>): string =>
  `${name}: its change takes ${formatNumber(neededL, 0)} L, ${formatNumber(readyL, 0)} L stand ready now. Make ${formatNumber(neededL - readyL, 0)} L more before it is drained.`;
