import { afterChanges } from '../chemistry/dilution.ts';
import { fraction, num, out, formula } from './define.ts';
import { Refusal } from '../errors.ts';
import { salinityExchangeLitres } from '../chemistry/salinityExchange.ts';
import { seawaterDensityKgM3 } from '../chemistry/seawaterDensity.ts';
import { heatCapacityJKgK } from '../chemistry/heatCapacity.ts';

const MASS = 'mass balance (arithmetic)';
const EOS = 'EOS-80 density: Fofonoff and Millard 1983';
const level = (label: string, example: number) => num(label, 'mg/L', 0, 1e6, example);
const source = num('In the new water', 'mg/L', 0, 1e6, 0, { usual: 0 });
const volume = num('True water', 'L', 0.01, 1e9, 500, { quantity: 'volume' });
const salt = (label: string, example: number) => num(label, 'g/kg', 0, 42, example);
const warm = num('Water temperature', 'degC ITS-90', -2, 40, 25, { usual: 25 });

/** @throws Refusal where new water of this value can never bring the target */
function requireReachable(now: number, target: number, of: number): void {
  const low = Math.min(now, of);
  const high = Math.max(now, of);
  if (target === of || target < low || target > high)
    throw new Refusal('out-of-range', {
      what: 'target (between what is there now and what the new water holds)',
      value: target,
      from: low,
      to: high,
      unit: 'mg/L',
    });
}

function requireBetween(target: number, a: number, b: number): void {
  const [from, to] = [Math.min(a, b), Math.max(a, b)];
  if (a === b || target < from || target > to)
    throw new Refusal('out-of-range', {
      what: 'wanted value (between the two waters)',
      value: target,
      from,
      to,
      unit: '',
    });
}

export const changeSeries = formula({
  id: 'change-series',
  inputs: {
    C0: level('Now', 100),
    source,
    fraction: num('Changed each time', 'of true volume', 0, 1, 0.3),
    n: num('How often', 'changes', 0, 10_000, 2),
  },
  outputs: { C: out('Afterwards', 'mg/L', 2) },
  formula: 'C = Cs + (C₀ − Cs)(1 − f)ⁿ',
  source: MASS,
  run: (v) => ({ C: afterChanges(v.C0, v.source, v.fraction, v.n) }),
});

export const changeToTarget = formula({
  id: 'change-to-target',
  inputs: { C0: level('Now', 60), source, target: level('Wanted', 20), volume },
  outputs: {
    fraction: out('Of the true water', '1', 3),
    litres: out('Change at once', 'L', 1),
    continuous_litres: out('Or exchange continuously', 'L', 1),
  },
  formula: 'f = (C₀ − Ct)/(C₀ − Cs); continuous: V ln((C₀ − Cs)/(Ct − Cs))',
  source: MASS,
  run: (v) => {
    requireReachable(v.C0, v.target, v.source);
    const share = (v.C0 - v.target) / (v.C0 - v.source);
    return {
      fraction: share,
      litres: share * v.volume,
      continuous_litres: v.volume * Math.log((v.C0 - v.source) / (v.target - v.source)),
    };
  },
});

export const changeCount = formula({
  id: 'change-count',
  inputs: {
    C0: level('Now', 1),
    source,
    target: level('Wanted', 0.1),
    fraction: fraction('Changed each time', 0.3),
  },
  outputs: {
    n_exact: out('Exactly', '1', 2),
    n: out('Changes', 'changes', 0),
    after_n: out('Afterwards', 'mg/L', 3),
  },
  formula: 'n = ln((Ct − Cs)/(C₀ − Cs))/ln(1 − f), rounded up',
  source: MASS,
  run: (v) => {
    requireReachable(v.C0, v.target, v.source);
    const exact = Math.log((v.target - v.source) / (v.C0 - v.source)) / Math.log(1 - v.fraction);
    const n = Math.ceil(exact - 1e-9);
    return { n_exact: exact, n, after_n: v.source + (v.C0 - v.source) * (1 - v.fraction) ** n };
  },
});

export const exchangeContinuous = formula({
  id: 'exchange-continuous',
  inputs: { exchanged: num('Exchanged', 'L', 0, 1e9, 100), volume, C0: level('Now', 50), source },
  outputs: { C: out('Afterwards', 'mg/L', 2), remaining: out('Of the old water', '1', 3) },
  formula: 'C = Cs + (C₀ − Cs) e^(−V/V₀)',
  source: MASS,
  run: (v) => {
    const remaining = Math.exp(-v.exchanged / v.volume);
    return { C: v.source + (v.C0 - v.source) * remaining, remaining };
  },
});

