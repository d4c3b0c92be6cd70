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

/** A picture as an answer reads it, small. */
const readAs = (picture: Picture, prints: Prints): Raster | undefined =>
  whatPrints(() => cut(lookOf(picture), makeRecipe(beginning(lookOf(picture), prints))));

/**
 * A recipe under another picture: its areas follow the picture's scale, and where the old answer to what prints would print
 * nothing, or the ground, the picture is asked again. All else stays. `before`: the px of the picture that it was made for.
 */
export function recipeForOther(picture: Picture, recipe: Recipe, before: Size | null): OtherRecipe {
  const factor = before ? (picture.width * picture.height) / (before.width * before.height) : 1;
  const steps = factor === 1 ? recipe.steps : scaledAreas(recipe.steps, factor);
  const scaled = factor === 1 ? recipe : makeRecipe(steps);
  const reading = readingOf(recipe);
  const at = steps.findIndex(({ step, on }) => on && step === 'gray');
  if (picture.mesh || reading === 'heights' || at < 0 || !failsOn(readAs(picture, reading))) return { recipe: scaled };
  const asked = guessPrints(picture);
  if (asked.prints === reading || failsOn(readAs(picture, asked.prints))) return { recipe: scaled };
  return { recipe: makeRecipe(steps.map((step, i) => (i === at ? { ...step, prints: asked.prints } : step))), asked };
}
