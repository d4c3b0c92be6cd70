import { checkBorder, quantile, ring } from '../raster/measure.ts';
import { hasAlpha, reducePicture, type Picture } from '../raster/picture.ts';
import { AmberError } from '../errors.ts';
import { pieces } from '../raster/pieces.ts';
import type { Raster } from '../raster/raster.ts';
import { smoothGround, type Ground } from '../raster/surface.ts';
import { contentBox } from '../raster/content-box.ts';
import { hasBed } from './bed.ts';
import { blank, cut } from './cut.ts';
import { MAX_RESOLUTION, MIN_RESOLUTION } from './fit.ts';
import { grayOf, toneRange, type Prints } from './gray.ts';
import { makeRecipe, makeStep, type Recipe, type RecipeStep } from './recipe.ts';

/** The longer side that is enough to see what a picture is. */
const LOOK_SIDE = 1024;
const looks = new WeakMap<Picture, Picture>();

/** A picture small enough to look at again and again; kept with the picture. */
export function lookOf(picture: Picture): Picture {
  const look = looks.get(picture) ?? reducePicture(picture, LOOK_SIDE);
  looks.set(picture, look);
  return look;
}

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

/** What is opaque differs by more than this: a drawing in one ink does not. */
const TONED = 0.25;
const hasTone = (picture: Picture): boolean => toneRange(picture) > TONED;

const EVEN = 0.055;

/** Sums of what lies clearly below and clearly above the ground. */
function masses({ left, noise }: Ground): { below: number; above: number } {
  const clear = Math.max(0.03, 2.5 * noise);
  let below = 0;
  let above = 0;
  for (const v of left.data)
    if (v < -clear) below -= v;
    else if (v > clear) above += v;
  return { below, above };
}

/** Guesses what prints by looking at transparency, the border and the histogram; says why in one sentence. */
export function guessPrints(picture: Picture): PrintsGuess {
  const look = lookOf(picture);
  if (hasClearParts(look))
    return hasTone(look)
      ? {
          prints: 'tone',
          reason: 'Chosen because the picture has clear parts, and what is opaque has a texture of its own.',
        }
      : {
          prints: 'alpha',
          reason: 'Chosen because the picture has clear parts: its shape is in its transparency.',
        };
  const light = grayOf(look, 'light');
  const ground = smoothGround(light);
  if (ground.noise < EVEN) return byGround(light, ground);
  return byTexture(look, light);
}

/** A picture whose middle is darker would print as one dark field. */
const NIGHT = 0.16;
/** So much of the border prints where what prints goes on beyond its frame. */
const FILLED = 0.3;
export const fillsFrame = (levelled: Raster): boolean => checkBorder(levelled).share > FILLED;

/** A texture that fills its frame looks on paper as in its picture where its dark prints, unless that is only a part of it. */
function byTexture(look: Picture, light: Raster): PrintsGuess {
  const isWhole = (prints: Prints) =>
    whatPrints(() => fillsFrame(cut(look, makeRecipe(beginning(look, prints))))) ?? false;
  const middle = quantile(light.data, 0.5);
  const pale = middle <= NIGHT || (middle <= 0.5 && !isWhole('dark') && isWhole('light'));
  return pale
    ? {
        prints: 'light',
        reason: 'Chosen because it fills its frame, and what is pale is what stands out; look at both.',
      }
    : { prints: 'dark', reason: 'Chosen because it fills its frame: so it looks as in the picture; look at both.' };
}

/** The ground is even or evenly lit: what differs from it more is the mark. */
function byGround(light: Raster, ground: Ground): PrintsGuess {
  const { below, above } = masses(ground);
  const border = ring(light, Math.max(1, Math.round(Math.min(light.width, light.height) * 0.02)));
  const pale = quantile(border, 0.5) > 0.5;
  const even = `${pale ? 'pale' : 'dark'} and even${ground.range > UNEVEN ? ' but for its light' : ''}`;
  return below >= above
    ? { prints: 'dark', reason: `Chosen because the border is ${even}: the mark is what is darker.` }
    : { prints: 'light', reason: `Chosen because the border is ${even}, and the pale parts have shape.` };
}

const AIR_PCT = 6;
const USUAL_RESOLUTION = 512;
/** A difference of the ground that automatic levels would see as mark. */
const UNEVEN = 0.05;

