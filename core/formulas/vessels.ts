import { num, out, formula } from './define.ts';
import { Refusal } from '../errors.ts';

const GEOMETRY = 'geometry';
const m = (label: string, example: number) => num(label, 'm', 0, 100, example);
const displaced = num('Taken by rock and sand', '% rock and sand', 0, 95, 0, { usual: 0 });
const litres = { V: out('True water', 'L', 1), gross: out('Before rock and sand', 'L', 1) };
const less = (cubicMetres: number, percent: number) => ({
  V: cubicMetres * 1000 * (1 - percent / 100),
  gross: cubicMetres * 1000,
});
/** Area of a circle's part below a depth. */
function segmentArea(radius: number, depth: number): number {
  const d = Math.min(Math.max(depth, 0), 2 * radius);
  return (
    radius ** 2 * Math.acos((radius - d) / radius) -
    (radius - d) * Math.sqrt(Math.max(0, 2 * radius * d - d * d))
  );
}

export const volumeBox = formula({
  id: 'volume-box',
  inputs: {
    length: m('Length', 1.8),
    width: m('Width', 0.6),
    water_depth: m('Depth of the water', 0.55),
    displacement: displaced,
  },
  outputs: litres,
  formula: 'length × width × water depth, less rock and sand',
  source: GEOMETRY,
  run: (v) => less(v.length * v.width * v.water_depth, v.displacement),
});

export const volumeCylinder = formula({
  id: 'volume-cylinder',
  inputs: { diameter: m('Diameter', 4), depth: m('Depth of the water', 3) },
  outputs: { V: out('True water', 'm3', 3) },
  formula: 'π/4 d² h',
  source: GEOMETRY,
  run: (v) => ({ V: (Math.PI / 4) * v.diameter ** 2 * v.depth }),
});

export const volumeLyingCylinder = formula({
  id: 'volume-lying-cylinder',
  inputs: { diameter: m('Diameter', 1.2), length: m('Length', 2), depth: m('Depth of the water', 0.35) },
  outputs: { V: out('True water', 'L', 1) },
  formula: '(r² acos((r − h)/r) − (r − h)√(2rh − h²)) × length',
  source: GEOMETRY,
  run: (v) => {
    if (v.depth > v.diameter)
      throw new Refusal('out-of-range', {
        what: 'depth of the water',
        value: v.depth,
        from: 0,
        to: v.diameter,
        unit: 'm',
      });
    return { V: segmentArea(v.diameter / 2, v.depth) * v.length * 1000 };
  },
});

export const volumeBowFront = formula({
  id: 'volume-bow-front',
  inputs: {
    length: m('Length', 1.2),
    depth_at_side: m('Front to back at the side', 0.45),
    depth_at_middle: m('Front to back in the middle', 0.6),
    water: m('Depth of the water', 0.5),
  },
  outputs: { V: out('True water', 'L', 1) },
  formula: 'rectangle plus a circle’s segment of chord c and rise s',
  source: GEOMETRY,
  run: (v) => {
    const rise = v.depth_at_middle - v.depth_at_side;
    if (rise < 0)
      throw new Refusal('out-of-range', {
        what: 'front to back in the middle',
        value: v.depth_at_middle,
        from: v.depth_at_side,
        to: 100,
        unit: 'm',
      });
    const bow = rise === 0 ? 0 : segmentArea((v.length ** 2 / 4 + rise ** 2) / (2 * rise), rise);
    return { V: (v.length * v.depth_at_side + bow) * v.water * 1000 };
  },
});

export const volumeHexagon = formula({
  id: 'volume-hexagon',
  inputs: { side: m('Side', 0.35), water: m('Depth of the water', 0.6) },
  outputs: { V: out('True water', 'L', 1) },
  formula: '3√3/2 a² h',
  source: GEOMETRY,
  run: (v) => ({ V: ((3 * Math.sqrt(3)) / 2) * v.side ** 2 * v.water * 1000 }),
});

export const turnover = formula({
  id: 'turnover',
  inputs: {
    flow: num('Flow', 'L/h', 0.001, 1e9, 4500, { quantity: 'flow' }),
    volume: num('True water', 'L', 0.001, 1e9, 900, { quantity: 'volume' }),
  },
  outputs: {
    turnover: out('Turnover', '1/h', 2),
    residence: out('Residence', 'h', 2),
    mixed_once_99pct: out('Until 99 % has passed once', 'h', 2),
  },
  formula: 'Q/V; V/Q; V/Q ln 100',
  source: 'arithmetic, perfect mixing',
  run: (v) => ({
    turnover: v.flow / v.volume,
    residence: v.volume / v.flow,
    mixed_once_99pct: (v.volume / v.flow) * Math.log(100),
  }),
});

export const levelLitres = formula({
  id: 'level-litres',
  inputs: {
    length: m('Length', 1.8),
    width: m('Width', 0.6),
    litres: num('Water to be taken out', 'L', 0, 1e6, 100, { quantity: 'volume' }),
  },
  outputs: { per_cm: out('A centimetre holds', 'L', 2), fall: out('The level falls by', 'cm', 1) },
  formula: 'area × 1 cm; litres ÷ that',
  source: GEOMETRY,
  run: (v) => {
    const perCm = v.length * v.width * 10;
    return { per_cm: perCm, fall: perCm > 0 ? v.litres / perCm : null };
  },
});

export const changeMarks = formula({
  id: 'change-marks',
  inputs: {
    surface: num('Surface of the vessel', 'm2', 0.001, 1e5, 1.32),
    free: num('Of it water, not rock', '%', 5, 100, 100, { usual: 100 }),
    volume: num('True water of the system', 'L', 0.1, 1e9, 553, { quantity: 'volume' }),
  },
  outputs: {
    per_cm: out('A centimetre holds', 'L', 2),
    mark5: out('5 % lies below the water line by', 'cm', 1),
    mark10: out('10 % lies below it by', 'cm', 1),
    mark20: out('20 % lies below it by', 'cm', 1),
  },
  formula: 'share × true water ÷ (surface × free share × 1 cm)',
  source: GEOMETRY,
  run: (v) => {
    const perCm = (v.surface * v.free) / 10;
    const mark = (share: number) => (share * v.volume) / perCm;
    return { per_cm: perCm, mark5: mark(0.05), mark10: mark(0.1), mark20: mark(0.2) };
  },
});

export const sumpHeadroom = formula({
  id: 'sump-headroom',
  inputs: {
    display_area: num('Surface of the display', 'm2', 0, 1000, 1.08),
    fall: num('Falls to the siphon break', 'm', 0, 2, 0.02),
    pipes: num('Held by pipes and reactors', 'L', 0, 1e5, 8),
    sump_area: num('Surface of the sump', 'm2', 0.01, 1000, 0.45),
    room: num('From the running level to the rim', 'm', 0, 3, 0.12),
  },
  outputs: {
    drains: out('Drains back', 'L', 1),
    holds: out('The sump has room for', 'L', 1),
    spare: out('Left over', 'L', 1),
    highest: out('Highest safe running level, below the rim', 'm', 3),
  },
  formula: 'display area × fall + pipes against sump area × room',
  source: 'geometry',
  run: (v) => {
    const drains = v.display_area * v.fall * 1000 + v.pipes;
    const holds = v.sump_area * v.room * 1000;
    return { drains, holds, spare: holds - drains, highest: drains / 1000 / v.sump_area };
  },
});
