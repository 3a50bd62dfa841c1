import { requireWithin } from '../errors.ts';

/** Coefficients of the Gibbs function of pure water at one atmosphere, in t/40. @source IAPWS-09, Feistel 2003 (values from memory) */
const G = [
  -12357.785933039, 736.741204151612, -148.185936433658, 58.0259125842571, -18.9843846514172,
  3.05081646487967,
] as const;

/**
 * Specific heat capacity of sea water at one atmosphere: pure water by its Gibbs function, the salt's share by the
 * measured differences of Millero.
 * @param salinity practical salinity, 0 to 42
 * @param temperatureC −2 to 40 °C
 * @returns J/(kg K)
 * @source IAPWS-09 (pure water); Millero, Perron and Desnoyers 1973, J. Geophys. Res. 78, in UNESCO Technical Papers in
 *   Marine Science 44 (salt); agrees with TEOS-10 within 4e-4 (reference cases)
 */
export function heatCapacityJKgK(salinity: number, temperatureC: number): number {
  requireWithin('salinity', salinity, { from: 0, to: 42, unit: '(PSS-78)' });
  requireWithin('water temperature', temperatureC, { from: -2, to: 40, unit: '°C' });
  const y = temperatureC / 40;
  const second = G.reduce((sum, g, k) => sum + (k + 2) * (k + 1) * g * y ** k, 0) / 1600;
  const pure = -(temperatureC + 273.15) * second;
  const t = temperatureC;
  const bySalt = -7.643575 + t * (0.1072763 - 1.38385e-3 * t);
  const bySaltRoot = 0.1770383 + t * (-4.07718e-3 + 5.148e-5 * t);
  return pure + bySalt * salinity + bySaltRoot * salinity ** 1.5;
}
