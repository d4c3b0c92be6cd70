import { transposed } from '../raster/morph.ts';
import { MOST_CARDS } from '../model/coat-schema.ts';
import type { Picture } from '../raster/picture.ts';
import { type Raster, toPlate } from '../raster/raster.ts';
import { resample } from '../raster/resample.ts';
import { cleanBeginning, fillsFrame, lookOf } from './automatic.ts';
import { MAX_RESOLUTION } from './fit.ts';
import { grayOf, type Prints } from './gray.ts';
import { endsMeet, endsWereMade } from './joint.ts';
import { findMarks, standingOut, type Mark, type MarkJoin } from './marks.ts';
import type { Reading } from './reading.ts';
import { makeRecipe, makeStep, type Recipe } from './recipe.ts';

/** What a source is for. */
export const INTENTS = ['tip', 'grain', 'band', 'relief', 'marks'] as const;
export type Intent = (typeof INTENTS)[number];

/** No larger piece of a material is needed, since it tiles. */
const GRAIN_SIDE = 1024;
/** Parts of a material that differ more than this, of the whole range, are lit otherwise. */
const UNEVEN = 0.08;
const PARTS = 2;

/** Whether the parts of a picture that fills its frame are lit differently: a joint would show that. */
function isLitUnevenly(gray: Raster): boolean {
  const { data } = resample(gray, PARTS, PARTS);
  return Math.max(...data) - Math.min(...data) > UNEVEN;
}

/** The step that makes the sides of a material meet: of a band its two ends alone. */
const joined = (intent: 'grain' | 'band') =>
  makeStep('tile', { sides: intent === 'grain' ? 'all sides' : 'left and right' });

/** The recipe of a material that is laid side by side: nothing is trimmed or faded, its light is even, and its sides meet. */
export function tilingRecipe(picture: Picture, prints: Prints, intent: 'grain' | 'band'): Recipe {
  const look = lookOf(picture);
  const { steps: start, levelled } = cleanBeginning(look, prints);
  const lit =
    intent === 'grain' &&
    !start.some(({ step }) => step === 'light') &&
    fillsFrame(levelled) &&
    isLitUnevenly(grayOf(look, prints));
  const light = lit ? [makeStep('light', { radiusPct: 30 })] : [];
  const most = intent === 'grain' ? GRAIN_SIDE : MAX_RESOLUTION;
  const size = Math.max(picture.width, picture.height) > most ? [makeStep('resize', { longerPx: most })] : [];
  const [gray, ...rest] = start;
  const steps = [gray, ...light, ...rest, ...size];
  return makeRecipe(meets(levelled, intent) ? steps : [...steps, joined(intent)]);
}

/** Whether a material can be laid side by side as it is. */
function meets(made: Raster, intent: 'grain' | 'band'): boolean {
  return endsMeet(toPlate(made)) && (intent === 'band' || endsMeet(toPlate(transposed(made))));
}

/** Steps that end a tip at its border; of what is laid side by side they would leave gaps. */
const ENDS = new Set(['trim', 'fit', 'fade', 'falloff']);

/** A recipe that somebody has changed, for another use: the steps of the border are switched, the joint is added where it is missing. */
export function recipeForUse(recipe: Recipe, intent: Intent): Recipe {
  const tiles = intent === 'grain' || intent === 'band';
  const steps = recipe.steps.map((step) => {
    if (ENDS.has(step.step)) return { ...step, on: !tiles };
    return step.step === 'tile' ? { ...step, on: tiles } : step;
  });
  if (tiles && !steps.some(({ step }) => step === 'tile')) steps.push(joined(intent));
  return makeRecipe(steps);
}

/** A strip is so many times as long as it is high. */
const STRIP = 2.5;

/** Whether a source is a strip that goes on beyond both its ends. */
function isStrip(look: Picture, printed: Raster): boolean {
  const { width, height, data } = printed;
  if (look.width < STRIP * look.height) return false;
  const prints = (x: number) => {
    for (let y = 0; y < height; y++) if (data[y * width + x] > 0.3) return true;
    return false;
  };
  return [0, 1, width - 2, width - 1].every(prints);
}

