import { seriesCalculators } from './series.ts';
import { lifetimeCalculators } from './lifetimes.ts';
import { heatCalculators } from './heat.ts';
import { makeUpCalculators } from './makeUp.ts';
import { hydraulicCalculators } from './hydraulics.ts';
import { hoseCalculators } from './hoses.ts';
import { filterCalculators } from './filters.ts';
import { uvCalculators } from './uv.ts';
import { reactorCalculators } from './reactors.ts';
import { dosingCalculators } from './dosing.ts';
import { instrumentCalculators } from './instruments.ts';
import { vesselCalculators } from './vessels.ts';
import { carbonateCalculators } from './carbonate.ts';
import { gasCalculators } from './gases.ts';
import { mixingCalculators } from './mixing.ts';
import { nitrogenCalculators } from './nitrogen.ts';
import { salinityCalculators } from './salinity.ts';
import { unitCalculators } from './units.ts';
import type { Calculator } from './define.ts';

/** Every calculator. A new one is an entry in a file of its subject; a new file is a line here. */
export const calculators: readonly Calculator[] = [
  ...mixingCalculators,
  ...salinityCalculators,
  ...gasCalculators,
  ...carbonateCalculators,
  ...nitrogenCalculators,
  ...vesselCalculators,
  ...instrumentCalculators,
  ...dosingCalculators,
  ...reactorCalculators,
  ...uvCalculators,
  ...filterCalculators,
  ...hydraulicCalculators,
  ...hoseCalculators,
  ...makeUpCalculators,
  ...heatCalculators,
  ...lifetimeCalculators,
  ...seriesCalculators,
  ...unitCalculators,
];

export const calculatorOf = (id: string): Calculator | undefined =>
  calculators.find((entry) => entry.id === id);
