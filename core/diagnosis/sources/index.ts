import { deadAnimal } from './deadAnimal.ts';
import { detritus } from './detritus.ts';
import { food } from './food.ts';
import { harvest } from './harvest.ts';
import { media } from './media.ts';
import { productWater } from './productWater.ts';
import { rock } from './rock.ts';
import { skimmer } from './skimmer.ts';
import type { NutrientSource } from './types.ts';

/** Every candidate. A new one is a file and a line here. */
export const nutrientSources: readonly NutrientSource[] = [
  food,
  productWater,
  detritus,
  media,
  skimmer,
  harvest,
  deadAnimal,
  rock,
];
