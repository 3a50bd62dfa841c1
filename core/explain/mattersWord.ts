import type { Matters, Missing } from '../planning/round/matters.ts';

const missingWords: Record<Missing, string> = {
  litres: 'the true litres',
  feed: 'what is fed a day',
  temperature: 'a test of the temperature',
  evaporation: 'what evaporates a day (levels of the reservoir)',
  salinity: 'a test of the salinity',
  band: 'a band for the salinity',
  room: 'the temperature of the room',
  heater: 'how much the heater draws',
};

/** "It starts to matter within 14 h." or "Not known when it starts to matter: enter the true litres." */
export function mattersWord(matters: Matters): string {
  if (matters.kind === 'not-known')
    return `Not known when it starts to matter: enter ${matters.missing.map((one) => missingWords[one]).join(', ')}.`;
  const hours = Math.floor(matters.hours);
  if (hours < 1) return 'It matters now.';
  return hours <= 48
    ? `It starts to matter within ${hours} h.`
    : `It starts to matter within ${Math.floor(hours / 24)} days.`;
}
