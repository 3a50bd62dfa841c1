import type { Matters, Missing } from '../planning/round/matters.ts';

const missingWords: Record<Missing, string> = {
  litres: 'the true litres',
  feed: 'what is fed a day',
  temperature: 'a test of the temperature',
  evaporation: 'what evaporates a day (levels of the reservoir)',
  salinity: 'a test of the salinity',
  band: 'a band for the salinity',
  coldest: 'a band for the temperature',
  room: 'the temperature of the room (Settings, the place)',
  heater: 'the watts of the heater (its page)',
};

/** When somebody looks next. */
export interface NextLook {
  inHours: number;
  /** "Sat 28 Nov". */
  day: string;
}

/**
 * "It starts to matter within 14 h: before anybody is due here (Sat 28 Nov)." or "Not known when it starts to matter:
 * enter the true litres."
 * @param next when somebody is due at the place; null: nobody knows; absent: it is not asked
 */
export function mattersWord(matters: Matters, next?: NextLook | null): string {
  return mattersAlone(matters) + (next === undefined ? '' : lookWord(matters, next));
}
const SOON_HOURS = 24;
function lookWord(matters: Matters, next: NextLook | null): string {
  if (matters.kind === 'never') return '';
  if (next === null) return ' No visit day set: nobody may notice.';
  if (matters.kind === 'hours' && matters.hours < next.inHours)
    return ` Nobody is due here before ${next.day}: see to it first.`;
  return matters.kind === 'not-known' && next.inHours > SOON_HOURS
    ? ` Nobody is due here before ${next.day}.`
    : '';
}

function mattersAlone(matters: Matters): string {
  if (matters.kind === 'never') return 'The room is warm enough: the water stays in its band.';
  if (matters.kind === 'not-known')
    return `Not known when it starts to matter: enter ${matters.missing.map((one) => missingWords[one]).join(', ')}.`;
  const hours = Math.floor(matters.hours);
  if (hours < 1) return 'It matters now.';
  return hours <= 48
    ? `It starts to matter within ${hours} h.`
    : `It starts to matter within ${Math.floor(hours / 24)} days.`;
}
