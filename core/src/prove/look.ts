import { logTwo } from '../maths/roots.ts';
import { deviation, mean } from '../maths/measures.ts';
import { blur } from '../raster/blur.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { LOOK_SIDE } from './seen.ts';

/** What a stroke looks like, whatever happens where: how coarse, how dark across, how wide and how uneven. */
export type Look = readonly number[];

const BANDS = [1, 2, 4, 8];
const ACROSS = 19;
const REACH = 0.9;
const WEIGHTS = [...BANDS.map(() => 1 / 4), ...Array.from({ length: ACROSS }, () => 2 / ACROSS), 0.5, 0.5];

/** The look of a normalised strip: half the logarithms of four bands of detail, the profile across, and the width. */
export function lookOf(whole: Raster): Look {
  const width = Math.max(1, whole.width - 2 * LOOK_SIDE);
  const middle = raster(width, whole.height);
  for (let y = 0; y < whole.height; y++)
    middle.data.set(whole.data.subarray(y * whole.width + LOOK_SIDE, y * whole.width + LOOK_SIDE + width), y * width);
  const bands: number[] = [];
  let coarse = middle;
  for (const sigma of BANDS) {
    const next = blur(middle, sigma, false);
    bands.push(deviation(coarse.data.map((v, i) => v - next.data[i])));
    coarse = next;
  }
  const rows = Array.from({ length: whole.height }, (_, y) => mean(middle.data.subarray(y * width, (y + 1) * width)));
  const centre = (whole.height - 1) / 2;
  const across = Array.from({ length: ACROSS }, (_, k) => {
    const at = centre + (-REACH + (2 * REACH * k) / (ACROSS - 1)) * LOOK_SIDE;
    const low = Math.floor(at);
    return (rows[low] ?? 0) + ((rows[low + 1] ?? 0) - (rows[low] ?? 0)) * (at - low);
  });
  const soft = blur(middle, 0.8, false);
  const widths = Float64Array.from({ length: width }, (_, x) => {
    let count = 0;
    for (let y = 0; y < whole.height; y++) if (soft.data[y * width + x] > 0.3) count++;
    return count / LOOK_SIDE;
  });
  return [...bands.map((v) => logTwo(v + 0.02) / 2), ...across, 2 * logTwo(mean(widths) + 0.05), 3 * deviation(widths)];
}

/** How far two looks lie apart: 0 the same; 0.05 is seen side by side, 0.25 is another brush. */
export function lookApart(a: Look, b: Look): number {
  let sum = 0;
  let weights = 0;
  WEIGHTS.forEach((w, k) => {
    sum += w * (a[k] - b[k]) * (a[k] - b[k]);
    weights += w;
  });
  return Math.sqrt(sum / weights);
}

/** The mean of several looks. */
export const meanLook = (looks: readonly Look[]): Look =>
  WEIGHTS.map((_, k) => looks.reduce((sum, look) => sum + look[k], 0) / Math.max(1, looks.length));
