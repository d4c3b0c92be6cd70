import { inOrder } from '../model/in-order.ts';
import type { Picture } from '../raster/picture.ts';
import { automaticRecipe, beginning, lookOf, whatPrints } from './automatic.ts';
import type { Prints } from './gray.ts';
import { tilingRecipe, type Intent } from './intent.ts';
import { partOf, type Mark } from './marks.ts';
import { READS, readingOf, reliefRecipe, type Reading } from './reading.ts';
import { makeRecipe, makeStep, type Recipe, type RecipeStep } from './recipe.ts';

/** The step that takes a mark of a sheet. */
export const regionOf = ({ x0, y0, x1, y1 }: Mark): RecipeStep =>
  makeStep('region', {
    outline: [
      [x0, y0],
      [x1, y1],
    ],
    crop: true,
    outside: 'the ground',
    featherPx: 0,
  });

const isRegion = ({ step, on }: RecipeStep): boolean => on && step === 'region';

/** The step by which a recipe takes a part of its source; undefined where it takes all. */
export const regionIn = (recipe: Recipe | null | undefined): RecipeStep | undefined => recipe?.steps.find(isRegion);

/** The box around what a region takes, in shares of the sides; undefined where it is none yet, or clears its inside. */
export function partIn(region: RecipeStep | undefined): Mark | undefined {
  const outline = (region?.outline ?? []) as readonly (readonly number[])[];
  if (!region || region.inverted === true || outline.length < 2) return undefined;
  const within = (v: number) => Math.min(1, Math.max(0, v));
  const [xs, ys] = [0, 1].map((axis) => outline.map((point) => within(point[axis])));
  const part = { x0: Math.min(...xs), y0: Math.min(...ys), x1: Math.max(...xs), y1: Math.max(...ys) };
  return part.x1 > part.x0 && part.y1 > part.y0 ? part : undefined;
}

/** What is asked of a source besides how it is read: the part that is taken, and what it is for. */
export interface Wish {
  region?: RecipeStep;
  /** a tip where nothing is said */
  intent?: Intent;
}

/** The recipe that a source starts with when it is read so. Throws nothing-to-print. */
function recipeOfAll(picture: Picture, reading: Reading, intent: Intent | undefined): Recipe {
  if (reading === 'heights') return reliefRecipe(picture);
  return intent === 'grain' || intent === 'band'
    ? tilingRecipe(picture, reading, intent)
    : automaticRecipe(picture, reading);
}

/**
 * The recipe that a source starts with when it is read so: of all of it, or of what a region takes as if that had been scanned
 * alone. Its light is evened on the whole before: around a part alone there is too little of its ground. Throws
 * nothing-to-print.
 */
export function recipeForReading(picture: Picture, reading: Reading, { region, intent }: Wish = {}): Recipe {
  const part = partIn(region);
  if (!region || !part) return recipeOfAll(picture, reading, intent);
  const [first, ...rest] = recipeOfAll(partOf(picture, part), reading, intent).steps;
  if (reading === 'heights') return makeRecipe([first, region, ...rest]);
  const light = beginning(lookOf(picture), reading).find(({ step }) => step === 'light');
  const own = light ? rest.filter(({ step }) => step !== 'light') : rest;
  return makeRecipe([first, ...(light ? [light] : []), region, ...own]);
}

/** Whether a recipe is the one that its source starts with, with this part taken: nothing in it was touched by hand. */
export function isAutomatic(picture: Picture, recipe: Recipe, wish: Wish = {}): boolean {
  const bare = ({ steps }: Recipe) =>
    JSON.stringify(
      steps.filter((step) => !isRegion(step)),
      inOrder,
    );
  const made = whatPrints(() => recipeForReading(picture, readingOf(recipe), wish));
  return made !== undefined && bare(made) === bare(recipe);
}

/**
 * The recipe to cut by: the given one, or the automatic one. An answer to "what prints?" that was asked for replaces
 * that of the given recipe's first gray step, or puts one in front. Floats that a given recipe does not read in any way, and
 * that nothing was asked of, stay heights as they are.
 */
export function answerRecipe(picture: Picture, prints: Prints, given: Recipe | undefined, asked: boolean): Recipe {
  if (!given) return automaticRecipe(picture, prints);
  const isRead = given.steps.some(({ step, on }) => on && READS.has(step));
  if (!asked && !isRead && picture.data instanceof Float32Array)
    return makeRecipe([makeStep('heights', { base: 'typed', unit: 'file' }), ...given.steps]);
  if (!asked) return given;
  const at = given.steps.findIndex((s) => s.step === 'gray');
  if (at < 0) return makeRecipe([makeStep('gray', { prints }), ...given.steps]);
  return makeRecipe(given.steps.map((s, i) => (i === at ? { ...s, prints } : s)));
}
