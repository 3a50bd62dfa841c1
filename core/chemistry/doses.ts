import { MEQ_PER_DKH, molarMass } from './constants.ts';

// What to weigh out, by stoichiometry of pure compounds. @source IUPAC standard atomic weights (abridged)

/** Grams of a compound that hold one equivalent of alkalinity. */
export const alkalinityCompounds = {
  'sodium bicarbonate': molarMass.NaHCO3,
  'sodium carbonate, anhydrous': molarMass.Na2CO3 / 2,
  'calcium hydroxide': molarMass.CaOH2 / 2,
} as const;
/** Grams of a compound that hold a gram of the metal. */
export const calciumCompounds = {
  'calcium chloride dihydrate': molarMass.CaCl2_2H2O / molarMass.Ca,
  'calcium chloride, anhydrous': molarMass.CaCl2 / molarMass.Ca,
  'calcium chloride hexahydrate': molarMass.CaCl2_6H2O / molarMass.Ca,
} as const;
export const magnesiumCompounds = {
  'magnesium chloride hexahydrate': molarMass.MgCl2_6H2O / molarMass.Mg,
  'magnesium sulfate heptahydrate': molarMass.MgSO4_7H2O / molarMass.Mg,
} as const;

/** Grams that raise alkalinity: dKH × litres, by a compound's grams for an equivalent. */
export const alkalinityDoseGrams = (riseDkh: number, litres: number, gramsPerEquivalent: number): number =>
  (riseDkh * MEQ_PER_DKH * litres * gramsPerEquivalent) / 1000;

/** Grams that raise a metal: mg/L × litres, by a compound's grams for a gram of it. */
export const metalDoseGrams = (riseMgL: number, litres: number, gramsPerGram: number): number =>
  (riseMgL * litres * gramsPerGram) / 1000;
