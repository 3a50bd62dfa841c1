import { num, out, table, formula } from './define.ts';
import { rejectionPercent } from '../chemistry/rejection.ts';
import { seawaterDensityKgM3 } from '../chemistry/seawaterDensity.ts';
import { CACO3_PER_EQ, GAS_CONSTANT, molarMass, ZERO_C_K } from '../chemistry/constants.ts';

const flow = (label: string, example: number) =>
  num(label, 'L/h', 0.0001, 1e7, example, { quantity: 'flow' });
/** Permeate at a temperature over that at 25 °C, as makers of thin-film membranes write it. */
const temperatureFactor = (t: number): number =>
  Math.exp((t >= 25 ? 2640 : 3020) * (1 / 298 - 1 / (273 + t)));
const TCF = 'TCF = exp(K (1/298 − 1/(273 + t))), K 2640 K at or above 25 °C, 3020 K below';
const t = num('Water temperature', 'degC', 1, 45, 10);
const bed = num('Resin', 'L mixed bed', 0.001, 1e5, 1.25);
const capacity = num('Capacity', 'eq/L', 0.01, 3, 0.55);

export const roRejection = formula({
  id: 'ro-rejection',
  inputs: {
    TDS_feed: num('TDS before', 'mg/L', 0.1, 1e5, 250),
    TDS_permeate: num('TDS of the product', 'mg/L', 0, 1e5, 6),
    permeate: flow('Product', 12),
    concentrate: flow('Waste', 36),
  },
  outputs: {
    rejection: out('Rejection', '%', 1),
    recovery: out('Recovery', '%', 1),
    waste_ratio: out('Waste for a litre', 'L waste per L', 2),
    TDS_concentrate: out('TDS of the waste', 'mg/L', 0),
    concentration_factor: out('Concentrated', '1', 2),
    salt_passage: out('Salt that passes', '%', 1),
  },
  formula: '1 − product/feed; product/(product + waste); salt balance',
  source: 'definition; salt balance',
  run: (v) => {
    const feed = v.permeate + v.concentrate;
    const concentrate = (feed * v.TDS_feed - v.permeate * v.TDS_permeate) / v.concentrate;
    return {
      rejection: rejectionPercent(v.TDS_feed, v.TDS_permeate),
      recovery: (100 * v.permeate) / feed,
      waste_ratio: v.concentrate / v.permeate,
      TDS_concentrate: concentrate,
      concentration_factor: concentrate / v.TDS_feed,
      salt_passage: (100 * v.TDS_permeate) / v.TDS_feed,
    };
  },
});

export const roTemperature = formula({
  id: 'ro-temperature',
  inputs: { t },
  outputs: { TCF: out('Of that at 25 °C', '1', 3), rule_3pct: out('By 3 % a degree', '1', 3) },
  formula: TCF,
  source: 'thin-film membrane makers’ manuals; 3 %/K: common practice',
  run: (v) => ({ TCF: temperatureFactor(v.t), rule_3pct: 1.03 ** (v.t - 25) }),
});

export const roNormalised = formula({
  id: 'ro-normalised',
  inputs: {
    flow: flow('Product', 5.2),
    t,
    p: num('Pressure', 'bar', 0.1, 100, 3.6),
    rated: num('Rated', 'L/h at 25 degC', 0.001, 1e6, 7.9),
    rated_p: num('Rated pressure', 'bar', 0.1, 100, 4.1),
  },
  outputs: {
    TCF: out('Temperature factor', '1', 3),
    normalised: out('At 25 °C and rated pressure', 'L/h', 2),
    share_of_rated: out('Of the rating', '%', 0),
  },
  formula: `flow ÷ TCF × rated pressure ÷ pressure; ${TCF}`,
  source: 'thin-film membrane makers’ manuals; osmotic pressure neglected (tap water)',
  run: (v) => {
    const factor = temperatureFactor(v.t);
    const normalised = (v.flow / factor) * (v.rated_p / v.p);
    return { TCF: factor, normalised, share_of_rated: (100 * normalised) / v.rated };
  },
});

export const osmoticPressure = formula({
  id: 'osmotic-pressure',
  inputs: { NaCl: num('Salt', 'mg/L', 0, 60_000, 500), t: num('Water temperature', 'degC', 0, 50, 25) },
  outputs: { pi: out('Osmotic pressure', 'kPa', 1) },
  formula: '2 c R T',
  source: 'van ’t Hoff, fully dissociated, ideal',
  run: (v) => ({ pi: (2 * v.NaCl * GAS_CONSTANT * (v.t + ZERO_C_K)) / molarMass.NaCl / 1000 }),
});

