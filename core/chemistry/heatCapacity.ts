import { requireWithin } from '../errors.ts';
import { ZERO_C_K } from './constants.ts';

// Second derivatives by temperature of the Gibbs function of sea water at one atmosphere: polynomials in y = t/40 and
// x = √(salinity over 40.188617 g/kg). Coefficients from memory, checked against reference cases made with TEOS-10.

/** Pure water, powers of y from 2 on. @source IAPWS-09, Feistel 2003 */
const WATER = [
  -12357.785933039, 736.741204151612, -148.185936433658, 58.0259125842571, -18.9843846514172,
  3.05081646487967,
] as const;
/** Salt: x², x³ and x⁴, each by powers of y from 2 on. @source IAPWS-08, Feistel 2008 */
const SALT = [
  [880.031352997204, -225.267649263401, 91.4260447751259, -21.6603240875311, 2.13016970847183],
  [-43.0664675978042, -10.0227370861875, 0.875600661808945],
  [-68.5572509204491, 49.3667694856254, -17.1397577419788, 2.49697009569508],
] as const;
const GRAMS_PER_PRACTICAL = 35.16504 / 35;
const SALINITY_SCALE = 40 * GRAMS_PER_PRACTICAL;

const secondDerivative = (coefficients: readonly number[], y: number): number =>
  coefficients.reduce((sum, g, k) => sum + (k + 2) * (k + 1) * g * y ** k, 0);

/**
 * Specific heat capacity of sea water at one atmosphere.
 * @param salinity practical salinity, 0 to 42
 * @param temperatureC −2 to 40 °C
 * @returns J/(kg K)
 * @source TEOS-10: IOC, SCOR and IAPSO 2010 (cp = −T ∂²g/∂T²)
 */
export function heatCapacityJKgK(salinity: number, temperatureC: number): number {
  requireWithin('salinity', salinity, { from: 0, to: 42, unit: '(PSS-78)' });
  requireWithin('water temperature', temperatureC, { from: -2, to: 40, unit: '°C' });
  const y = temperatureC / 40;
  const x = Math.sqrt((salinity * GRAMS_PER_PRACTICAL) / SALINITY_SCALE);
  const salt = SALT.reduce(
    (sum, coefficients, k) => sum + x ** (k + 2) * secondDerivative(coefficients, y),
    0,
  );
  return (-(temperatureC + ZERO_C_K) * (secondDerivative(WATER, y) + salt)) / 1600;
}
