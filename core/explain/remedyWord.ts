import { formatNumber, formatQuantity } from '../quantity/quantities.ts';
import { parameters, type ParameterId } from '../water/parameters.ts';
import type { Remedy } from '../water/remedies.ts';
import { count } from './words.ts';

/** What to do, large; and beside it why, what comes of it, what to mind. */
export interface RemedyWords {
  order: string;
  because: string;
}
export interface RemedyStyle {
  /** The unit in which a person reads litres. */
  volumeUnit: string;
  /** A value of a parameter with its unit, as a person reads it. */
  show: (parameter: ParameterId, value: number) => string;
}

const name = (parameter: ParameterId): string => parameters[parameter].name.toLowerCase();
const grams = (g: number): string =>
  g >= 1000 ? `${formatNumber(g / 1000, 2)} kg` : `${formatNumber(g, g < 10 ? 1 : 0)} g`;

type Say = {
  [K in Remedy['kind']]: (remedy: Extract<Remedy, { kind: K }>, style: RemedyStyle) => RemedyWords;
};
const say: Say = {
  change: ({ parameter, litres, times, result, newWater }, { volumeUnit, show }) => ({
    order: `Change ${formatQuantity('volume', litres, volumeUnit)}${times > 1 ? `, ${count(times, 'time')}, some days apart` : ''}`,
    because: `Brings ${name(parameter)} to ${show(parameter, result)}; ${
      newWater === null
        ? 'new water taken as free of it, since it was not tested'
        : `new water holds ${show(parameter, newWater)}`
    }. It does not stop what brings it in.`,
  }),
  'new-water-holds-it': ({ parameter, newWater }, { show }) => ({
    order: 'Look at the new water first',
    because: `It holds ${show(parameter, newWater)} of ${name(parameter)}: changes cannot bring it down.`,
  }),
  dose: ({ parameter, compound, grams: mass, days, result }, { show }) => ({
    order: `${grams(mass)} of ${compound}${days > 1 ? ` over ${count(days, 'day')}` : ''}`,
    because: `Brings ${name(parameter)} to ${show(parameter, result)}. Dissolve it, add it slowly, test before the next part.`,
  }),
  'stop-dosing': ({ parameter }) => ({
    order: `Dose no more ${name(parameter)}`,
    because: 'It falls by use. Test again in a few days before anything is added.',
  }),
  'swap-for-fresh': ({ litres, days, result }, { volumeUnit, show }) => ({
    order: `Swap ${formatQuantity('volume', litres, volumeUnit)} for fresh water${days > 1 ? `, over ${count(days, 'day')}` : ''}`,
    because: `Brings salinity to ${show('salinity', result)}. Is the instrument right? Check it with a standard first.`,
  }),
  'add-salt': ({ kilograms, days, result }, { show }) => ({
    order: `${formatNumber(kilograms, 2)} kg of dry salt, dissolved first${days > 1 ? `, over ${count(days, 'day')}` : ''}`,
    because: `Brings salinity to ${show('salinity', result)}. Is the instrument right? Check it with a standard first.`,
  }),
  ammonia: ({ unionisedMgL, sharePercent, changeLitres }, { volumeUnit }) => ({
    order:
      changeLitres === null
        ? 'Change half the water now'
        : `Change ${formatQuantity('volume', changeLitres, volumeUnit)} now`,
    because: `${
      unionisedMgL === null || sharePercent === null
        ? 'How much of it is poisonous is not known: test pH and temperature'
        : `${formatNumber(sharePercent, 1)} % of it is un-ionized, ${formatNumber(unionisedMgL, 3)} mg/L`
    }. Stop feeding, aerate, find what died. This comes before the plan.`,
  }),
  stripped: ({ parameter }) => ({
    order: `Take out less ${name(parameter)}`,
    because: 'None can be measured: corals starve. Less media or carbon dosing, or a little more feed.',
  }),
  'measure-the-vessel': ({ parameter }) => ({
    order: 'Measure the vessel',
    because: `How much to change or dose for ${name(parameter)} needs its true litres.`,
  }),
};

/** A remedy in words; amounts in the person's units. */
export function remedyWord(remedy: Remedy, style: RemedyStyle): RemedyWords {
  return (say[remedy.kind] as (one: Remedy, style: RemedyStyle) => RemedyWords)(remedy, style);
}
