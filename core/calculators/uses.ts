/** Where a result is used next: an output of one calculator as an input of another. */
export interface Use {
  from: readonly [calculator: string, output: string];
  to: readonly [calculator: string, input: string];
}

const volumes = ['volume-box', 'volume-lying-cylinder', 'volume-bow-front', 'volume-hexagon'] as const;
const byVolume = ['change-to-target', 'alkalinity-to-target', 'turnover', 'salinity-by-exchange'] as const;

/** A new hand-over is a line here. */
export const uses: readonly Use[] = [
  ...volumes.flatMap((from) => byVolume.map((to): Use => ({ from: [from, 'V'], to: [to, 'volume'] }))),
  { from: ['change-to-target', 'litres'], to: ['bucket-counts', 'litres'] },
  { from: ['change-to-target', 'litres'], to: ['make-up-hours', 'need'] },
  { from: ['change-to-target', 'litres'], to: ['salt-for-a-batch', 'volume'] },
  { from: ['change-to-hold', 'fraction'], to: ['change-side-effects', 'fraction'] },
  { from: ['demand-from-two-tests', 'use'], to: ['calcium-reactor-flow', 'consumption'] },
  { from: ['demand-from-two-tests', 'use'], to: ['balanced-use', 'alk_use'] },
  { from: ['calcium-reactor-delivery', 'delivered'], to: ['calcium-reactor-media', 'delivered'] },
  { from: ['calcium-reactor-delivery', 'CaCO3'], to: ['co2-by-media', 'CaCO3'] },
  { from: ['salinity-from-gravity', 'S_if_25_25'], to: ['salinity-by-exchange', 'S'] },
  { from: ['salinity-from-conductivity', 'SP'], to: ['salinity-by-exchange', 'S'] },
  { from: ['uv-dose', 'dose'], to: ['uv-log', 'dose'] },
  { from: ['uv-ageing', 'factor'], to: ['uv-dose', 'ageing'] },
  { from: ['minimum-fluidisation', 'u_mf'], to: ['fluidisation-flow', 'u_mf'] },
  { from: ['ro-normalised', 'normalised'], to: ['make-up-hours', 'permeate'] },
  { from: ['resin-capacity', 'eq_per_L'], to: ['di-life', 'capacity'] },
  { from: ['evaporation', 'full_times_Fa'], to: ['reservoir-days', 'evaporation'] },
  { from: ['freundlich-fit', 'K'], to: ['phosphate-life', 'K'] },
  { from: ['freundlich-fit', 'inv_n'], to: ['phosphate-life', 'inv_n'] },
  { from: ['life-from-cycles', 'P10'], to: ['age-lognormal', 'P10'] },
  { from: ['life-from-cycles', 'P90'], to: ['age-lognormal', 'P90'] },
];
