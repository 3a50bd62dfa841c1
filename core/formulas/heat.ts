import { num, out, formula } from './define.ts';
import { ZERO_C_K } from '../chemistry/constants.ts';
import { Refusal } from '../errors.ts';
import { heatCapacityJKgK } from '../chemistry/heatCapacity.ts';
import { seawaterDensityKgM3 } from '../chemistry/seawaterDensity.ts';

const SATURATION = [
  1167.0521452767, -724213.16703206, -17.073846940092, 12020.82470247, -3232555.0322333, 14.91510861353,
  -4823.2657361591, 405113.40542057, -0.23855557567849, 650.17534844798,
] as const;
/** @source IAPWS-IF97, region 4 (coefficients from memory, checked against reference cases) */
export function saturationKpa(t: number): number {
  const [n1, n2, n3, n4, n5, n6, n7, n8, n9, n10] = SATURATION;
  const T = t + ZERO_C_K;
  const theta = T + n9 / (T - n10);
  const a = theta ** 2 + n1 * theta + n2;
  const b = n3 * theta ** 2 + n4 * theta + n5;
  const c = n6 * theta ** 2 + n7 * theta + n8;
  return 1000 * ((2 * c) / (-b + Math.sqrt(b * b - 4 * a * c))) ** 4;
}
/** Heat of evaporation, kJ/kg: a cubic through IAPWS-IF97 values between 10 and 30 °C, within 2e-6 of them. */
const evaporationHeat = (t: number): number =>
  2500.89693 + t * (-2.37295622 + t * (5.49019411e-4 - 1.3473236e-5 * t));
/** Heat that a litre takes for a degree, J. */
const heatOfLitre = (S: number, t: number): number =>
  (heatCapacityJKgK(S, t) * seawaterDensityKgM3(S, t)) / 1000;

const volume = num('True water', 'L', 0.1, 1e9, 500, { quantity: 'volume' });
const SALT = num('Salinity', '1', 0, 42, 35, { usual: 35 });
export const mains =
  'Water and mains: residual-current protection, drip loops; fixed wiring is a licensed electrician’s.';

export const heatingEnergy = formula({
  id: 'heating-energy',
  inputs: {
    SP: SALT,
    t90: num('Water temperature', 'degC', 0, 40, 25),
    volume,
    dT: num('Warm by', 'K', 0, 60, 1),
  },
  outputs: { cp: out('Heat capacity', 'J/(kg K)', 1), energy: out('Energy', 'Wh', 0) },
  formula: 'cp ρ V ΔT',
  source: 'definition; IAPWS-09, Millero 1973, EOS-80 (within 1e-4 of TEOS-10)',
  run: (v) => ({
    cp: heatCapacityJKgK(v.SP, v.t90),
    energy: (heatOfLitre(v.SP, v.t90) * v.volume * v.dT) / 3600,
  }),
});

export const heaterSize = formula({
  id: 'heater-size',
  inputs: { volume, SP: SALT, dT: num('Warm by', 'K', 0, 60, 1), hours: num('In', 'h', 0.01, 10_000, 12) },
  outputs: { power: out('Power', 'W', 0) },
  formula: 'ρ cp V ΔT/t at 24 °C',
  source: 'definition',
  run: (v) => ({ power: (heatOfLitre(v.SP, 24) * v.volume * v.dT) / (v.hours * 3600) }),
});

export const warmingTime = formula({
  id: 'warming-time',
  inputs: { volume, SP: SALT, dT: num('Warm by', 'K', 0, 60, 3), power: num('Heater', 'W', 1, 1e7, 300) },
  outputs: { hours: out('Takes', 'h', 1) },
  formula: 'ρ cp V ΔT/P at 24 °C, no losses',
  source: 'definition',
  run: (v) => ({ hours: (heatOfLitre(v.SP, 24) * v.volume * v.dT) / v.power / 3600 }),
});

export const chillerLoad = formula({
  id: 'chiller-load',
  inputs: {
    Q: num('Flow', 'L/min', 0, 1e6, 6),
    S: num('Salinity', 'ppt', 0, 42, 33),
    t_in: num('Comes at', 'degC', -2, 40, 15.5),
    t_out: num('Leaves at', 'degC', -2, 40, 12),
    cp_rho_at: num('Heat capacity taken at', 'degC', -2, 40, 13, { usual: 13 }),
  },
  outputs: { power: out('Cooling', 'W', 0) },
  formula: 'ρ cp Q ΔT',
  source: 'definition',
  run: (v) => ({ power: (heatOfLitre(v.S, v.cp_rho_at) * v.Q * (v.t_in - v.t_out)) / 60 }),
});

