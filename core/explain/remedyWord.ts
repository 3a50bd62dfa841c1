import { formatNumber, formatQuantity } from '../quantity/quantities.ts';
import { parameterWord, type ParameterId } from '../water/parameters.ts';
import { DAYS_BETWEEN_CHANGES } from '../water/remedies/limits.ts';
import type { Remedy } from '../water/remedies/types.ts';
import { count, listWord } from './words.ts';

/** What to do, large; beside it why, what comes of it, what to mind; and what it does not cure. */
export interface RemedyWords {
  order: string;
  because: string;
  wontFix: string | null;
}
export interface RemedyStyle {
  /** The unit in which a person reads litres. */
  volumeUnit: string;
  /** A value of a parameter with its unit, as a person reads it. */
  show: (parameter: ParameterId, value: number) => string;
  /** A difference with its unit. */
  difference: (parameter: ParameterId, value: number) => string;
}

const grams = (g: number): string =>
  g >= 1000 ? `${formatNumber(g / 1000, 2)} kg` : `${formatNumber(g, g < 10 ? 1 : 0)} g`;
const millilitres = (mL: number): string =>
  mL >= 1000 ? `${formatNumber(mL / 1000, 2)} L` : `${formatNumber(mL, mL < 10 ? 1 : 0)} mL`;
const over = (days: number): string => (days > 1 ? ` over ${count(days, 'day')}` : '');
const SLOWLY = 'Dissolve it, add it slowly, test before the next part.';
const STANDARD = 'Is the instrument right? Check it with a 35 ppt standard first.';
const SOURCE = 'what brings it in';