export const exchangeHours = formula({
  id: 'exchange-hours',
  inputs: {
    flow: num('Flow', 'L/min', 1e-6, 1e6, 2),
    volume,
    wanted: num('Wanted', '% replaced', 0, 99.9999, 90),
  },
  outputs: { hours: out('Takes', 'h', 1) },
  formula: 't = −V₀ ln(1 − share)/Q',
  source: MASS,
  run: (v) => ({ hours: (-v.volume * Math.log(1 - v.wanted / 100)) / (v.flow * 60) }),
});

export const changeInStages = formula({
  id: 'change-in-stages',
  inputs: {
    volume,
    wanted: num('Wanted in all', '%', 0.01, 99.9, 50),
    most: num('At once at most', '%', 0.1, 100, 30, { usual: 30 }),
  },
  outputs: {
    stages: out('Stages', '1', 0),
    share_each: out('Each of the true water', '%', 1),
    litres_each: out('Each', 'L', 1),
    litres: out('New water in all', 'L', 1),
  },
  formula: 'n = ⌈ln(1 − f)/ln(1 − most)⌉, each 1 − (1 − f)^(1/n): what is left is as after one change of f',
  source: MASS,
  run: (v) => {
    const left = 1 - v.wanted / 100;
    const stages = v.wanted <= v.most ? 1 : Math.ceil(Math.log(left) / Math.log(1 - v.most / 100) - 1e-9);
    const share = 1 - left ** (1 / stages);
    return {
      stages,
      share_each: 100 * share,
      litres_each: share * v.volume,
      litres: stages * share * v.volume,
    };
  },
});

export const flowThroughDay = formula({
  id: 'flow-through-day',
  inputs: {
    flow: num('New water', 'L/h', 0.001, 1e7, 120, { quantity: 'flow' }),
    volume: num('True water', 'L', 0.1, 1e9, 11_000, { quantity: 'volume' }),
    hours: num('Hours a day', 'h', 0.01, 24, 24, { usual: 24 }),
  },
  outputs: {
    exchange: out('Exchange', 'volumes a day', 3),
    replaced: out('Replaced in a day', '%', 1),
    days_to_90: out('Until nine tenths are new', 'day', 1),
  },
  formula: 'V/V₀ a day; replaced 1 − e^(−V/V₀), well mixed',
  source: MASS,
  run: (v) => {
    const exchange = (v.flow * v.hours) / v.volume;
    return {
      exchange,
      replaced: 100 * (1 - Math.exp(-exchange)),
      days_to_90: Math.log(10) / exchange,
    };
  },
});

export const changeAgainstProduction = formula({
  id: 'change-against-production',
  inputs: {
    production: num('Rise between changes', 'mg/L per period', 0, 1e6, 3),
    fraction: fraction('Changed each time', 0.1),
    source,
    C0: num('Now, after a change', 'mg/L after a change', 0, 1e6, 10),
    n: num('After', 'periods', 1, 10_000, 8),
  },
  outputs: {
    after_n: out('Then, before the change', 'mg/L just after the nth change', 2),
    limit_after: out('In the long run, after a change', 'mg/L', 2),
    limit_before: out('In the long run, before a change', 'mg/L', 2),
  },
  formula: 'each period: + p, then change f; long run: Cs + p (1 − f)/f after, + p before',
  source: MASS,
  run: (v) => {
    const after = v.fraction > 0 ? v.source + (v.production * (1 - v.fraction)) / v.fraction : null;
    let C = v.C0;
    for (let k = 0; k < Math.round(v.n); k++) C = v.source + (C + v.production - v.source) * (1 - v.fraction);
    return { after_n: C, limit_after: after, limit_before: after === null ? null : after + v.production };
  },
});

export const changeToHold = formula({
  id: 'change-to-hold',
  inputs: {
    production: num('Rise between changes', 'mg/L per week', 0, 1e6, 4),
    source,
    hold_before: num('To be held, before the change', 'mg/L just before the change', 0, 1e6, 20),
  },
  outputs: { fraction: out('Change each time', '1', 3) },
  formula: 'f = p/(Cb − Cs)',
  source: MASS,
  run: (v) => {
    if (v.hold_before - v.source < v.production)
      throw new Refusal('out-of-range', {
        what: 'level to be held (at least the rise over the new water)',
        value: v.hold_before,
        from: v.source + v.production,
        to: 1e6,
        unit: 'mg/L',
      });
    return { fraction: v.production / (v.hold_before - v.source) };
  },
});