export const resinCapacity = formula({
  id: 'resin-capacity',
  inputs: { capacity: num('Capacity', 'kilograin CaCO3 per ft3', 0, 100, 12) },
  outputs: {
    g_per_L: out('As carbonate', 'g CaCO3 per L resin', 2),
    eq_per_L: out('Equivalents', 'eq/L', 3),
  },
  formula: '1 kilograin = 64.79891 g; 1 ft³ = 28.3168 L',
  source: 'exact definitions; 50.043 g CaCO3 per eq',
  run: (v) => {
    const grams = (v.capacity * 64.79891) / 28.316846592;
    return { g_per_L: grams, eq_per_L: grams / CACO3_PER_EQ };
  },
});

export const diLife = formula({
  id: 'di-life',
  inputs: {
    resin: bed,
    capacity,
    TDS: num('After the membrane', 'mg/L as CaCO3 after the membrane', 0.01, 1e4, 8),
    use: num('Water made', 'L/day', 0.001, 1e6, 12),
  },
  outputs: {
    capacity_CaCO3: out('It takes', 'g', 1),
    litres: out('Makes', 'L', 0),
    days: out('Lasts', 'day', 0),
  },
  formula: 'resin × capacity × 50.043 ÷ load',
  source: 'equivalents (arithmetic)',
  run: (v) => {
    const grams = v.resin * v.capacity * CACO3_PER_EQ;
    return { capacity_CaCO3: grams, litres: (grams * 1000) / v.TDS, days: (grams * 1000) / v.TDS / v.use };
  },
});

export const diLifeCo2 = formula({
  id: 'di-life-co2',
  inputs: {
    resin: num('Resin', 'L', 0.001, 1e5, 1.25),
    capacity,
    ions: num('Ions', 'mg/L as CaCO3', 0, 1e4, 8),
    CO2: num('Carbon dioxide', 'mg/L CO2', 0, 500, 5),
  },
  outputs: { load: out('Load', 'meq/L', 3), litres: out('Makes', 'L', 0) },
  formula: 'ions/50.043 + CO₂/44.009 meq/L',
  source: 'equivalents; 1 mol CO2 loads one equivalent of the anion resin',
  run: (v) => {
    const load = v.ions / CACO3_PER_EQ + v.CO2 / molarMass.CO2;
    return { load, litres: load > 0 ? (v.resin * v.capacity * 1000) / load : null };
  },
});

export const makeUpHours = formula({
  id: 'make-up-hours',
  inputs: {
    need: num('Needed', 'L', 0, 1e7, 156, { quantity: 'volume' }),
    permeate: num('Product', 'L/h at 25 degC', 0.001, 1e6, 7.9),
    t: num('Water temperature', 'degC', 1, 45, 15),
    recovery: num('Recovery', '%', 1, 99, 25),
  },
  outputs: { hours: out('Takes', 'h', 1), waste: out('Waste', 'L', 0) },
  formula: `need ÷ (product × TCF); need × (1 − r)/r; ${TCF}`,
  source: 'arithmetic; makers’ manuals',
  run: (v) => ({
    hours: v.need / (v.permeate * temperatureFactor(v.t)),
    waste: (v.need * (100 - v.recovery)) / v.recovery,
  }),
});

export const carbonBlockLife = formula({
  id: 'carbon-block-life',
  inputs: {
    rating: num('Rating', 'L at 1 mg/L Cl2', 1, 1e9, 75_000),
    chlorine: num('Chlorine', 'mg/L', 0.001, 100, 0.6),
    throughput: num('Water through it', 'L/day total feed', 0.01, 1e7, 120),
  },
  outputs: { litres: out('Takes', 'L', 0), days: out('Lasts', 'day', 0) },
  formula: 'rating ÷ chlorine',
  source: 'maker’s rating; proportionality is an assumption',
  run: (v) => ({ litres: v.rating / v.chlorine, days: v.rating / v.chlorine / v.throughput }),
});

