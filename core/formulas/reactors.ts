import { bestScale } from '../numeric/bestScale.ts';
import { bisect } from '../numeric/bisect.ts';
import { lowestBetween } from '../numeric/goldenSection.ts';
import { leastSquares } from '../statistics/leastSquares.ts';
import { fraction, list, num, out, formula } from './define.ts';
import {
  CACO3_PER_EQ,
  GAS_CONSTANT,
  MEQ_PER_DKH,
  molarMass,
  ONE_ATM_KPA,
  ZERO_C_K,
} from '../chemistry/constants.ts';
import { Refusal } from '../errors.ts';

const CALCITE = 'mass balance; CaCO3 stoichiometry; 1 dKH L = 17.848 mg CaCO3';
const volume = num('True water', 'L', 0.01, 1e9, 600, { quantity: 'volume' });
const G_PER_DKH_L = (MEQ_PER_DKH * CACO3_PER_EQ) / 1000;
export const gas = 'A cylinder stands chained upright in a ventilated room: carbon dioxide suffocates.';
const K = num('K of the isotherm', 'mg/g (L/mg)^(1/n)', 1e-6, 1e6, 12);
const inv_n = num('1/n of the isotherm', '1', 0.01, 2, 0.4);
const phosphate = (label: string, example: number) => num(label, 'mg/L PO4', 0, 1000, example);

/** @throws Refusal where two series differ in length */
function samePlaces(a: readonly number[], b: readonly number[]): void {
  if (a.length !== b.length)
    throw new Refusal('out-of-range', {
      what: 'loadings, one for each concentration',
      value: b.length,
      from: a.length,
      to: a.length,
      unit: 'values',
    });
}

export const calciumReactorDelivery = formula({
  id: 'calcium-reactor-delivery',
  inputs: {
    effluent: num('Effluent', 'mL/min', 0, 1e5, 60),
    effluent_alk: num('Alkalinity of the effluent', 'dKH', 0, 100, 30),
    tank_alk: num('Alkalinity of the tank', 'dKH', 0, 30, 8),
    volume,
    purity: num('Carbonate in the media', 'CaCO3 mass fraction of media', 0.1, 1, 1, { usual: 1 }),
  },
  outputs: {
    delivered: out('Delivered', 'dKH L/day', 0),
    delivered_meq: out('Delivered', 'meq/day', 0),
    rise: out('Raises by', 'dKH/day', 2),
    Ca: out('Calcium', 'mg/L Ca per day', 2),
    CaCO3: out('Carbonate dissolved', 'g/day', 1),
    media: out('Media used', 'g/day', 1),
    CO2_min: out('Carbon dioxide, at least', 'g/day CO2 consumed by dissolution', 1),
  },
  formula: '(effluent − tank) × flow; CaCO₃ + CO₂ + H₂O → Ca + 2 HCO₃',
  source: CALCITE,
  run: (v) => {
    const delivered = ((v.effluent * 1440) / 1000) * (v.effluent_alk - v.tank_alk);
    const carbonate = delivered * G_PER_DKH_L;
    return {
      delivered,
      delivered_meq: delivered * MEQ_PER_DKH,
      rise: delivered / v.volume,
      Ca: ((delivered * MEQ_PER_DKH) / 2 / v.volume) * molarMass.Ca,
      CaCO3: carbonate,
      media: carbonate / v.purity,
      CO2_min: (carbonate * molarMass.CO2) / molarMass.CaCO3,
    };
  },
});

export const calciumReactorFlow = formula({
  id: 'calcium-reactor-flow',
  inputs: {
    consumption: num('Used', 'dKH/day', 0, 20, 2),
    volume,
    effluent_alk: num('Alkalinity of the effluent', 'dKH', 0, 100, 32),
    tank_alk: num('Alkalinity of the tank', 'dKH', 0, 30, 8.5),
  },
  outputs: { effluent: out('Effluent', 'mL/min', 1), drops: out('Drops', 'drops/min at 20 drops/mL', 0) },
  formula: 'use × litres ÷ (effluent − tank) ÷ 1440 min',
  source: `${CALCITE}; 20 drops/mL: common practice`,
  run: (v) => {
    if (v.effluent_alk <= v.tank_alk)
      throw new Refusal('out-of-range', {
        what: 'alkalinity of the effluent (over the tank’s)',
        value: v.effluent_alk,
        from: v.tank_alk,
        to: 100,
        unit: 'dKH',
      });
    const effluent = (v.consumption * v.volume * 1000) / (v.effluent_alk - v.tank_alk) / 1440;
    return { effluent, drops: effluent * 20 };
  },
});