/** Of what prints so much lies in the marks. */
const HELD = 0.9;
/** The shorter side of the smallest mark against the longer side of the largest. */
const ALIKE = 0.2;
const FEWEST_MARKS = 3;

/** The share of what stands out that lies within the boxes. */
function shareWithin({ width, height, data }: Raster, boxes: readonly Mark[]): number {
  let [within, all] = [0, 1e-12];
  for (let i = 0; i < data.length; i++) {
    if (data[i] === 0) continue;
    const [x, y] = [((i % width) + 0.5) / width, (Math.floor(i / width) + 0.5) / height];
    all++;
    if (boxes.some((b) => x > b.x0 && x < b.x1 && y > b.y0 && y < b.y1)) within++;
  }
  return within / all;
}

/** Marks that are meant one by one, and what of the sheet is one. */
export interface SheetMarks {
  marks: readonly Mark[];
  join: MarkJoin;
}

/** Parts nearer than this share of their height are letters of one word. */
const AS_LETTERS = 0.5;

/** Whether marks are the letters of one word: all in one line, and close. */
function isOneWord(picture: Picture, prints: Prints, marks: readonly Mark[]): boolean {
  if (findMarks(picture, prints, 'lines').length > 1) return false;
  const { width, height } = picture;
  const gaps = marks.slice(1).map(({ x0 }, k) => (x0 - marks[k].x1) * width);
  const heights = marks.map(({ y0, y1 }) => (y1 - y0) * height);
  return gaps.every((gap) => gap < AS_LETTERS * Math.min(...heights));
}

/** The marks of a sheet as they are most likely meant: one by one, or line by line where a deck does not hold them. */
export function marksOf(picture: Picture, prints: Prints): SheetMarks {
  const near = findMarks(picture, prints);
  if (near.length <= MOST_CARDS) return { marks: near, join: 'near' };
  return { marks: findMarks(picture, prints, 'lines'), join: 'lines' };
}

/** Whether marks are most likely meant one by one: several of about one size, little beside them, and not one word. */
function areSeparate(picture: Picture, prints: Prints, { marks, join }: SheetMarks): boolean {
  if (marks.length < FEWEST_MARKS) return false;
  const sides = marks.map(({ x0, x1, y0, y1 }) => Math.max((x1 - x0) * picture.width, (y1 - y0) * picture.height));
  if (Math.min(...sides) < ALIKE * Math.max(...sides)) return false;
  if (shareWithin(standingOut(picture, prints), marks) < HELD) return false;
  return join === 'lines' || !isOneWord(picture, prints, marks);
}

/** What a source is most likely for, and why in one sentence. */
export function guessIntent(picture: Picture, reading: Reading): { intent: Intent; reason: string } {
  if (reading === 'heights') return { intent: 'relief', reason: 'It is read as heights, so it is a relief.' };
  const look = lookOf(picture);
  const { levelled: printed } = cleanBeginning(look, reading);
  if (isStrip(look, printed))
    return { intent: 'band', reason: 'A long strip that goes on beyond both its ends: it can be bent along a path.' };
  if (fillsFrame(printed))
    return endsWereMade(toPlate(printed)) && endsWereMade(toPlate(transposed(printed)))
      ? { intent: 'grain', reason: 'Its sides meet already, so it was made to be laid side by side.' }
      : { intent: 'tip', reason: 'It fills its frame: a piece of it is stamped, and its border runs out.' };
  const found = marksOf(picture, reading);
  const what = found.join === 'lines' ? 'lines' : 'marks of about one size';
  return areSeparate(picture, reading, found)
    ? { intent: 'marks', reason: `${found.marks.length} ${what} stand apart on it.` }
    : { intent: 'tip', reason: 'One thing that stands out of its ground: it is stamped.' };
}
