import type { Plate } from '../../raster/raster.ts';

/** A plate reduced along and across on its own: values 0..1. */
export interface BandLevel {
  width: number;
  height: number;
  data: Float32Array;
}

/** The plate at another width: each value is the mean of what it covers, its ends counted by their share. */
function narrowed({ width, height, data }: Plate, to: number): Float32Array {
  const out = new Float32Array(to * height);
  const span = width / to;
  for (let y = 0, row = 0, at = 0; y < height; y++, row += width)
    for (let i = 0; i < to; i++, at++) {
      const a = i * span;
      const b = (i + 1) * span;
      let sum = 0;
      for (let k = Math.floor(a); k < b && k < width; k++)
        sum += (data[row + k] / 65535) * (Math.min(b, k + 1) - Math.max(a, k));
      out[at] = sum / span;
    }
  return out;
}

/** Rows of so many values as another number of rows, in the same way. */
function lowered(rows: Float32Array, width: number, height: number, to: number): Float32Array {
  const out = new Float32Array(width * to);
  const span = height / to;
  const sums = new Float64Array(width);
  for (let i = 0; i < to; i++) {
    const [a, b] = [i * span, (i + 1) * span];
    sums.fill(0);
    for (let k = Math.floor(a); k < b && k < height; k++) {
      const share = Math.min(b, k + 1) - Math.max(a, k);
      for (let x = 0, at = k * width; x < width; x++, at++) sums[x] += rows[at] * share;
    }
    for (let x = 0, at = i * width; x < width; x++, at++) out[at] = sums[x] / span;
  }
  return out;
}

interface Made {
  /** by quarters of octaves along the band: at full height */
  narrow: Map<number, Float32Array>;
  levels: Map<number, BandLevel>;
}
const made = new WeakMap<Plate, Made>();

/** So many values stand for a side of a plate that is reduced by quarters of octaves. */
export const sizeAt = (side: number, quarters: number): number =>
  Math.max(1, Math.round(side / (2 ** Math.floor(quarters / 4) * (1 + (quarters % 4) / 4))));

/** The level of a plate reduced by so many quarters of octaves along the band and across it. Made once each. */
export function levelAt(plate: Plate, along: number, across: number): BandLevel {
  const { narrow, levels } = made.get(plate) ?? { narrow: new Map(), levels: new Map() };
  made.set(plate, { narrow, levels });
  const key = along * 256 + across;
  const known = levels.get(key);
  if (known) return known;
  const width = sizeAt(plate.width, along);
  const height = sizeAt(plate.height, across);
  const rows = narrow.get(along) ?? narrowed(plate, width);
  narrow.set(along, rows);
  const level = { width, height, data: lowered(rows, width, plate.height, height) };
  levels.set(key, level);
  return level;
}

/** A value of a level between its values; `wraps`: its left end follows its right one, else nothing lies beyond. */
export function valueOn({ width, height, data }: BandLevel, u: number, v: number, wraps: boolean): number {
  const x = u * width - 0.5;
  const y = v * height - 0.5;
  const x0 = Math.floor(x);
  const y0 = Math.floor(y);
  const fx = x - x0;
  const fy = y - y0;
  let left = x0;
  let right = x0 + 1;
  if (wraps) {
    left = left < 0 ? left + width : left;
    right = right >= width ? right - width : right;
  }
  const hasLeft = left >= 0 && left < width;
  const hasRight = right >= 0 && right < width;
  let above = 0;
  let below = 0;
  if (y0 >= 0 && y0 < height) {
    const a = hasLeft ? data[y0 * width + left] : 0;
    above = a + ((hasRight ? data[y0 * width + right] : 0) - a) * fx;
  }
  if (y0 + 1 >= 0 && y0 + 1 < height) {
    const a = hasLeft ? data[(y0 + 1) * width + left] : 0;
    below = a + ((hasRight ? data[(y0 + 1) * width + right] : 0) - a) * fx;
  }
  return above + (below - above) * fy;
}
