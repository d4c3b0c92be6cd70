import { checkBorder, ring } from '../raster/measure.ts';
import type { Picture } from '../raster/picture.ts';
import { NOTHING, type Raster } from '../raster/raster.ts';
import { answers, guessPrints, lookOf, whatPrints } from './automatic.ts';
import { cut } from './cut.ts';
import { MAX_RESOLUTION } from './fit.ts';
import { grayOf, PRINTS, type Prints } from './gray.ts';
import { CHANNELS, heightValues, holesOf } from './height-values.ts';
import { heightsStep, type Base } from './heights.ts';
import { makeRecipe, makeStep, type Recipe, type RecipeStep } from './recipe.ts';
import { NO_OTHERS } from './step.ts';

/** How a source is read: what of it prints, or as heights (a mesh is always cast to heights). */
export const READINGS = [...PRINTS, 'heights'] as const;
export type Reading = Prints | 'heights';

/** Heights that lie about where a plate's do are taken as they stand. */
const NEAR = 4;
/** The border is even when its values differ by less than this share of all. */
const EVEN = 0.04;
const ABOUT_HALF = 0.02;
/** Floats are half where they were made to be. */
const EXACTLY_HALF = 0.001;

const HEIGHT_NAMES = /height|disp|elev|depth|^z$|\.z$/i;

/** Which channel of a file with names of its own most likely holds the heights: one that is called so, else its first. */
function guessChannel({ names, channels }: Picture): string {
  if (!names || channels < 3) return 'gray';
  const at = Math.max(
    0,
    names.findIndex((name) => HEIGHT_NAMES.test(name)),
  );
  return CHANNELS[at + 1];
}

/** Where the base plane of a height map most likely is. */
export function guessBase(picture: Picture, channel = 'gray'): { base: Base; reason: string } {
  if (picture.span) return { base: 'typed', reason: 'The file says itself which heights it holds.' };
  const { values, low, high } = heightValues(picture, channel);
  const sorted = ring(values, 1).sort();
  const middle = sorted[Math.floor(sorted.length / 2)];
  const spread = sorted[Math.floor(sorted.length * 0.9)] - sorted[Math.floor(sorted.length * 0.1)];
  const isFloat = picture.data instanceof Float32Array;
  if (Math.abs(middle - 0.5) < (isFloat ? EXACTLY_HALF : ABOUT_HALF) && spread < (isFloat ? EXACTLY_HALF : EVEN))
    return { base: 'middle', reason: 'Its border is the middle gray: the middle value changes nothing.' };
  if (isFloat && low >= -NEAR && high <= NEAR)
    return { base: 'typed', reason: 'Its values are about as large as heights are here, so they stay as they are.' };
  if (spread < EVEN * (high - low)) return { base: 'border', reason: 'Its border is even: that is the base plane.' };
  return { base: 'darkest', reason: 'It fills its frame, so its lowest place is the base plane.' };
}

/** Heights of a picture by where its base most likely is; values that are no numbers are refused or filled. */
export function heightsOfSource(picture: Picture, holes: 'refuse' | 'fill'): RecipeStep {
  const channel = guessChannel(picture);
  if (picture.span) {
    const { low, high } = picture.span;
    const is = { baseAt: -low / (high - low), unitIs: 1 / (high - low) };
    return makeStep('heights', { channel, base: 'typed', unit: 'typed', ...is, holes });
  }
  const { base } = guessBase(picture, channel);
  // floats about the middle are halves of heights: as this application hands them over, and all that means +1 by white
  if (base === 'middle' && picture.data instanceof Float32Array)
    return makeStep('heights', { channel, base: 'typed', baseAt: 0.5, unit: 'typed', unitIs: 0.5, holes });
  return makeStep('heights', { channel, base, unit: base === 'typed' ? 'file' : 'highest', holes });
}

/** Whether the colours of a source are most likely moves: small floats on a square, that also go left or down. */
function isDisplacement({ width, height, channels, data, names }: Picture): boolean {
  if (!(data instanceof Float32Array) || channels < 3 || width !== height || names) return false;
  let aside = false;
  for (let i = 0; i < data.length; i += channels)
    for (let c = 0; c < 3; c++) {
      if (!(Math.abs(data[i + c]) <= 1)) return false;
      aside ||= c < 2 && data[i + c] < 0;
    }
  return aside;
}

