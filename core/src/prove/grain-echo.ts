import { blur } from '../raster/blur.ts';
import { fourthRoot } from '../maths/roots.ts';
import type { Raster } from '../raster/raster.ts';
import { percentile, valuesAbove, saturate } from '../maths/measures.ts';
import type { GrainedSheet } from './strip.ts';

/** Contrast of a grain that is plainly seen, coverage 0..1. */
const VISIBLE = 0.06;
/** Lags at which likeness is there without repetition: the grain's own softness. */
const BESIDE = [0.8, 1.2] as const;
/** Likeness above that of its own softness which any grain has by chance. */
const FLOOR = 0.05;
/** Of likeness at least so much can be gained above the softness. */
const LEAST_REST = 0.3;
/** Share of the stroke over which two tiles must lie to count in full. */
const ENOUGH_OVERLAP = 0.35;
/** Of fewer px in common nothing is said. */
const LEAST_PIXELS = 50;

/** Grain where the stroke is well covered: its value less its slow part, and where that is. */
interface Texture {
  values: Raster;
  where: Raster;
  count: number;
}

/** Mean within the mask. */
function maskedMean(values: Raster, mask: Raster, sigma: number): Float32Array {
  const weighed = { ...values, data: values.data.map((v, i) => v * mask.data[i]) };
  const sum = blur(weighed, sigma).data;
  const weight = blur(mask, sigma).data;
  return sum.map((v, i) => v / Math.max(0.05, weight[i]));
}

function textureOf({ bare, grained }: GrainedSheet, tile: number): Texture {
  const full = percentile(valuesAbove(bare.data, 0.02), 0.95);
  const where = { ...bare, data: bare.data.map((v) => (v > 0.5 * full ? 1 : 0)) };
  const ratio = { ...bare, data: bare.data.map((v, i) => (where.data[i] ? grained.data[i] / v : 0)) };
  const fine = maskedMean(ratio, where, Math.max(0.6, tile / 32));
  const slow = maskedMean(ratio, where, tile / 3);
  let count = 0;
  for (const v of where.data) count += v;
  return { values: { ...bare, data: fine.map((v, i) => (v - slow[i]) * where.data[i]) }, where, count };
}

/** Likeness of the texture to itself moved by (dx, dy), and the share of it that meets itself. */
function likenessAt({ values, where, count }: Texture, dx: number, dy: number): { r: number; overlap: number } {
  const { width, height, data } = values;
  const [x, y] = [Math.round(dx), Math.round(dy)];
  let both = 0;
  let product = 0;
  let a2 = 0;
  let b2 = 0;
  for (let row = Math.max(0, -y); row < Math.min(height, height - y); row++)
    for (let column = Math.max(0, -x); column < Math.min(width, width - x); column++) {
      const at = row * width + column;
      const to = at + y * width + x;
      if (where.data[at] === 0 || where.data[to] === 0) continue;
      both++;
      product += data[at] * data[to];
      a2 += data[at] * data[at];
      b2 += data[to] * data[to];
    }
  if (both < LEAST_PIXELS) return { r: 0, overlap: 0 };
  return { r: product / Math.sqrt(a2 * b2 + 1e-12), overlap: both / count };
}

/** How much a grain's tile shows, 0..100, and at which of its lags most. */
export interface GrainEcho {
  value: number;
  /** px of the strip, and in tiles along their two sides */
  lag: readonly [number, number] | undefined;
  tiles: Tiles;
}

/** So many tiles along their first and their second side. */
export type Tiles = readonly [number, number];
/** A tile lies beside its like along either side and across both corners. */
const TILES: readonly Tiles[] = [
  [1, 0],
  [0, 1],
  [1, 1],
  [1, -1],
];

/**
 * The echo of grains that stay with the paper: the likeness of the finished texture to itself one tile away, less that a
 * fifth nearer and farther, as much as it shows.
 */
export function grainEcho(sheet: GrainedSheet | undefined): GrainEcho {
  let best: GrainEcho = { value: 0, lag: undefined, tiles: [0, 0] };
  if (!sheet) return best;
  for (let k = 0; k + 1 < sheet.sides.length; k += 2) {
    const [a, b] = [sheet.sides[k], sheet.sides[k + 1]];
    const length = ([x, y]: readonly [number, number]) => Math.sqrt(x * x + y * y);
    const tile = Math.min(length(a), length(b));
    const texture = textureOf(sheet, tile);
    if (texture.count === 0) continue;
    let sum = 0;
    for (const v of texture.values.data) sum += v * v * v * v;
    const strength = fourthRoot(sum / texture.count);
    const visible = saturate((strength / VISIBLE) * (strength / VISIBLE));
    for (const tiles of TILES) {
      const [m, n] = tiles;
      const lag = [m * a[0] + n * b[0], m * a[1] + n * b[1]] as const;
      const { r, overlap } = likenessAt(texture, lag[0], lag[1]);
      const beside = BESIDE.map((f) => likenessAt(texture, lag[0] * f, lag[1] * f).r);
      const soft = Math.max(0, (beside[0] + beside[1]) / 2);
      // a coarse grain is like itself a fifth further on too: what counts is how much of the rest the tile brings
      const above = Math.max(0, (r - soft) / Math.max(LEAST_REST, 1 - soft) - FLOOR) / (1 - FLOOR);
      const value = 100 * above * Math.min(1, overlap / ENOUGH_OVERLAP) * visible;
      if (value > best.value) best = { value, lag, tiles };
    }
  }
  return best;
}
