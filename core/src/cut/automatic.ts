import { checkBorder, quantile, ring } from '../raster/measure.ts';
import { hasAlpha, type Picture } from '../raster/picture.ts';
import { AmberError } from '../errors.ts';
import { contentBox } from './trim.ts';
import { Cutter, blank } from './cut.ts';
import { MAX_RESOLUTION, MIN_RESOLUTION } from './fit.ts';
import { grayOf, type Prints } from './gray.ts';
import { makeRecipe, makeStep, type Recipe } from './recipe.ts';

export interface PrintsGuess {
  prints: Prints;
  reason: string;
}

/** Whether some, but not all, of a picture is clear. */
function hasClearParts(picture: Picture): boolean {
  if (!hasAlpha(picture)) return false;
  const alpha = grayOf(picture, 'alpha');
  const clear = alpha.data.reduce((n, v) => (v < 0.5 ? n + 1 : n), 0) / alpha.data.length;
  return clear > 0.02 && clear < 0.9999;
}

/** Guesses what prints by looking at transparency, the border and the histogram; says why in one sentence. */
export function guessPrints(picture: Picture): PrintsGuess {
  if (hasClearParts(picture))
    return {
      prints: 'alpha',
      reason: 'Chosen because the picture has clear parts: its shape is in its transparency.',
    };
  const light = grayOf(picture, 'light');
  const border = ring(light, Math.max(1, Math.round(Math.min(light.width, light.height) * 0.02)));
  const middle = quantile(border, 0.5);
  const even = quantile(border, 0.9) - quantile(border, 0.1) < 0.3;
  if (even)
    return middle > 0.5
      ? { prints: 'dark', reason: 'Chosen because the border is pale and even: the mark is what is darker.' }
      : { prints: 'light', reason: 'Chosen because the border is dark and even, and the pale parts have shape.' };
  const all = quantile(light.data, 0.5);
  return all > 0.5
    ? { prints: 'dark', reason: 'Chosen because most of the picture is pale; it fills its frame, so look at both.' }
    : { prints: 'light', reason: 'Chosen because most of the picture is dark; it fills its frame, so look at both.' };
}

const AIR_PCT = 6;
const USUAL_RESOLUTION = 512;

/** The largest usual resolution that needs no enlarging. */
function resolutionFor(longerSide: number): number {
  const full = longerSide / (1 - (2 * AIR_PCT) / 100);
  return Math.max(MIN_RESOLUTION, Math.min(MAX_RESOLUTION, USUAL_RESOLUTION, Math.floor(full)));
}

/**
 * The recipe a new source starts with: gray by what prints, automatic levels, specks away, trim and centre, fit a
 * square; where the picture fills its frame, no trim and a border fade, so that no dab prints a square.
 */
export function automaticRecipe(picture: Picture, prints: Prints): Recipe {
  const start = [makeStep('gray', { prints }), makeStep('levels')];
  const levelled = new Cutter(picture).run(makeRecipe(start))[1].raster;
  const box = contentBox(levelled, 0.03);
  if (!box) throw blank();
  const side = Math.max(box.right - box.left, box.bottom - box.top);
  const fills = checkBorder(levelled).share > 0.3;
  const scale = side / resolutionFor(side);
  const specks = makeStep('specks', { areaPx: Math.max(4, Math.round(24 * scale * scale)) });
  if (fills)
    return makeRecipe([
      ...start,
      makeStep('fit', { resolutionPx: resolutionFor(side), padPct: 0 }),
      makeStep('fade', { widthPct: 32, shape: 'round' }),
    ]);
  return makeRecipe([
    ...start,
    specks,
    makeStep('trim'),
    makeStep('fit', { resolutionPx: resolutionFor(side), padPct: AIR_PCT }),
  ]);
}

/** Every answer to "what prints?" that has something to print, with its recipe. */
export function answers(picture: Picture): { prints: Prints; recipe: Recipe | undefined }[] {
  const asked: Prints[] = ['dark', 'light', 'alpha', 'red'];
  return asked.map((prints) => {
    if (prints === 'alpha' && !hasClearParts(picture)) return { prints, recipe: undefined };
    try {
      return { prints, recipe: automaticRecipe(picture, prints) };
    } catch (cause) {
      if (cause instanceof AmberError) return { prints, recipe: undefined };
      throw cause;
    }
  });
}

/**
 * The recipe to cut by: the given one, or the automatic one. An answer to "what prints?" that was asked for replaces
 * that of the given recipe's first gray step, or puts one in front.
 */
export function answerRecipe(picture: Picture, prints: Prints, given: Recipe | undefined, asked: boolean): Recipe {
  if (!given) return automaticRecipe(picture, prints);
  if (!asked) return given;
  const at = given.steps.findIndex((s) => s.step === 'gray');
  if (at < 0) return makeRecipe([makeStep('gray', { prints }), ...given.steps]);
  return makeRecipe(given.steps.map((s, i) => (i === at ? { ...s, prints } : s)));
}
