import { checkBorder, coverage } from '../raster/measure.ts';
import type { Picture } from '../raster/picture.ts';
import type { Raster } from '../raster/raster.ts';
import { clamp } from '../maths/ramps.ts';
import { beginning, guessPrints, lookOf, whatPrints } from './automatic.ts';
import { cut } from './cut.ts';
import type { Prints } from './gray.ts';
import { readingOf } from './reading.ts';
import { makeRecipe, type Recipe, type RecipeStep } from './recipe.ts';
import type { Size } from './step.ts';
import { stepNamed } from './steps.ts';

/** A recipe under another picture, and what had to be asked again. */
export interface OtherRecipe {
  recipe: Recipe;
  /** what prints now, where the old answer would have printed nothing or everything */
  asked?: { prints: Prints; reason: string };
  /** its levels were set by hand for the picture before and would have clipped this one: they are automatic again */
  levelled?: true;
}

/** Steps behind which px are those of the plate, whatever the picture was. */
const SIZED = new Set(['fit', 'resize', 'cast']);

/** Areas in px² of the picture follow its scale, so that a speck of the one is a speck of the other. */
function scaledAreas(steps: readonly RecipeStep[], factor: number): RecipeStep[] {
  const until = steps.findIndex(({ step, on }) => on && SIZED.has(step));
  return steps.map((step, i) => {
    if (until >= 0 && i > until) return step;
    const areas = Object.entries(stepNamed(step.step).params).flatMap(([name, param]) =>
      param.kind === 'number' && param.unit === 'px²' && Number(step[name]) > 0
        ? [[name, clamp(Math.round(Number(step[name]) * factor), Math.max(1, param.min), param.max)]]
        : [],
    );
    return areas.length > 0 ? { ...step, ...(Object.fromEntries(areas) as Record<string, number>) } : step;
  });
}

/** Less than this prints nothing. */
const NOTHING = 0.0015;
/** A border that prints all around, and so much of the whole, is the ground. */
const GROUND = 0.8;
const MOSTLY = 0.5;

/** Whether an answer prints nothing of a picture, or its ground with everything on it. */
function failsOn(made: Raster | undefined): boolean {
  if (!made) return true;
  const share = coverage(made);
  return share < NOTHING || (share > MOSTLY && checkBorder(made).share > GROUND);
}

/** So much of what automatic levels show between nothing and full is at an end: nothing is left between black and white. */
const CLIPPED = 0.6;
const BETWEEN = [0.04, 0.96] as const;

/** How much of what prints in between by some levels is at an end by others, 0..1. */
function clippedShare(by: Raster, others: Raster): number {
  let [between, clipped] = [0, 0];
  others.data.forEach((v, i) => {
    if (v < BETWEEN[0] || v > BETWEEN[1]) return;
    between++;
    if (by.data[i] <= 0 || by.data[i] >= 1) clipped++;
  });
  return between === 0 ? 0 : clipped / between;
}

/** The steps with their levels automatic where those that were set by hand would clip another picture; undefined where none does. */
function unclipped(picture: Picture, steps: readonly RecipeStep[]): RecipeStep[] | undefined {
  const at = steps.findIndex(({ step, on, automatic }) => on && step === 'levels' && automatic === false);
  if (at < 0) return undefined;
  const found = steps.map((step, i) => (i === at ? { ...step, automatic: true } : step));
  const made = (all: readonly RecipeStep[]) => whatPrints(() => cut(lookOf(picture), makeRecipe(all.slice(0, at + 1))));
  const [before, after] = [made(steps), made(found)];
  return after && (!before || clippedShare(before, after) > CLIPPED) ? found : undefined;
}

/** A picture as an answer reads it, small. */
const readAs = (picture: Picture, prints: Prints): Raster | undefined =>
  whatPrints(() => cut(lookOf(picture), makeRecipe(beginning(lookOf(picture), prints))));

/**
 * A recipe under another picture: its areas follow the picture's scale, and where the old answer to what prints would print
 * nothing, or the ground, the picture is asked again; levels that would clip it are automatic again. All else stays. `before`: the px of the picture that it was made for.
 */
export function recipeForOther(picture: Picture, recipe: Recipe, before: Size | null): OtherRecipe {
  const factor = before ? (picture.width * picture.height) / (before.width * before.height) : 1;
  const steps = factor === 1 ? recipe.steps : scaledAreas(recipe.steps, factor);
  const scaled = factor === 1 ? recipe : makeRecipe(steps);
  if (!picture.mesh) {
    const levelled = unclipped(picture, steps);
    if (levelled) return { ...answered(picture, makeRecipe(levelled)), levelled: true };
  }
  return answered(picture, scaled);
}

/** A recipe with its answer asked again where it would print nothing of a picture, or its ground. */
function answered(picture: Picture, recipe: Recipe): OtherRecipe {
  const { steps } = recipe;
  const reading = readingOf(recipe);
  const at = steps.findIndex(({ step, on }) => on && step === 'gray');
  if (picture.mesh || reading === 'heights' || at < 0 || !failsOn(readAs(picture, reading))) return { recipe };
  const asked = guessPrints(picture);
  if (asked.prints === reading || failsOn(readAs(picture, asked.prints))) return { recipe };
  return { recipe: makeRecipe(steps.map((step, i) => (i === at ? { ...step, prints: asked.prints } : step))), asked };
}
