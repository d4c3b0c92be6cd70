import type { BenchPlate } from '@amber-stamp/core/bench';
import type { RecipeStep } from '@amber-stamp/core/cut';

/** A plate of the bench that is cut further; undefined where it has no recipe to go on from. */
export function cutFurther(plate: BenchPlate | undefined, steps: readonly RecipeStep[]): BenchPlate | undefined {
  if (!plate?.source || !plate.recipe) return undefined;
  return { ...plate, recipe: { ...plate.recipe, steps: [...plate.recipe.steps, ...steps] } };
}