/** The recipe of a new relief: cast or read as heights, not larger than a tip can be, and run out where it would print a square. */
export function reliefRecipe(picture: Picture): Recipe {
  if (picture.mesh) return makeRecipe([makeStep('cast', { up: picture.mesh.up ?? 'y' })]);
  if (isDisplacement(picture)) return makeRecipe([makeStep('displacement')]);
  const heights = heightsOfSource(picture, 'fill');
  const steps = [heights];
  if (Math.max(picture.width, picture.height) > MAX_RESOLUTION)
    steps.push(makeStep('fit', { resolutionPx: MAX_RESOLUTION, padPct: 0 }));
  const { raster } = heightsStep.run(NOTHING, heights, {
    picture,
    others: NO_OTHERS,
  });
  if (checkBorder(raster).verdict === 'square') steps.push(makeStep('fade', { widthPct: 32, shape: 'round' }));
  return makeRecipe(steps);
}

/** How a source is most likely read, and why in one sentence. */
export function guessReading(picture: Picture): { reading: Reading; reason: string } {
  if (picture.mesh) return { reading: 'heights', reason: 'A mesh is cast: what is nearer to the eye is higher.' };
  if (isDisplacement(picture))
    return {
      reading: 'heights',
      reason: 'Its colours are small and go both ways: they move the clay in three directions.',
    };
  if (picture.span || picture.data instanceof Float32Array)
    return { reading: 'heights', reason: guessBase(picture).reason };
  if (isTerrain(picture))
    return { reading: 'heights', reason: 'It fills its frame with soft slopes of 16 bits, as terrain does.' };
  const { prints, reason } = guessPrints(picture);
  return { reading: prints, reason };
}

/** Values of 16 bits that say the same in all colours. */
function isDeepGray({ data, channels }: Picture): boolean {
  if (!(data instanceof Uint16Array)) return false;
  if (channels < 3) return true;
  for (let i = 0; i < data.length; i += channels) if (data[i] !== data[i + 1] || data[i] !== data[i + 2]) return false;
  return true;
}

/** Neighbours on a slope differ by less than this on the whole; a texture that was scanned does not. */
const SLOPE = 0.02;

/** Whether a picture of 16 bits is most likely terrain: it fills its frame, and its values change softly. */
function isTerrain(picture: Picture): boolean {
  if (!isDeepGray(picture)) return false;
  const { width, data } = grayOf(lookOf(picture), 'light');
  let differ = 0;
  for (let i = 1; i < data.length; i++) if (i % width) differ += Math.abs(data[i] - data[i - 1]);
  const sorted = data.slice().sort();
  const spread = sorted[Math.floor(0.9 * sorted.length)] - sorted[Math.floor(0.1 * sorted.length)];
  const levels = new Set(picture.data.subarray(0, 200_000)).size;
  return spread > 0.12 && levels > 600 && differ / data.length < SLOPE;
}

/** Whether heights are among the first things to think of: floats, a file that says its heights, or deep gray. */
export const mayBeHeights = (picture: Picture): boolean =>
  picture.mesh !== undefined ||
  picture.span !== undefined ||
  picture.data instanceof Float32Array ||
  isDeepGray(picture);

/** Steps that read a source. */
export const READS = new Set(['gray', 'heights', 'cast', 'plain', 'displacement']);

/** How a recipe reads its source. */
export function readingOf(recipe: Recipe | null): Reading {
  const first = recipe?.steps.find(({ step, on }) => on && READS.has(step));
  if (!first) return 'dark';
  return first.step === 'gray' ? (first.prints as Reading) : 'heights';
}

/** A way to read a source, with its recipe and what that makes where something prints. */
export interface PossibleReading {
  reading: Reading;
  recipe?: Recipe;
  raster?: Raster;
}

/** Every way to read a source, each tried when it is asked for. */
export function* possibleReadings(picture: Picture): Generator<PossibleReading, void> {
  const tried = (reading: Reading, recipe: Recipe | undefined): PossibleReading => ({
    reading,
    ...(recipe && whatPrints(() => ({ recipe, raster: cut(picture, recipe) }))),
  });
  const printing = picture.mesh || holesOf(picture) > 0 ? [] : answers(picture);
  for (const { prints, recipe } of printing) yield tried(prints, recipe);
  yield tried(
    'heights',
    whatPrints(() => reliefRecipe(picture)),
  );
}
