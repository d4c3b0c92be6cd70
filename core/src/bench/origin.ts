import type { Intent } from '../cut/intent.ts';
import type { Recipe } from '../cut/recipe.ts';
import { madeKind } from '../make/made.ts';
import type { Origin } from '../vary/first-strokes.ts';
import type { BenchPlate } from './bench.ts';

const isOn = (recipe: Recipe | null, name: string): boolean =>
  recipe?.steps.some(({ step, on }) => on && step === name) ?? false;

/** What is known of a plate besides its pixels: whether it was set in type, goes on beyond its frame, or is not stamped. */
export const originOf = ({ recipe, made }: Pick<BenchPlate, 'recipe' | 'made'>, intent?: Intent): Origin => ({
  isWord: made !== null && madeKind(made) === 'type',
  fillsFrame: isOn(recipe, 'fade') && !isOn(recipe, 'trim'),
  ...(intent === 'grain' || intent === 'band' ? { use: intent } : {}),
});