export const calciumReactorMedia = formula({
  id: 'calcium-reactor-media',
  inputs: {
    media: num('Media', 'kg', 0, 1e5, 5),
    purity: fraction('Carbonate in it', 0.97, 1),
    delivered: num('Delivered', 'dKH L/day', 0.001, 1e8, 1800),
    refill_at: num('Refill when this share is used', 'of the charge', 0, 1, 0.5, { usual: 0.5 }),
  },
  outputs: {
    use: out('Used', 'g/day', 1),
    days_to_refill: out('Refill in', 'day', 0),
    days_to_empty: out('Empty in', 'day', 0),
  },
  formula: 'delivered × 17.848 mg ÷ purity',
  source: CALCITE,
  run: (v) => {
    const use = (v.delivered * G_PER_DKH_L) / v.purity;
    return {
      use,
      days_to_refill: (v.media * 1000 * v.refill_at) / use,
      days_to_empty: (v.media * 1000) / use,
    };
  },
});

export const drops = formula({
  id: 'drops',
  inputs: {
    rate: num('Drops', 'drops/min', 0, 1e4, 50),
    drops: num('Drops in a millilitre', 'per mL', 5, 50, 20, { usual: 20 }),
  },
  outputs: { flow: out('Flow', 'mL/min', 2), per_day: out('In a day', 'L/day', 2) },
  formula: 'drops ÷ drops in a millilitre',
  source: 'common practice: 20 drops/mL',
  run: (v) => ({ flow: v.rate / v.drops, per_day: (v.rate / v.drops) * 1.44 }),
});

export const co2ByBubbles = formula({
  id: 'co2-by-bubbles',
  inputs: {
    bubbles: num('Bubbles', '1/min', 0, 1e4, 50),
    bubble: num('A bubble', 'mL', 0.001, 5, 0.05),
    t: num('Temperature', 'degC', 0, 50, 20, { usual: 20 }),
    cylinder: num('In the cylinder', 'kg CO2', 0, 1000, 5),
    hours_per_day: num('Hours a day', 'h', 0, 24, 24, { usual: 24 }),
  },
  outputs: { gas: out('Gas', 'L/day', 2), use: out('Used', 'g/day', 2), life: out('Lasts', 'day', 0) },
  formula: 'p V = n R T at 101.325 kPa',
  source: 'ideal gas; 44.009 g/mol',
  run: (v) => {
    const litres = (v.bubbles * v.bubble * 60 * v.hours_per_day) / 1000;
    const use = (litres * ONE_ATM_KPA * molarMass.CO2) / (GAS_CONSTANT * (v.t + ZERO_C_K));
    return { gas: litres, use, life: use > 0 ? (v.cylinder * 1000) / use : null };
  },
});

export const co2ByMedia = formula({
  id: 'co2-by-media',
  inputs: {
    CaCO3: num('Carbonate dissolved', 'g/day', 0, 1e6, 34),
    efficiency: num('Share that dissolves media', 'share of the CO2 that dissolves media', 0.05, 1, 0.6),
    cylinder: num('In the cylinder', 'kg', 0, 1000, 5),
  },
  outputs: { use: out('Used', 'g/day', 1), life: out('Lasts', 'day', 0) },
  formula: '0.43971 g CO₂ for a gram of carbonate ÷ efficiency',
  source: CALCITE,
  run: (v) => {
    const use = (v.CaCO3 * molarMass.CO2) / molarMass.CaCO3 / v.efficiency;
    return { use, life: use > 0 ? (v.cylinder * 1000) / use : null };
  },
});

export const freundlichFit = formula({
  id: 'freundlich-fit',
  inputs: {
    C: list('Concentrations', 'mg/L', 1e-9, 1e6, 3, [0.02, 0.05, 0.1, 0.2, 0.5, 1, 2]),
    q: list('Loadings', 'mg/g', 1e-9, 1e6, 3, [2.1, 3.4, 4.6, 6.5, 9.8, 13.6, 18.1]),
  },
  outputs: {
    K: out('K, fitted in loadings', 'mg/g (L/mg)^(1/n)', 3),
    inv_n: out('1/n, fitted in loadings', '1', 4),
    sse: out('Squares left over', '(mg/g)2', 4),
    K_loglog: out('K, a line through the logs', 'same, line through logs', 3),
    inv_n_loglog: out('1/n, through the logs', '1', 4),
    r2_loglog: out('r² of that line', '1', 4),
  },
  formula: 'q = K C^(1/n); least squares in q, and in logs',
  source: 'Freundlich 1906; least squares',
  run: (v) => {
    samePlaces(v.C, v.q);
    const through = leastSquares(v.C.map(Math.log), v.q.map(Math.log));
    const fitAt = (n: number) =>
      bestScale(
        v.C.map((c) => c ** n),
        v.q,
      );
    const n = lowestBetween((x) => fitAt(x).sse, 0.001, 3, 1e-12);
    const found = fitAt(n);
    return {
      K: found.scale,
      inv_n: n,
      sse: found.sse,
      K_loglog: Math.exp(through.intercept),
      inv_n_loglog: through.slope,
      r2_loglog: through.r2,
    };
  },
});