export const saturationPressure = formula({
  id: 'saturation-pressure',
  inputs: { t: num('Temperature', 'degC', 0.01, 45, 25) },
  outputs: {
    p: out('Pressure', 'kPa', 4),
    magnus: out('By the short form', 'kPa', 4),
    hfg: out('Heat of evaporation', 'kJ/kg', 1),
  },
  formula: 'IF97 region 4; 0.61094 exp(17.625 t/(t + 243.04))',
  source: 'IAPWS-IF97; Alduchov and Eskridge 1996, J. Appl. Meteorol. 35',
  run: (v) => ({
    p: saturationKpa(v.t),
    magnus: 0.61094 * Math.exp((17.625 * v.t) / (v.t + 243.04)),
    hfg: evaporationHeat(v.t),
  }),
});

export const evaporation = formula({
  id: 'evaporation',
  inputs: {
    A: num('Surface', 'm2', 0, 1e5, 12),
    t_water: num('Water', 'degC', 0.01, 45, 24),
    t_air: num('Air', 'degC', 0.01, 45, 21),
    RH: num('Humidity of the air', '%', 0, 100, 60),
    V: num('Air over the water', 'm/s', 0, 5, 0.1, { usual: 0.1 }),
    Fa: num('Activity', 'activity factor', 0, 5, 0.5, { usual: 0.5 }),
  },
  outputs: {
    pw: out('Vapour at the water', 'kPa', 3),
    pa: out('Vapour in the air', 'kPa', 3),
    full: out('Evaporates, whole formula', 'kg/day (no activity factor)', 1),
    full_times_Fa: out('With the activity', 'kg/day', 1),
    simplified: out('By the short form', 'kg/day', 1),
    latent_heat: out('It cools by', 'W from full_times_Fa', 0),
  },
  formula: 'w = A (pw − pa)(0.089 + 0.0782 V)/Y; short: 4e-5 A (pw − pa) Fa; never below nought',
  source:
    'ASHRAE Handbook, HVAC Applications, natatoriums (from memory; SI and IP forms differ by 0.5 %); IAPWS-IF97',
  run: (v) => {
    const pw = saturationKpa(v.t_water);
    const pa = (saturationKpa(v.t_air) * v.RH) / 100;
    const Y = evaporationHeat(v.t_water);
    const gap = Math.max(0, pw - pa);
    const full = ((v.A * gap * (0.089 + 0.0782 * v.V)) / Y) * 86_400;
    const quiet = full * v.Fa;
    return {
      pw,
      pa,
      full,
      full_times_Fa: quiet,
      simplified: 4e-5 * v.A * gap * v.Fa * 86_400,
      latent_heat: (quiet / 86_400) * Y * 1000,
    };
  },
});

export const reservoirDays = formula({
  id: 'reservoir-days',
  inputs: {
    reservoir: num('In the reservoir', 'L', 0, 1e7, 60, { quantity: 'volume' }),
    unusable: num('Out of reach', 'L', 0, 1e7, 5, { usual: 0 }),
    evaporation: num('Evaporates', 'L/day', 0.001, 1e6, 4.5),
  },
  outputs: { days: out('Lasts', 'day', 1) },
  formula: '(reservoir − out of reach) ÷ evaporation',
  source: 'arithmetic',
  run: (v) => ({ days: Math.max(0, v.reservoir - v.unusable) / v.evaporation }),
});

export const coolingOutage = formula({
  id: 'cooling-outage',
  inputs: {
    V: num('True water', 'L', 0.1, 1e9, 500, { quantity: 'volume' }),
    UA: num('Heat lost for a degree', 'W/K', 0.01, 1e6, 12),
    rho_cp: num('Heat of a cubic metre', 'J/(m3 K)', 3.8e6, 4.3e6, 4.08e6, { usual: 4.08e6 }),
    t0: num('Water now', 'degC', 0, 40, 25.5),
    ta: num('Air', 'degC', -30, 45, 16),
    hours: num('After', 'h', 0, 1000, 10),
  },
  outputs: { t: out('Water then', 'degC', 1), hours_to_22: out('Hours to 22 °C', 'h', 1) },
  formula: 't = ta + (t₀ − ta) e^(−UA time/(ρ cp V))',
  source: 'Newton’s law of cooling',
  run: (v) => {
    const rate = (v.UA * 3600) / ((v.rho_cp * v.V) / 1000);
    const share = (22 - v.ta) / (v.t0 - v.ta);
    return {
      t: v.ta + (v.t0 - v.ta) * Math.exp(-rate * v.hours),
      hours_to_22: share > 0 && share < 1 ? -Math.log(share) / rate : null,
    };
  },
});

