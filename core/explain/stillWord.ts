import type { Still } from '../planning/round/simulate.ts';
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