export const salinityByExchange = formula({
  id: 'salinity-by-exchange',
  inputs: {
    volume,
    S: salt('Salinity now', 36.5),
    target: salt('Wanted', 35),
    makeup: num('Of the new water', 'g/kg', 0, 42, 0, { usual: 0 }),
    t: warm,
  },
  outputs: {
    exchange: out('Take out and replace', 'L', 2),
    exchange_simple: out('By the simple rule', 'L by volume, densities equal', 2),
  },
  formula: 'salt mass before = salt mass after, by mass: x = V ρ(S)(S − T)/(ρ(S)(S − T) + ρ(M)(T − M))',
  source: `${MASS}; ${EOS}`,
  run: (v) => {
    requireReachable(v.S, v.target, v.makeup);
    return {
      exchange: salinityExchangeLitres({
        litres: v.volume,
        salinityPpt: v.S,
        targetPpt: v.target,
        newWaterPpt: v.makeup,
        temperatureC: v.t,
      }),
      exchange_simple: (v.volume * (v.S - v.target)) / (v.S - v.makeup),
    };
  },
});

export const salinityByTopping = formula({
  id: 'salinity-by-topping',
  inputs: { volume, S: salt('Salinity now', 36.5), target: salt('Wanted', 35), t: warm },
  outputs: {
    fresh_mass: out('Fresh water', 'kg', 2),
    fresh: out('Fresh water', 'L', 2),
    fresh_simple: out('By the simple rule', 'L', 2),
  },
  formula: 'm = ρ V (S/T − 1)',
  source: MASS,
  run: (v) => {
    requireReachable(v.S, v.target, 0);
    const mass = ((seawaterDensityKgM3(v.S, v.t) * v.volume) / 1000) * (v.S / v.target - 1);
    return {
      fresh_mass: mass,
      fresh: (mass * 1000) / seawaterDensityKgM3(0, v.t),
      fresh_simple: v.volume * (v.S / v.target - 1),
    };
  },
});

export const mixTwo = formula({
  id: 'mix-two',
  inputs: {
    V1: num('First water', 'L', 0, 1e9, 80),
    S1: salt('Its salinity', 38),
    V2: num('Second water', 'L', 0, 1e9, 40),
    S2: salt('Its salinity', 30),
    t: num('Temperature of both', 'degC ITS-90 both', -2, 40, 25, { usual: 25 }),
  },
  outputs: { S: out('Salinity together', 'g/kg', 2), S_simple: out('By volume alone', 'g/kg', 2) },
  formula: 'mass-weighted mean',
  source: `${MASS}; ${EOS}`,
  run: (v) => {
    const m1 = v.V1 * seawaterDensityKgM3(v.S1, v.t);
    const m2 = v.V2 * seawaterDensityKgM3(v.S2, v.t);
    return {
      S: (m1 * v.S1 + m2 * v.S2) / (m1 + m2),
      S_simple: (v.V1 * v.S1 + v.V2 * v.S2) / (v.V1 + v.V2),
    };
  },
});

export const blendToSalinity = formula({
  id: 'blend-to-salinity',
  inputs: {
    total: num('Blend', 'L of blend', 0.001, 1e9, 200),
    S1: salt('Salinity of the first', 0),
    S2: salt('Salinity of the second', 40),
    target: salt('Wanted', 35),
    t: num('Temperature of both', 'degC ITS-90', -2, 40, 25, { usual: 25 }),
  },
  outputs: {
    V1: out('Of the first', 'L', 2),
    V2: out('Of the second', 'L', 2),
    V2_simple: out('Of the second, by volume alone', 'L', 2),
  },
  formula: 'mass fraction (T − S₁)/(S₂ − S₁), each mass over its density',
  source: `${MASS}; ${EOS}`,
  run: (v) => {
    requireBetween(v.target, v.S1, v.S2);
    const mass = v.total * seawaterDensityKgM3(v.target, v.t);
    const share = (v.target - v.S1) / (v.S2 - v.S1);
    return {
      V1: (mass * (1 - share)) / seawaterDensityKgM3(v.S1, v.t),
      V2: (mass * share) / seawaterDensityKgM3(v.S2, v.t),
      V2_simple: v.total * share,
    };
  },
});