type Say = {
  [K in Remedy['kind']]: (remedy: Extract<Remedy, { kind: K }>, style: RemedyStyle) => RemedyWords;
};
const say: Say = {
  change: ({ parameter, litres, share, times, result, newWater, limitedBy }, { volumeUnit, show }) => ({
    order: `Change ${formatQuantity('volume', litres, volumeUnit)}${times > 1 ? `, ${count(times, 'time')}` : ''}`,
    because: `${formatNumber(100 * share, 0)} % of the true volume${
      times > 1 ? ` each time, ${DAYS_BETWEEN_CHANGES} days or more apart` : ', in one go'
    }: ${parameterWord(parameter)} comes to ${show(parameter, result)}; ${
      newWater === null
        ? 'new water taken as free of it, since it was not tested'
        : `new water holds ${show(parameter, newWater)}`
    }.${limitedBy && limitedBy !== 'share' ? ` One larger change would shift ${parameterWord(limitedBy)} by more than a day may.` : ''}`,
    wontFix: SOURCE,
  }),
  'new-water-holds-it': ({ parameter, newWater }, { show }) => ({
    order: 'Fix the new water first',
    because: `It holds ${show(parameter, newWater)} of ${parameterWord(parameter)}: changes cannot bring it down.`,
    wontFix: null,
  }),
  media: ({ parameter, name: what, lastDrop, afterChanges }, { show }) => ({
    order: `Renew the media: ${what}`,
    because: `${
      lastDrop
        ? `Last time ${parameterWord(parameter)} went from ${show(parameter, lastDrop.from)} to ${show(parameter, lastDrop.to)}.`
        : 'How far it brings it down is not known here yet.'
    }${afterChanges ? ' After the changes: a charge is soon spent where much is in the water.' : ''} Rinse it to waste first.`,
    wontFix: `${SOURCE}, and what rock and sand give back`,
  }),
  harvest: ({ parameter, name: what, lastDrop }, { show }) => ({
    order: `Harvest: ${what}`,
    because: lastDrop
      ? `Last time ${parameterWord(parameter)} went from ${show(parameter, lastDrop.from)} to ${show(parameter, lastDrop.to)}.`
      : 'How far it brings it down is not known here yet.',
    wontFix: 'a level that must come down within days',
  }),
  'feed-less': ({ parameter, perWeek, lessPerWeek }, { difference }) => ({
    order: 'Feed a third less',
    because:
      perWeek !== null && lessPerWeek !== null
        ? `It slows the rise from ${difference(parameter, perWeek)} to at best ${difference(parameter, lessPerWeek)} a week.`
        : 'Feed is usually by far the largest source.',
    wontFix: 'what is in the water already',
  }),
  dose: ({ parameter, compound, grams: mass, days, result }, { show }) => ({
    order: `${grams(mass)} of ${compound}${over(days)}`,
    because: `Brings ${parameterWord(parameter)} to ${show(parameter, result)}. ${SLOWLY}`,
    wontFix: 'the daily use: a one-off is used up again',
  }),
  'dose-own': ({ parameter, name: what, millilitres: mL, days, result }, { show }) => ({
    order: `${millilitres(mL)} of ${what}${over(days)}`,
    because: `Beside the daily dose. Brings ${parameterWord(parameter)} to ${show(parameter, result)}. Add it slowly, test before the next part.`,
    wontFix: 'the daily use: a one-off is used up again',
  }),
  'stop-dosing': ({ parameter, daysToBand }) => ({
    order: `Dose no more ${parameterWord(parameter)}`,
    because:
      daysToBand === null
        ? 'It falls by use. Test again in a few days before anything is added.'
        : `By what is used it is back in about ${count(Math.max(1, Math.round(daysToBand)), 'day')}. Test then.`,
    wontFix: null,
  }),
  'more-delivery': ({ parameter, names, perDay }, { difference }) => ({
    order: `Raise what ${listWord(names)} ${names.length === 1 ? 'delivers' : 'deliver'}${perDay === null ? '' : `, by about ${difference(parameter, perDay)} a day`}`,
    because: `${perDay === null ? 'It is low' : `It falls ${difference(parameter, perDay)} a day`}, and what is delivered day by day comes first. Change one thing by a little, let it settle, test daily at the same hour.`,
    wontFix: 'a column below half or a spent charge: the media come second',
  }),
  'daily-dose': ({ parameter, advice, days, solution }, { difference }) => {
    const { holding, within, change } = advice;
    const use = `Holds the level: use ${difference(parameter, holding)} a day (± ${difference(parameter, within)}) over ${count(Math.round(days), 'day')} of tests.`;
    if (!change)
      return {
        order: 'Leave the daily dose alone',
        because: `${use} That differs from what is dosed by less than the tests can tell.`,
        wontFix: null,
      };
    return {
      order: solution
        ? `Dose ${millilitres(solution.ml)} a day of ${solution.name}`
        : `Dose ${difference(parameter, holding)} a day`,
      because: `${use}${
        solution
          ? ` Give or take ${millilitres(solution.mlWithin)}${solution.mlNow === null ? '' : `; now ${millilitres(solution.mlNow)}`}.`
          : ''
      } It holds the level.`,
      wontFix: 'a level that is out already: that is a one-off beside it',
    };
  },
  imbalance: ({ parameter, imbalance, grams: mass, compound }, { difference }) => ({
    order: `First ${grams(mass)} of ${compound}, by itself`,
    because: `Alkalinity and calcium are out of proportion: ${parameterWord(parameter)} is short by ${difference(parameter, imbalance.by)} of what goes with the other. A reactor or equal parts add both and cannot cure it.`,
    wontFix: null,
  }),
  'swap-for-fresh': ({ litres, days, result }, { volumeUnit, show }) => ({
    order: `Swap ${formatQuantity('volume', litres, volumeUnit)} for fresh water${days > 1 ? `, over ${count(days, 'day')}` : ''}`,
    because: `Brings salinity to ${show('salinity', result)}. ${STANDARD}`,
    wontFix: 'a top-off that does not come',
  }),
  'swap-for-salt': ({ litres, newWaterPpt, days, result }, { volumeUnit, show }) => ({
    order: `Swap ${formatQuantity('volume', litres, volumeUnit)} for water of ${show('salinity', newWaterPpt)}${days > 1 ? `, over ${count(days, 'day')}` : ''}`,
    because: `Brings salinity to ${show('salinity', result)}. ${STANDARD}`,
    wontFix: 'a top-off that runs too much, or salt water lost to the skimmer',
  }),
  'add-salt': ({ kilograms, days, result }, { show }) => ({
    order: `${formatNumber(kilograms, 2)} kg of dry salt, dissolved first${days > 1 ? `, over ${count(days, 'day')}` : ''}`,
    because: `Brings salinity to ${show('salinity', result)}. ${STANDARD}`,
    wontFix: 'a top-off that runs too much, or salt water lost to the skimmer',
  }),
  ammonia: ({ unionisedMgL, sharePercent, changeLitres, result }, { volumeUnit, show }) => ({
    order:
      changeLitres === null
        ? 'Change half the water now'
        : `Change ${formatQuantity('volume', changeLitres, volumeUnit)} now`,
    because: `${
      unionisedMgL === null || sharePercent === null
        ? 'How much of it is poisonous depends on pH and temperature: test both'
        : `${formatNumber(sharePercent, 1)} % of it is un-ionized, ${formatNumber(unionisedMgL, 3)} mg/L`
    }.${result === null ? '' : ` It leaves ${show('ammonia', result)}; test again the same day.`} Stop feeding, aerate, bind it with a detoxifier by its maker’s dose, find what died. This comes before the plan.`,
    wontFix: 'a biological filter that was lost',
  }),
  nitrite: ({ changeLitres, result, salty }, { volumeUnit, show }) => ({
    order:
      changeLitres === null
        ? 'Change half the water now'
        : `Change ${formatQuantity('volume', changeLitres, volumeUnit)} now`,
    because: `${
      salty
        ? 'Salt water shields fish from much of it, yet it says that the biological filter does not keep up.'
        : 'In fresh water it stops blood from carrying oxygen.'
    }${result === null ? '' : ` It leaves ${show('nitrite', result)}; test again tomorrow.`} Stop feeding, aerate. This comes before the plan.`,
    wontFix: 'a biological filter that was lost',
  }),
  stripped: ({ parameter, stop }) => ({
    order: `Take out less ${parameterWord(parameter)}`,
    because: `None can be measured: corals starve and pale, nuisance films take over. ${
      stop.length > 0
        ? `Cut down first: ${listWord(stop)}, one at a time`
        : 'Less media or carbon dosing first'
    }; then a little more feed. One change a week, a test between; never pour a nutrient in to catch up.`,
    wontFix: null,
  }),
  temperature: ({ by, days }, { difference }) => ({
    order: `${by > 0 ? 'Warm' : 'Cool'} it by ${difference('temperature', Math.abs(by))}${over(days)}`,
    because: `${by > 0 ? 'Heater: plug, setting, flow past it' : 'Chiller, fans, flow; lights for shorter'}. Check with a second thermometer first; no more than 1 °C a day.`,
    wontFix: null,
  }),
  ph: ({ side }) => ({
    order: side === 'below' ? 'Aerate, and air the room' : 'Look for what drives it up',
    because:
      side === 'below'
        ? 'Low pH is mostly carbon dioxide: from the room, or a reactor’s outlet. Test alkalinity before anything is dosed for pH; calibrate the probe.'
        : 'Limewater, carbonate dosing or strong light. Calibrate the probe, test alkalinity.',
    wontFix: null,
  }),
  oxygen: ({ percent, saturationMgL, low }) => ({
    order: low ? 'Aerate now' : 'Look for air drawn in under pressure',
    because: `${formatNumber(percent, 0)} % of the ${formatNumber(saturationMgL, 1)} mg/L this water can hold at its temperature, salinity and height.${
      low ? ' More surface movement, less feed, look for what rots.' : ''
    }`,
    wontFix: null,
  }),
  orp: ({ side }) => ({
    order: side === 'above' ? 'Ozone off until it is back' : 'Clean the probe, then look for what rots',
    because:
      side === 'above'
        ? 'Too high oxidises livestock. Leave and ventilate if ozone is smelt.'
        : 'A dirty probe reads low. ORP says little by itself: follow its own usual course.',
    wontFix: null,
  }),
  hardness: ({ side }) => ({
    order: side === 'above' ? 'Blend softer water at the changes' : 'Blend harder water at the changes',
    because: 'In steps over several changes: hardness shifts are hard on animals.',
    wontFix: null,
  }),
  silicate: () => ({
    order: 'Test the make-up water for silicate',
    because: 'It comes with the water: resin or membrane let it through. Brown dust feeds on it.',
    wontFix: null,
  }),
  'measure-the-vessel': ({ parameter }) => ({
    order: 'Measure the vessel',
    because: `How much to change or dose for ${parameterWord(parameter)} needs its true litres.`,
    wontFix: null,
  }),
};

/** A remedy in words; amounts in the person's units. */
export function remedyWord(remedy: Remedy, style: RemedyStyle): RemedyWords {
  return (say[remedy.kind] as (one: Remedy, style: RemedyStyle) => RemedyWords)(remedy, style);
}