export const generatorHours = formula({
  id: 'generator-hours',
  inputs: {
    fuel: num('Fuel', 'L', 0, 1e6, 400),
    use: num('Uses', 'L/h at this load', 0.01, 1e4, 7.5),
    reserve: num('Kept back', '%', 0, 99, 10, { usual: 10 }),
  },
  outputs: { hours: out('Runs', 'h', 1) },
  formula: 'fuel × (1 − reserve) ÷ use',
  source: 'arithmetic',
  run: (v) => ({ hours: (v.fuel * (1 - v.reserve / 100)) / v.use }),
});

export const oxygenOutage = formula({
  id: 'oxygen-outage',
  inputs: {
    V: num('True water', 'L', 0.1, 1e9, 11_000, { quantity: 'volume' }),
    DO0: num('Oxygen now', 'mg/L', 0, 20, 9),
    limit: num('No lower than', 'mg/L', 0, 20, 5),
    use: num('Animals use', 'mg/h', 0.01, 1e9, 4500),
  },
  outputs: { hours: out('Lasts', 'h', 1) },
  formula: 'V (now − limit) ÷ use',
  source: 'mass balance, no reaeration',
  run: (v) => {
    if (v.limit > v.DO0)
      throw new Refusal('out-of-range', {
        what: 'oxygen limit',
        value: v.limit,
        from: 0,
        to: v.DO0,
        unit: 'mg/L',
      });
    return { hours: (v.V * (v.DO0 - v.limit)) / v.use };
  },
});

export const batteryHours = formula({
  id: 'battery-hours',
  inputs: {
    capacity: num('Battery', 'Ah', 0.1, 1e5, 100),
    voltage: num('Voltage', 'V', 1, 1000, 12),
    usable: num('May be drawn', '%', 1, 100, 50, { usual: 50 }),
    efficiency: num('Of it arrives', '%', 1, 100, 85, { usual: 85 }),
    load: num('Load', 'W', 0.01, 1e6, 20),
  },
  outputs: { hours: out('Runs', 'h', 1), energy: out('Usable', 'Wh', 0) },
  formula: 'Ah × V × usable × efficiency ÷ load',
  source: 'arithmetic; half of a lead battery: common practice',
  run: (v) => {
    const energy = (v.capacity * v.voltage * v.usable * v.efficiency) / 10_000;
    return { hours: energy / v.load, energy };
  },
});

export const sockSets = formula({
  id: 'sock-sets',
  inputs: {
    positions: num('Socks in use', '1', 1, 1000, 2),
    days: num('Swapped every', 'day', 0.5, 100, 4),
    wash: num('Washed every', 'day', 0.5, 100, 14),
    dry: num('Drying', 'day', 0, 30, 2, { usual: 2 }),
  },
  outputs: { socks: out('Socks', '1', 0), a_wash: out('In a wash', '1', 0) },
  formula: 'positions × (⌈(wash + dry)/days⌉ + 1)',
  source: 'arithmetic',
  run: (v) => ({
    socks: v.positions * (Math.ceil((v.wash + v.dry) / v.days - 1e-9) + 1),
    a_wash: v.positions * Math.ceil(v.wash / v.days - 1e-9),
  }),
});

export const bucketCounts = formula({
  id: 'bucket-counts',
  inputs: {
    litres: num('Change', 'L', 0, 1e6, 96, { quantity: 'volume' }),
    bucket: num('A bucket holds', 'L', 0.5, 100, 12),
    fill: num('Filled to', '%', 20, 100, 85, { usual: 85 }),
  },
  outputs: {
    buckets: out('Buckets', '1', 0),
    last: out('The last one', 'L', 1),
    weight: out('A bucket weighs', 'kg', 1),
  },
  formula: '⌈litres ÷ (bucket × fill)⌉',
  source: 'arithmetic; 1.025 kg for a litre',
  run: (v) => {
    const each = (v.bucket * v.fill) / 100;
    const buckets = Math.ceil(v.litres / each - 1e-9);
    return { buckets, last: buckets > 0 ? v.litres - (buckets - 1) * each : 0, weight: each * 1.025 };
  },
});

export const packLife = formula({
  id: 'pack-life',
  inputs: {
    pack: num('In the pack', 'g', 0.001, 1e9, 1000),
    use: num('Used', 'g/day', 0.0001, 1e6, 8),
    price: num('Price', 'money', 0, 1e9, 24),
  },
  outputs: {
    days: out('Lasts', 'day', 0),
    a_month: out('Costs', 'money per month', 2),
    a_year: out('Costs', 'money per year', 2),
  },
  formula: 'pack ÷ use; price ÷ days',
  source: 'arithmetic',
  run: (v) => {
    const days = v.pack / v.use;
    return { days, a_month: (v.price / days) * 30.4375, a_year: (v.price / days) * 365.25 };
  },
});
