import { quantities, type QuantityId } from '../../../core/quantity/quantities.ts';

/** Units of the registry that a person may have shown in another one: their quantity and its unit there. */
const switchable: Readonly<Record<string, readonly [QuantityId, string]>> = {
  degC: ['temperature', '°C'],
  dKH: ['alkalinity', 'dKH'],
  'meq/L': ['alkalinity', 'meq/L'],
  L: ['volume', 'L'],
  'L/h': ['flow', 'L/h'],
  'mL/min': ['flow', 'mL/min'],
  kPa: ['pressure', 'kPa'],
  bar: ['pressure', 'bar'],
  cm: ['length', 'cm'],
  m: ['length', 'm'],
  ppt: ['salinity', 'ppt'],
};

export interface Switchable {
  quantity: QuantityId;
  /** The unit in which the calculator works. */
  base: string;
  options: readonly { value: string; label: string }[];
}

/** The units that a field can be shown in; null where there is only its own. */
export function unitsOf(unit: string): Switchable | null {
  const known = switchable[unit.split(/[ ,;(]/)[0] ?? unit];
  if (!known) return null;
  const [quantity, base] = known;
  const units: Readonly<Record<string, { label: string }>> = quantities[quantity].units;
  return { quantity, base, options: Object.entries(units).map(([value, { label }]) => ({ value, label })) };
}

const PRETTY: readonly (readonly [RegExp, string])[] = [
  [/^1(?: \(.*\))?$/, ''],
  [/^text$/, ''],
  [/^boolean$/, ''],
  [/\bdegC\b/g, '°C'],
  [/\bdegF\b/g, '°F'],
  [/\bum(?=ol|\b)/g, 'µm'],
  [/\bu(?=mol|g\/|S\/|atm)/g, 'µ'],
  [/\bm3\b/g, 'm³'],
  [/\bm2\b/g, 'm²'],
  [/\bcm2\b/g, 'cm²'],
  [/\bft3\b/g, 'ft³'],
  [/\bft2\b/g, 'ft²'],
  [/\bin3\b/g, 'in³'],
  [/\bPO4\b/g, 'PO₄'],
  [/\bNO3\b/g, 'NO₃'],
  [/\bCaCO3\b/g, 'CaCO₃'],
  [/\bCO2\b/g, 'CO₂'],
];

/** A unit as it is shown beside a number. */
export function prettyUnit(unit: string): string {
  return PRETTY.reduce((text, [pattern, shown]) => text.replace(pattern, shown), unit);
}