export const langmuirFit = formula({
  id: 'langmuir-fit',
  inputs: {
    C: list('Concentrations', 'mg/L', 1e-9, 1e6, 3, [0.02, 0.05, 0.1, 0.2, 0.5, 1, 2]),
    q: list('Loadings', 'mg/g', 1e-9, 1e6, 3, [2.1, 3.4, 4.6, 6.5, 9.8, 13.6, 18.1]),
  },
  outputs: {
    qm: out('Most it takes, fitted in loadings', 'mg/g', 2),
    b: out('b', 'L/mg', 3),
    sse: out('Squares left over', '(mg/g)2', 4),
    qm_hanes: out('Most it takes, line C/q against C', 'mg/g, line C/q against C', 2),
    b_hanes: out('b by that line', 'L/mg', 3),
  },
  formula: 'q = qm b C/(1 + b C)',
  source: 'Langmuir 1918; least squares',
  run: (v) => {
    samePlaces(v.C, v.q);
    const fitAt = (b: number) =>
      bestScale(
        v.C.map((c) => (b * c) / (1 + b * c)),
        v.q,
      );
    const b = Math.exp(
      lowestBetween((logB) => fitAt(Math.exp(logB)).sse, Math.log(1e-4), Math.log(1e5), 1e-12),
    );
    const found = fitAt(b);
    const hanes = leastSquares(
      v.C,
      v.C.map((c, i) => c / (v.q[i] ?? 1)),
    );
    return {
      qm: found.scale,
      b,
      sse: found.sse,
      qm_hanes: 1 / hanes.slope,
      b_hanes: hanes.slope / hanes.intercept,
    };
  },
});

export const phosphateCharge = formula({
  id: 'phosphate-charge',
  inputs: { volume, C0: phosphate('Phosphate now', 0.8), mass: num('Media', 'g', 0, 1e7, 150), K, inv_n },
  outputs: {
    C: out('Phosphate afterwards', 'mg/L PO4', 4),
    uptake: out('Taken', 'mg', 0),
    loading: out('On a gram of media', 'mg/g', 2),
  },
  formula: 'V (C₀ − C) = m K C^(1/n)',
  source: 'mass balance with a Freundlich isotherm',
  run: (v) => {
    const C = bisect((c) => v.mass * v.K * c ** v.inv_n - v.volume * (v.C0 - c), 0, v.C0);
    return { C, uptake: v.volume * (v.C0 - C), loading: v.mass > 0 ? (v.volume * (v.C0 - C)) / v.mass : 0 };
  },
});

export const phosphateLife = formula({
  id: 'phosphate-life',
  inputs: {
    volume,
    rise: num('Rise without media', 'mg/L PO4 per day without media', 1e-9, 100, 0.02),
    mass: num('Media', 'g', 0, 1e7, 150),
    K,
    inv_n,
    limit: phosphate('Top of the band', 0.08),
    start: phosphate('Phosphate when it is changed', 0.03),
  },
  outputs: {
    production: out('Comes in', 'mg/day', 1),
    capacity: out('The charge takes', 'mg', 0),
    days: out('Lasts', 'day', 0),
    days_without_tank_storage: out('Without what the tank itself holds', 'day', 0),
  },
  formula: 'm K limit^(1/n) + V (limit − start) over V × rise',
  source: 'mass balance at equilibrium with the tank',
  run: (v) => {
    const production = v.volume * v.rise;
    const capacity = v.mass * v.K * v.limit ** v.inv_n;
    return {
      production,
      capacity,
      days: (capacity + v.volume * (v.limit - v.start)) / production,
      days_without_tank_storage: capacity / production,
    };
  },
});

export const adsorbentBed = formula({
  id: 'adsorbent-bed',
  inputs: {
    C0: phosphate('In the water', 0.25),
    K,
    inv_n,
    bulk_density: num('A litre of media', 'g/L', 1, 5000, 600),
    flow: num('Flow', 'bed volumes/h', 0.001, 1e5, 10),
  },
  outputs: {
    q: out('Loading', 'mg/g', 2),
    bed_volumes: out('Bed volumes', '1', 0),
    days: out('Lasts', 'day', 1),
  },
  formula: 'BV = q(C₀) ρb/C₀',
  source: 'equilibrium, square front',
  run: (v) => {
    const q = v.K * v.C0 ** v.inv_n;
    const volumes = (q * v.bulk_density) / v.C0;
    return { q, bed_volumes: volumes, days: volumes / v.flow / 24 };
  },
});

export const contactTime = formula({
  id: 'contact-time',
  inputs: {
    media: num('Media', 'L', 0, 1e6, 0.5),
    flow: num('Flow', 'L/h', 0.001, 1e8, 120, { quantity: 'flow' }),
  },
  outputs: { EBCT: out('Contact', 's', 1), bed_volumes_per_day: out('Bed volumes', '1/day', 0) },
  formula: 'V/Q',
  source: 'definition',
  run: (v) => ({ EBCT: (v.media / v.flow) * 3600, bed_volumes_per_day: (v.flow * 24) / v.media }),
});
