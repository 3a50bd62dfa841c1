import { num, out, formula } from './define.ts';
import { frictionFactor } from './hydraulics.ts';
import { GRAVITY } from '../chemistry/constants.ts';
import { bisect } from '../numeric/bisect.ts';
import { Refusal } from '../errors.ts';

const SOURCE = 'Torricelli with losses; Darcy and Weisbach; Colebrook 1939';
const STEPS = 48;
const FASTEST_M_S = 50;

const bore = num('Bore of the hose', 'mm inner', 3, 300, 19);
const length = num('Length of the hose', 'm', 0.05, 500, 4);
const losses = num('Losses of inlet, bends and outlet', 'in velocity heads', 0.5, 100, 1.5, { usual: 1.5 });
const roughness = num('Roughness', 'mm', 0, 5, 0.0015, { usual: 0.0015 });
const viscosity = num('Kinematic viscosity', 'm2/s', 3e-7, 5e-6, 1.0034e-6, { usual: 1.0034e-6 });
const litres = num('Water', 'L', 0.01, 1e6, 100, { quantity: 'volume' });

interface Hose {
  bore: number;
  length: number;
  losses: number;
  roughness: number;
  viscosity: number;
}
const areaM2 = ({ bore: mm }: Hose): number => (Math.PI / 4) * (mm / 1000) ** 2;
/** Head that a speed costs in the hose, its ends included, m. */
function headFor(speed: number, hose: Hose): number {
  const D = hose.bore / 1000;
  const f = speed > 0 ? frictionFactor((speed * D) / hose.viscosity, hose.roughness / 1000 / D) : 0;
  return ((hose.losses + (f * hose.length) / D) * speed ** 2) / (2 * GRAVITY);
}
/** Speed in the hose under a head, m/s. */
const speedUnder = (head: number, hose: Hose): number =>
  head <= 0 ? 0 : bisect((speed) => headFor(speed, hose) - head, 0, FASTEST_M_S, 1e-9);

export const hoseDrain = formula({
  id: 'hose-drain',
  inputs: {
    surface: num('Surface of the vessel', 'm2', 0.001, 1e5, 1.32),
    litres,
    head: num('From the water down to the outlet of the hose', 'm', 0.01, 30, 0.8),
    bore,
    length,
    losses,
    roughness,
    viscosity,
  },
  outputs: {
    minutes: out('Takes', 'min', 1),
    first: out('Flow at first', 'L/h', 0),
    last: out('Flow at the end', 'L/h', 0),
    fall: out('The level falls by', 'm', 3),
  },
  formula: 'h = (K + f L/D) v²/2g at each level; t = ∫ A dh/(a v)',
  source: SOURCE,
  run: (v) => {
    const fall = v.litres / 1000 / v.surface;
    if (fall >= v.head)
      throw new Refusal('out-of-range', {
        what: 'head (more than the level falls, or the hose runs dry)',
        value: v.head,
        from: fall,
        to: 30,
        unit: 'm',
      });
    // in the root of the head the flow is nearly even, so that few steps are enough
    const [from, to] = [Math.sqrt(v.head - fall), Math.sqrt(v.head)];
    const step = (to - from) / STEPS;
    const secondsFor = (root: number): number =>
      (2 * root * v.surface) / (areaM2(v) * speedUnder(root ** 2, v));
    let seconds = 0;
    for (let k = 0; k < STEPS; k++) {
      const left = from + k * step;
      seconds += (step / 6) * (secondsFor(left) + 4 * secondsFor(left + step / 2) + secondsFor(left + step));
    }
    const flow = (head: number): number => speedUnder(head, v) * areaM2(v) * 3.6e6;
    return { minutes: seconds / 60, first: flow(v.head), last: flow(v.head - fall), fall };
  },
});

export const hosePump = formula({
  id: 'hose-pump',
  inputs: {
    litres,
    shutOff: num('Head of the pump at no flow', 'm', 0.05, 200, 2.5),
    most: num('Flow of the pump at no head', 'L/h', 1, 1e6, 3000),
    lift: num('From the water in the store up to the outlet', 'm', 0, 100, 1.2),
    bore,
    length,
    losses,
    roughness,
    viscosity,
  },
  outputs: { minutes: out('Takes', 'min', 1), flow: out('Flow', 'L/h', 0), head: out('Head', 'm', 2) },
  formula: 'H₀ (1 − (Q/Q₀)²) = lift + (K + f L/D) v²/2g',
  source: `quadratic pump curve; ${SOURCE}`,
  run: (v) => {
    if (v.lift >= v.shutOff)
      throw new Refusal('out-of-range', {
        what: 'lift (under what the pump can lift)',
        value: v.lift,
        from: 0,
        to: v.shutOff,
        unit: 'm',
      });
    const speedAt = (Q: number): number => Q / 3.6e6 / areaM2(v);
    const gives = (Q: number): number => v.shutOff * (1 - (Q / v.most) ** 2);
    const flow = bisect((Q) => v.lift + headFor(speedAt(Q), v) - gives(Q), 0, v.most, 1e-6);
    return { minutes: (v.litres / flow) * 60, flow, head: gives(flow) };
  },
});
