import { mean } from '../maths/measures.ts';
import { logTwo } from '../maths/roots.ts';
import { blur } from '../raster/blur.ts';
import { closed } from '../raster/morph.ts';
import { windowOfRaster, type Raster } from '../raster/raster.ts';
import { LOOK_SIDE } from './seen.ts';
import { printingAbove } from './strip-loops.ts';

/**
 * What a stroke looks like, whatever happens where: how coarse its detail, how dark across, how broad, how full of tone
 * and how full of gaps. What repeats is not asked for: neither where dabs lie nor how regularly the edge swells.
 */
export type Look = readonly number[];

/** Blurs between which detail is compared, px at 48 px a tip. */
const BANDS = [1, 2, 4];
/** Places across the stroke at which its profile is read. */
const ACROSS = 19;
/** How far to both sides they lie, nominal tips. */
const REACH = 0.9;
/** Of bands, profile, breadth, tone and gaps. */
const WEIGHTS = [
  ...BANDS.map(() => 2 / BANDS.length),
  ...Array.from({ length: ACROSS }, () => 2 / ACROSS),
  0.5,
  0.5,
  0.5,
];
/** What prints more than this, and gaps up to twice so many px within it, is the stroke. */
const PRINTS = 0.1;
/** Px at 48 px a tip. */
const GAP = 5;
/** How far to both sides it is asked for gaps, in spreads of the profile: nearly all of what prints. */
const FILLED = 1.5;
/** Detail fainter than this is not seen. */
const FAINT = 0.02;

/** The strip without its ends. */
const middleOf = (whole: Raster): Raster =>
  windowOfRaster(whole, LOOK_SIDE, 0, Math.max(1, whole.width - 2 * LOOK_SIDE), whole.height);

/** Root of the mean square distance of what prints from the middle, px. */
function spreadOf(rows: readonly number[]): number {
  const centre = (rows.length - 1) / 2;
  let [sum, all] = [0, 1e-9];
  rows.forEach((v, y) => {
    sum += v * (y - centre) * (y - centre);
    all += v;
  });
  return Math.sqrt(sum / all);
}

/** The shape of the profile across: shares of its greatest. */
function profileOf(rows: readonly number[]): number[] {
  const most = Math.max(1e-6, ...rows);
  const centre = (rows.length - 1) / 2;
  return Array.from({ length: ACROSS }, (_, k) => {
    const at = centre + (-REACH + (2 * REACH * k) / (ACROSS - 1)) * LOOK_SIDE;
    const low = Math.floor(at);
    return ((rows[low] ?? 0) + ((rows[low + 1] ?? 0) - (rows[low] ?? 0)) * (at - low)) / most;
  });
}

function meanWithin(stroke: Float32Array, data: Float32Array): number {
  let [sum, count] = [0, 0];
  for (let i = 0; i < data.length; i++)
    if (stroke[i] > 0.5) {
      sum += data[i];
      count++;
    }
  return sum / Math.max(1, count);
}

/** Standard deviation of the difference of two rasters within a stroke. */
function spreadWithin(stroke: Float32Array, a: Float32Array, b: Float32Array): number {
  let [sum, squares, count] = [0, 0, 0];
  for (let i = 0; i < a.length; i++) {
    if (stroke[i] < 0.5) continue;
    const v = a[i] - b[i];
    sum += v;
    squares += v * v;
    count++;
  }
  const middle = sum / Math.max(1, count);
  return Math.sqrt(Math.max(0, squares / Math.max(1, count) - middle * middle));
}

/** How much of the breadth of a stroke prints, 0..1. */
function fullness({ width, height, data }: Raster, spread: number): number {
  const centre = (height - 1) / 2;
  const from = Math.max(0, Math.floor(centre - FILLED * spread));
  const to = Math.min(height, Math.floor(centre + FILLED * spread) + 1);
  let count = 0;
  for (let i = from * width; i < to * width; i++) count += data[i];
  return count / Math.max(1, (to - from) * width);
}

const meansOfRows = ({ width, height, data }: Raster): number[] =>
  Array.from({ length: height }, (_, y) => mean(data.subarray(y * width, (y + 1) * width)));

/** The look of a normalised strip: logarithms of its detail, the profile across, its breadth, its tone and its gaps. */
export function lookOf(whole: Raster): Look {
  const middle = middleOf(whole);
  const prints = printingAbove(blur(middle, 0.8), PRINTS);
  const stroke = closed(prints, GAP).data;
  const bands: number[] = [];
  let coarse = middle.data;
  for (const sigma of BANDS) {
    const next = blur(middle, sigma).data;
    bands.push(spreadWithin(stroke, coarse, next));
    coarse = next;
  }
  const rows = meansOfRows(middle);
  const spread = spreadOf(rows);
  return [
    ...bands.map((v) => logTwo(v + FAINT) / 2),
    ...profileOf(rows),
    2 * logTwo(spread / LOOK_SIDE + 0.01),
    meanWithin(stroke, middle.data),
    fullness(prints, spread),
  ];
}

/** How far two looks lie apart: 0 the same; 0.05 is seen side by side, 0.25 is nearly another brush. */
export function lookApart(a: Look, b: Look): number {
  let sum = 0;
  let weights = 0;
  WEIGHTS.forEach((w, k) => {
    sum += w * (a[k] - b[k]) * (a[k] - b[k]);
    weights += w;
  });
  return Math.sqrt(sum / weights);
}