export const salinityAfterEvaporation = formula({
  id: 'salinity-after-evaporation',
  inputs: {
    volume,
    S: salt('Salinity before', 35),
    evaporated: num('Evaporated', 'L of fresh water', 0, 1e9, 12),
    t: warm,
  },
  outputs: { S: out('Salinity now', 'g/kg', 2), S_simple: out('By volume alone', 'g/kg', 2) },
  formula: 'salt stays, water goes: S m/(m − e)',
  source: MASS,
  run: (v) => {
    const mass = v.volume * seawaterDensityKgM3(v.S, v.t);
    const gone = v.evaporated * seawaterDensityKgM3(0, v.t);
    if (gone >= mass)
      throw new Refusal('out-of-range', {
        what: 'evaporated',
        value: v.evaporated,
        from: 0,
        to: v.volume,
        unit: 'L',
      });
    return { S: (v.S * mass) / (mass - gone), S_simple: (v.S * v.volume) / (v.volume - v.evaporated) };
  },
});

export const blendTemperature = formula({
  id: 'blend-temperature',
  inputs: {
    total: num('Together', 'L', 0.001, 1e9, 60),
    cold: num('Cold', 'degC', 0, 100, 8),
    hot: num('Hot', 'degC', 0, 100, 55),
    target: num('Wanted', 'degC', 0, 100, 20),
  },
  outputs: { hot_volume: out('Of the hot', 'L', 2) },
  formula: 'V (T − cold)/(hot − cold)',
  source: MASS,
  run: (v) => {
    requireBetween(v.target, v.cold, v.hot);
    return { hot_volume: (v.total * (v.target - v.cold)) / (v.hot - v.cold) };
  },
});

export const mixTemperature = formula({
  id: 'mix-temperature',
  inputs: {
    V1: num('First water', 'L', 0, 1e9, 450),
    t1: num('Its temperature', 'degC', -2, 40, 25.5),
    V2: num('Second water', 'L', 0, 1e9, 50),
    t2: num('Its temperature', 'degC', -2, 40, 19),
    S: num('Salinity', 'ppt', 0, 42, 35, { usual: 35 }),
  },
  outputs: {
    t: out('Together, by volume', 'degC', 2),
    t_heat_capacity_weighted: out('Weighted by heat capacity', 'degC', 3),
  },
  formula: 'Σ V t/Σ V; weighted: Σ ρ cp V t/Σ ρ cp V',
  source: MASS,
  run: (v) => {
    const heat = (volumeL: number, c: number) =>
      volumeL * seawaterDensityKgM3(v.S, c) * heatCapacityJKgK(v.S, c);
    const [h1, h2] = [heat(v.V1, v.t1), heat(v.V2, v.t2)];
    return {
      t: (v.V1 * v.t1 + v.V2 * v.t2) / (v.V1 + v.V2),
      t_heat_capacity_weighted: (h1 * v.t1 + h2 * v.t2) / (h1 + h2),
    };
  },
});

export const makeUpTemperature = formula({
  id: 'make-up-temperature',
  inputs: {
    tank: num('True water', 'L', 0.1, 1e9, 500),
    t: num('Temperature of the tank', 'degC', 0, 40, 25),
    change: num('Change', '%', 0.01, 100, 20),
    max_shift: num('Shift allowed', 'K', 0, 20, 0.5),
  },
  outputs: { min_makeup: out('At least', 'degC', 1), max_makeup: out('At most', 'degC', 1) },
  formula: 'shift = f (t new − t)',
  source: MASS,
  run: (v) => ({
    min_makeup: v.t - v.max_shift / (v.change / 100),
    max_makeup: v.t + v.max_shift / (v.change / 100),
  }),
});

export const changeSideEffects = formula({
  id: 'change-side-effects',
  inputs: {
    fraction: fraction('Changed', 0.2),
    t: num('Temperature of the tank', 'degC', 0, 40, 25),
    t_new: num('Of the new water', 'degC', 0, 40, 20),
    S: salt('Salinity of the tank', 35),
    S_new: salt('Of the new water', 33),
    alk: num('Alkalinity of the tank', 'dKH', 0, 30, 8),
    alk_new: num('Of the new water', 'dKH', 0, 30, 7),
  },
  outputs: {
    t_after: out('Temperature afterwards', 'degC', 2),
    S_after: out('Salinity afterwards', 'g/kg', 2),
    alk_after: out('Alkalinity afterwards', 'dKH', 2),
  },
  formula: 'each: (1 − f) old + f new',
  source: MASS,
  run: (v) => {
    const mixed = (old: number, fresh: number) => (1 - v.fraction) * old + v.fraction * fresh;
    return {
      t_after: mixed(v.t, v.t_new),
      S_after: mixed(v.S, v.S_new),
      alk_after: mixed(v.alk, v.alk_new),
    };
  },
});
