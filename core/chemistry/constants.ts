// Grouped as exact, derived and conventional. Atomic weights: IUPAC standard atomic weights (abridged).

const weights = {
  H: 1.008,
  C: 12.011,
  N: 14.007,
  O: 15.999,
  Na: 22.98976928,
  Mg: 24.305,
  Si: 28.085,
  P: 30.973762,
  S: 32.06,
  Cl: 35.45,
  K: 39.0983,
  Ca: 40.078,
  Sr: 87.62,
} as const;
type Element = keyof typeof weights;

/** Molar mass of a sum formula written as counts, g/mol. */
export const molar = (counts: Partial<Record<Element, number>>): number =>
  Object.entries(counts).reduce((sum, [element, count]) => sum + weights[element as Element] * count, 0);

/** g/mol. */
export const molarMass = {
  CaCO3: molar({ Ca: 1, C: 1, O: 3 }),
  CaO: molar({ Ca: 1, O: 1 }),
  NaHCO3: molar({ Na: 1, H: 1, C: 1, O: 3 }),
  Na2CO3: molar({ Na: 2, C: 1, O: 3 }),
  CaCl2: molar({ Ca: 1, Cl: 2 }),
  CaCl2_2H2O: molar({ Ca: 1, Cl: 2, H: 4, O: 2 }),
  CaCl2_6H2O: molar({ Ca: 1, Cl: 2, H: 12, O: 6 }),
  MgCl2_6H2O: molar({ Mg: 1, Cl: 2, H: 12, O: 6 }),
  MgSO4_7H2O: molar({ Mg: 1, S: 1, O: 11, H: 14 }),
  CaOH2: molar({ Ca: 1, O: 2, H: 2 }),
  CO2: molar({ C: 1, O: 2 }),
  O2: molar({ O: 2 }),
  PO4: molar({ P: 1, O: 4 }),
  NO3: molar({ N: 1, O: 3 }),
  NO2: molar({ N: 1, O: 2 }),
  NH3: molar({ N: 1, H: 3 }),
  NH4: molar({ N: 1, H: 4 }),
  SiO2: molar({ Si: 1, O: 2 }),
  HCO3: molar({ H: 1, C: 1, O: 3 }),
  CO3: molar({ C: 1, O: 3 }),
  P2O5: molar({ P: 2, O: 5 }),
  Na2S2O3_5H2O: molar({ Na: 2, S: 2, O: 8, H: 10 }),
  Cl2: molar({ Cl: 2 }),
  SO4: molar({ S: 1, O: 4 }),
  NaCl: molar({ Na: 1, Cl: 1 }),
  Ca: weights.Ca,
  Mg: weights.Mg,
  N: weights.N,
  P: weights.P,
  Si: weights.Si,
} as const;

/** CODATA 2018, exact. */
export const GAS_CONSTANT = 8.31446261815324; // J/(mol K)
export const FARADAY = 96_485.33212331002; // C/mol
/** Conventional standard gravity, m/s². */
export const GRAVITY = 9.80665;
export const ZERO_C_K = 273.15;

/** By definition 1 dKH is 10 mg CaO per litre; alkalinity counts two equivalents per mol of CaO. */
export const MEQ_PER_DKH = 20 / molarMass.CaO;
/** g CaCO3 per equivalent. */
export const CACO3_PER_EQ = molarMass.CaCO3 / 2;

/** Exact by definition: the international yard and pound (1959), US gallon 231 in³, imperial gallon 4.54609 L. */
export const M_PER_INCH = 0.0254;
export const M_PER_FOOT = 0.3048;
export const KG_PER_POUND = 0.45359237;
export const GRAMS_PER_OUNCE = (KG_PER_POUND * 1000) / 16;
export const LITRES_PER_US_GALLON = 3.785411784;
export const LITRES_PER_IMPERIAL_GALLON = 4.54609;
/** A pound's weight. */
export const POUND_FORCE_N = KG_PER_POUND * GRAVITY;
export const KPA_PER_PSI = POUND_FORCE_N / M_PER_INCH ** 2 / 1000;
/** Filtration rate: m/h for each US gallon a minute on a square foot. */
export const M_H_PER_US_GPM_FT2 = (LITRES_PER_US_GALLON * 60) / 1000 / M_PER_FOOT ** 2;
/** The standard atmosphere. */
export const ONE_ATM_KPA = 101.325;
