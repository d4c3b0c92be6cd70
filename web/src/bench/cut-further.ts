import type { BenchPlate } from '@amber-stamp/core/bench';
import type { RecipeStep } from '@amber-stamp/core/cut';
import { sourceKey } from './plate-key.ts';

/** A plate of the bench that is cut further; undefined where it has no recipe to go on from. */
export function cutFurther(plate: BenchPlate | undefined, steps: readonly RecipeStep[]): BenchPlate | undefined {
  if (!plate || !sourceKey(plate) || !plate.recipe) return undefined;
  return { ...plate, recipe: { ...plate.recipe, steps: [...plate.recipe.steps, ...steps] } };
}