export const resinLeft = formula({
  id: 'resin-left',
  inputs: {
    resin: bed,
    capacity,
    passed: num('Made since it was changed', 'L', 0, 1e9, 1400, { quantity: 'volume' }),
    TDS_passed: num('After the membrane, on average since', 'mg/L', 0, 1e4, 12),
    TDS: num('After the membrane now', 'mg/L', 0.01, 1e4, 15),
    use: num('Water made', 'L/day', 0.001, 1e6, 12),
  },
  outputs: {
    used: out('Used up', '%', 0),
    left: out('Left', 'g CaCO3', 1),
    litres: out('Makes still', 'L', 0),
    days: out('Lasts still', 'day', 0),
  },
  formula: 'resin × capacity × 50.043 − Σ litres × TDS; the rest ÷ TDS now ÷ litres a day',
  source: 'mass balance in equivalents; TDS counted as calcium carbonate',
  run: (v) => {
    const all = v.resin * v.capacity * CACO3_PER_EQ;
    const left = Math.max(0, all - (v.passed * v.TDS_passed) / 1000);
    const litres = (left * 1000) / v.TDS;
    return { used: 100 * (1 - left / all), left, litres, days: litres / v.use };
  },
});

export const makeUpCost = formula({
  id: 'make-up-cost',
  inputs: {
    stages: table(
      'Stages',
      'price and the litres it lasts',
      ['price', 'litres'],
      [
        [9, 6000],
        [14, 9000],
        [62, 14_000],
        [22, 2600],
      ],
    ),
    water: num('Water from the mains', 'money per m3', 0, 1000, 4),
    waste: num('Waste for a litre', 'L per L', 0, 100, 3),
    salt: num('Salt', 'money per kg', 0, 1000, 0, { usual: 0 }),
    salinity: num('Salinity wanted', 'g/kg', 0, 42, 0, { usual: 0 }),
  },
  outputs: {
    stages_cost: out('Stages', 'money per 100 L', 2),
    water_cost: out('Water and waste', 'money per 100 L', 2),
    salt_cost: out('Salt', 'money per 100 L', 2),
    cost: out('In all', 'money per 100 L', 2),
  },
  formula: 'Σ price ÷ litres × 100; (1 + waste) × price of a m³ ÷ 10; salt by its mass',
  source: 'arithmetic',
  run: (v) => {
    const stages = v.stages.reduce(
      (sum, [price, life]) => sum + (price && life ? (price * 100) / life : 0),
      0,
    );
    const mains = ((1 + v.waste) * v.water) / 10;
    const saltKg = (v.salinity / 1000) * (seawaterDensityKgM3(v.salinity, 25) / 10);
    const salt = saltKg * v.salt;
    return { stages_cost: stages, water_cost: mains, salt_cost: salt, cost: stages + mains + salt };
  },
});

export const phosphateByTopping = formula({
  id: 'phosphate-by-topping',
  inputs: {
    PO4: num('In the top-up', 'mg/L in product water', 0, 100, 0.25),
    evaporation: num('Top-up', 'L/day', 0, 1e6, 5),
    volume: num('True water', 'L', 0.1, 1e9, 600, { quantity: 'volume' }),
  },
  outputs: { load: out('Brings', 'mg/day', 2), rise: out('Raises by', 'mg/L per week', 4) },
  formula: 'mg/L × L a day ÷ litres × 7',
  source: 'mass balance',
  run: (v) => ({ load: v.PO4 * v.evaporation, rise: (v.PO4 * v.evaporation * 7) / v.volume }),
});

export const storageAutonomy = formula({
  id: 'storage-autonomy',
  inputs: {
    stored: num('Stored', 'L', 0, 1e9, 3000, { quantity: 'volume' }),
    unusable: num('Out of reach', 'L', 0, 1e9, 150, { usual: 0 }),
    use: num('Used', 'L/h', 0.001, 1e7, 60),
  },
  outputs: { hours: out('Lasts', 'h', 1), days: out('Lasts', 'day', 1) },
  formula: '(stored − out of reach) ÷ use',
  source: 'arithmetic',
  run: (v) => {
    const hours = Math.max(0, v.stored - v.unusable) / v.use;
    return { hours, days: hours / 24 };
  },
});

export const lineFlush = formula({
  id: 'line-flush',
  inputs: {
    D: num('Inner diameter', 'mm', 1, 2000, 90),
    L: num('Length', 'm', 0, 1e5, 220),
    flow: num('Flow', 'm3/h', 0.001, 1e6, 6),
    times: num('Times its content', '1', 1, 20, 3, { usual: 3 }),
  },
  outputs: { content: out('The line holds', 'L', 0), minutes: out('Flush for', 'min', 1) },
  formula: 'π/4 D² L; times ÷ flow',
  source: 'geometry; three contents: common practice, no published source',
  run: (v) => {
    const litres = (Math.PI / 4) * (v.D / 1000) ** 2 * v.L * 1000;
    return { content: litres, minutes: (litres * v.times * 60) / (v.flow * 1000) };
  },
});
