import { Refusal } from '../errors.ts';
import { num, optional, out, formula } from './define.ts';
import { FARADAY, GAS_CONSTANT, ZERO_C_K } from '../chemistry/constants.ts';

const NERNST = 'Nernst: 2.302585 R T/F, CODATA 2018 constants';
export const nernstMvPerPh = (t: number): number =>
  (1000 * Math.LN10 * GAS_CONSTANT * (t + ZERO_C_K)) / FARADAY;
const t = num('Temperature', 'degC', 0, 100, 25);
const mv = (label: string, example: number) => num(label, 'mV', -1000, 1000, example);

export const nernstSlope = formula({
  id: 'nernst-slope',
  inputs: { t },
  outputs: { slope: out('Slope', 'mV/pH', 2) },
  formula: 'ln 10 R T/F',
  source: NERNST,
  run: (v) => ({ slope: nernstMvPerPh(v.t) }),
});

export const probeSlope = formula({
  id: 'probe-slope',
  inputs: {
    mV_acid: mv('In the acid buffer', 172),
    pH_acid: num('pH of the acid buffer', '1', 0, 14, 4.01),
    mV_neutral: mv('In the neutral buffer', -5),
    pH_neutral: num('pH of the neutral buffer', '1', 0, 14, 7),
    t,
  },
  outputs: {
    slope: out('Slope', 'mV/pH', 2),
    efficiency: out('Of the ideal', '%', 1),
    offset_at_pH7: out('At pH 7', 'mV', 1),
  },
  formula: 'slope = (E₁ − E₂)/(pH₂ − pH₁); over the Nernst slope',
  source: NERNST,
  run: (v) => {
    // an electrode gives more in acid: less means that the buffers, or their figures, are swapped
    if (v.mV_acid <= v.mV_neutral)
      throw new Refusal('out-of-range', {
        what: 'millivolts in the acid buffer (over those in the neutral one: are the two swapped?)',
        value: v.mV_acid,
        from: v.mV_neutral,
        to: 2000,
        unit: 'mV',
      });
    const slope = (v.mV_acid - v.mV_neutral) / (v.pH_neutral - v.pH_acid);
    return {
      slope,
      efficiency: (100 * slope) / nernstMvPerPh(v.t),
      offset_at_pH7: v.mV_neutral + slope * (v.pH_neutral - 7),
    };
  },
});

export const phTemperature = formula({
  id: 'ph-temperature',
  inputs: {
    E: mv('Reading', -62),
    t,
    slope25: num('Slope at 25 °C', 'mV/pH', 20, 70, 57.5),
    offset: num('Offset', 'mV at pH 7', -100, 100, 3, { usual: 0 }),
  },
  outputs: {
    slope_t: out('Slope at this temperature', 'mV/pH', 2),
    pH: out('pH', '1', 2),
    pH_uncompensated: out('pH without compensation', '1', 2),
  },
  formula: 'pH = 7 − (E − E₀)/slope(t), slope ∝ T',
  source: `${NERNST}; isopotential point at pH 7`,
  run: (v) => {
    const slope = (v.slope25 * (v.t + ZERO_C_K)) / (25 + ZERO_C_K);
    return {
      slope_t: slope,
      pH: 7 - (v.E - v.offset) / slope,
      pH_uncompensated: 7 - (v.E - v.offset) / v.slope25,
    };
  },
});

export const conductivity25 = formula({
  id: 'conductivity-25',
  inputs: {
    k: num('Conductivity as read', 'uS/cm', 0, 1e5, 480),
    t: num('Water temperature', 'degC', 0, 50, 18),
    a: num('For a degree', '1/K', 0, 0.05, 0.0191, { usual: 0.0191 }),
  },
  outputs: { k25: out('At 25 °C', 'uS/cm', 1), k25_a002: out('With 2 % a degree', 'uS/cm', 1) },
  formula: 'k₂₅ = k/(1 + a (t − 25))',
  source: 'linear compensation; 0.0191 for natural water, 0.02 common practice (ISO 7888 uses a table)',
  run: (v) => ({ k25: v.k / (1 + v.a * (v.t - 25)), k25_a002: v.k / (1 + 0.02 * (v.t - 25)) }),
});

export const tds = formula({
  id: 'tds',
  inputs: {
    k25: num('Conductivity at 25 °C', 'uS/cm', 0, 1e5, 12),
    factor: num('Factor of the meter', 'mg/L per uS/cm', 0.3, 1, 0.5, { usual: 0.5 }),
  },
  outputs: { TDS: out('Dissolved solids', 'mg/L', 1) },
  formula: 'k × factor',
  source: 'common practice, no published source: 0.5 (NaCl scale), 0.55 to 0.7 natural waters',
  run: (v) => ({ TDS: v.k25 * v.factor }),
});

export const doserCatch = formula({
  id: 'doser-catch',
  inputs: {
    caught: num('Caught', 'mL', 0, 1e5, 9.4),
    set: num('What it was told', 'mL', 0.01, 1e5, 10),
    repeats: num('Caught so often', '1', 1, 100, 1, { usual: 1 }),
    reading: optional('Error of the measuring glass', 'mL', 0, 100),
  },
  outputs: {
    delivers: out('It delivers', '%', 1),
    factor: out('Set its factor to the old one times', '1', 3),
    uncertainty: out('Uncertain by', '%', 1),
  },
  formula: 'caught ÷ (set × repeats); the inverse corrects it; error of the glass ÷ caught',
  source: 'arithmetic',
  run: (v) => {
    const share = v.caught / (v.set * v.repeats);
    return {
      delivers: 100 * share,
      factor: share > 0 ? 1 / share : null,
      ...(v.reading === null || v.caught === 0 ? {} : { uncertainty: (100 * v.reading) / v.caught }),
    };
  },
});
