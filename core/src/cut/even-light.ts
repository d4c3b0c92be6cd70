import { blur } from '../raster/blur.ts';
import { opened } from '../raster/morph.ts';
import { raster, windowOfRaster, type Raster } from '../raster/raster.ts';
import { resample } from '../raster/resample.ts';
import { smoothGround, surfaceRows } from '../raster/surface.ts';
import { choice, lengthPx, number, defineStep, toWrite } from './step.ts';

/** Cells to a radius: the ground is smooth, so it is found on a small picture. */
const CELLS = 6;
const MOST_CELLS = 256;

/**
 * The ground under the marks: what is left when everything that prints and is narrower than twice the radius is
 * opened away, then smoothed. Same size as the raster.
 */
export function groundOf(source: Raster, radiusPx: number): Raster {
  const longest = Math.max(source.width, source.height);
  const scale = Math.min(1, MOST_CELLS / longest, CELLS / Math.max(1, radiusPx));
  const width = Math.max(8, Math.round(source.width * scale));
  const height = Math.max(8, Math.round(source.height * scale));
  const small = resample(source, width, height);
  const r = Math.max(1, Math.round(radiusPx * (width / source.width)));
  const wide = continued(blur(small, 0.7, false), r);
  const ground = blur(opened(wide, r), r * 0.6, false);
  return resample(windowOfRaster(ground, r, r, width, height), source.width, source.height);
}

/**
 * The raster with `r` px around it in which slopes go on: each value beyond the border is as far from the border's as
 * the one within is on the other side, and never lower than both, so that a mark near the border makes no pit.
 */
function continued(source: Raster, r: number): Raster {
  const { width, height, data } = source;
  const target = raster(width + 2 * r, height + 2 * r);
  const mirror = (v: number, side: number) =>
    v < 0 ? Math.min(side - 1, -v) : v >= side ? Math.max(0, 2 * side - 2 - v) : v;
  const edge = (v: number, side: number) => Math.max(0, Math.min(side - 1, v));
  for (let y = -r; y < height + r; y++)
    for (let x = -r; x < width + r; x++) {
      const near = data[edge(y, height) * width + edge(x, width)];
      const within = data[mirror(y, height) * width + mirror(x, width)];
      const inside = x >= 0 && y >= 0 && x < width && y < height;
      target.data[(y + r) * target.width + x + r] = inside ? near : Math.max(2 * near - within, Math.min(near, within));
    }
  return target;
}

/** A raster row by row. */
const rowsOf =
  ({ width, data }: Raster) =>
  (y: number): Float32Array =>
    data.subarray(y * width, (y + 1) * width);

export const evenLightStep = defineStep({
  name: 'light',
  label: 'Even light',
  group: 'Clean',
  help: 'Finds the large, soft differences of the ground under the marks and takes them out.',
  params: {
    ground: choice(
      'Background',
      ['local', 'smooth'],
      'local',
      'Local follows every shade wider than the marks; smooth is one soft slope through the border, whatever the size of the marks.',
    ),
    radiusPct: number(
      'Marks up to',
      '%',
      [1, 50, 0.5],
      12,
      'Wider than the widest mark, in percent of the longer side; larger shapes count as light.',
    ),
    by: choice('By', ['dividing', 'subtracting'], 'dividing', 'Dividing suits light on paper, subtracting a haze.'),
  },
  run: (input, values, materials) => {
    const { width, height } = input;
    const rows =
      values.ground === 'smooth'
        ? surfaceRows(smoothGround(input).surface, width, height)
        : rowsOf(groundOf(input, lengthPx(input, values.radiusPct)));
    const target = toWrite(input, materials);
    const divide = values.by === 'dividing';
    let least = Infinity;
    let most = -Infinity;
    for (let y = 0; y < height; y++) {
      const ground = rows(y);
      const from = input.data.subarray(y * width, (y + 1) * width);
      const to = target.data.subarray(y * width, (y + 1) * width);
      for (let x = 0; x < width; x++) {
        const g = ground[x];
        if (g < least) least = g;
        if (g > most) most = g;
        // what is left of the paper's light: 1 - v is its brightness
        const v = divide ? (from[x] - g) / (g < 0.95 ? 1 - g : 0.05) : from[x] - g;
        to[x] = v <= 0 ? 0 : v >= 1 ? 1 : v;
      }
    }
    return { raster: target, facts: { difference: Math.round((most - least) * 100) } };
  },
  sentence: (values, facts) =>
    facts.difference !== undefined
      ? `the ground differed by ${facts.difference} %`
      : values.ground === 'smooth'
        ? 'one soft slope'
        : `marks up to ${values.radiusPct} % wide stay`,
});