/** The largest usual resolution that needs no enlarging. */
function resolutionFor(longerSide: number): number {
  const full = longerSide / (1 - (2 * AIR_PCT) / 100);
  return Math.max(MIN_RESOLUTION, Math.min(MAX_RESOLUTION, USUAL_RESOLUTION, Math.floor(full)));
}

/**
 * Area in px of the picture below which a floating piece is a speck: small on the plate, and small against the pieces
 * around it. `factor` is what the look is smaller by, `scale` what the plate is.
 */
function speckArea(levelled: Raster, factor: number, scale: number): number {
  const { area } = pieces(levelled, 0.12);
  const sorted = area.slice(1).sort((a, b) => b - a);
  const half = sorted.reduce((sum, n) => sum + n, 0) / 2;
  let sum = 0;
  const usual = sorted.find((n) => (sum += n) >= half) ?? 0;
  return Math.max(4, Math.round(Math.min(24 * scale * scale, 0.02 * usual * factor * factor)));
}

/** Whether what prints is told from the rest by being opaque: there is no ground, and no light on it. */
const readsClear = (prints: Prints): boolean => prints === 'alpha' || prints === 'tone';

/** Gray, evened where the light is not, and automatic levels. */
export function beginning(picture: Picture, prints: Prints): RecipeStep[] {
  const gray = makeStep('gray', { prints });
  const levels = makeStep('levels');
  if (readsClear(prints)) return [gray, levels];
  const { noise, range } = smoothGround(grayOf(picture, prints));
  return noise < EVEN && range > UNEVEN ? [gray, makeStep('light', { ground: 'smooth' }), levels] : [gray, levels];
}

/** The beginning, with the dark edges of a scanner away where there are some, and what it makes. */
export function cleanBeginning(look: Picture, prints: Prints): { steps: RecipeStep[]; levelled: Raster } {
  const steps = beginning(look, prints);
  const levelled = cut(look, makeRecipe(steps));
  if (readsClear(prints) || !hasBed(levelled)) return { steps, levelled };
  const clean = [...steps, makeStep('bed')];
  return { steps: clean, levelled: cut(look, makeRecipe(clean)) };
}

/**
 * The recipe a new source starts with: gray by what prints, even light where the ground slopes, automatic levels, dark
 * edges and specks away, trim and centre, fit a square; where the picture fills its frame, no trim and a border fade, so that no dab
 * prints a square. Found on a smaller picture; the steps then find their own ends on the whole.
 */
export function automaticRecipe(picture: Picture, prints: Prints): Recipe {
  const look = lookOf(picture);
  const factor = picture.width / look.width;
  const { steps: start, levelled } = cleanBeginning(look, prints);
  const box = contentBox(levelled, 0.03);
  if (!box) throw blank();
  const side = factor * Math.max(box.x1 - box.x0, box.y1 - box.y0);
  const resolutionPx = resolutionFor(side);
  if (fillsFrame(levelled))
    return makeRecipe([
      ...start,
      makeStep('fit', { resolutionPx, padPct: 0 }),
      // of a picture that is not square the fade follows its own sides
      makeStep('fade', { widthPct: 32, shape: 'round', from: 'content' }),
    ]);
  // what lies on clear ground was put there: no dust is on it
  const specks = readsClear(prints)
    ? []
    : [makeStep('specks', { areaPx: speckArea(levelled, factor, side / resolutionPx) })];
  return makeRecipe([...start, ...specks, makeStep('trim'), makeStep('fit', { resolutionPx, padPct: AIR_PCT })]);
}

/** What is made of a picture where something prints. */
export function whatPrints<T>(make: () => T): T | undefined {
  try {
    return make();
  } catch (cause) {
    if (cause instanceof AmberError) return undefined;
    throw cause;
  }
}

/** Every answer to "what prints?" that has something to print, with its recipe. */
export function answers(picture: Picture): { prints: Prints; recipe: Recipe | undefined }[] {
  const asked: Prints[] = ['dark', 'light', 'alpha', 'tone', 'red'];
  const clear = hasClearParts(picture);
  return asked.map((prints) => {
    if (readsClear(prints) && !clear) return { prints, recipe: undefined };
    if (prints === 'tone' && !(toneRange(picture) > 0)) return { prints, recipe: undefined };
    return { prints, recipe: whatPrints(() => automaticRecipe(picture, prints)) };
  });
}
