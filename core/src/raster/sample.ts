import type { Affine } from '../maths/affine.ts';
import { scratchFor } from '../wasm/index.ts';
import type { Raster } from './raster.ts';

/** Bilinear value at (x, y) in px, pixel centres at whole numbers; beyond the border nothing. */
export function valueAt({ width, height, data }: Raster, x: number, y: number): number {
  const x0 = Math.floor(x);
  const y0 = Math.floor(y);
  if (x0 < -1 || y0 < -1 || x0 >= width || y0 >= height) return 0;
  const fx = x - x0;
  const fy = y - y0;
  const left = x0 >= 0;
  const right = x0 + 1 < width;
  const top = y0 >= 0;
  const low = y0 + 1 < height;
  const at = y0 * width + x0;
  const a = top && left ? data[at] : 0;
  const b = top && right ? data[at + 1] : 0;
  const c = low && left ? data[at + width] : 0;
  const d = low && right ? data[at + width + 1] : 0;
  const upper = a + (b - a) * fx;
  return upper + (c + (d - c) * fx - upper) * fy;
}

/** Reads a raster at as many places as a row has, between its pixels: `read` gives what lies at (`x`, `y`) by now. */
export interface RowReader {
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** the same array at every call */
  read: () => Float64Array;
}

function plainReader(source: Raster, count: number): RowReader {
  const [x, y, out] = [new Float64Array(count), new Float64Array(count), new Float64Array(count)];
  const read = () => {
    for (let i = 0; i < count; i++) out[i] = valueAt(source, x[i], y[i]);
    return out;
  };
  return { x, y, read };
}

/** A reader of `count` places at once; until the last of them is read, nothing else may ask for scratch memory. */
export function rowReader(source: Raster, count: number): RowReader {
  const { width, height, data } = source;
  const made = scratchFor(data.byteLength + 3 * 8 * count);
  if (!made) return plainReader(source, count);
  const image = made.put(data);
  const places = made.room(2 * 8 * count);
  const out = made.room(8 * count);
  const values = made.doubles(out, count);
  const read = () => {
    made.kernel.valuesAt(image, width, height, places, count, out);
    return values;
  };
  return { x: made.doubles(places, count), y: made.doubles(places + 8 * count, count), read };
}

/** The raster pulled through an affine map, from a place of the target to the one in the source, both from the corner, px. */
export function pulledAffine(source: Raster, by: Affine, target: Raster): Raster {
  const { width, height, data } = source;
  const made = scratchFor(data.byteLength + 4 * target.width);
  if (made) {
    const image = made.put(data);
    const out = made.room(4 * target.width);
    const row = made.floats(out, target.width);
    for (let y = 0; y < target.height; y++) {
      made.kernel.pulledRow(image, width, height, ...by, y, target.width, out);
      target.data.set(row, y * target.width);
    }
    return target;
  }
  const [a, b, c, d, e, f] = by;
  for (let i = 0; i < target.data.length; i++) {
    const x = (i % target.width) + 0.5;
    const y = Math.floor(i / target.width) + 0.5;
    target.data[i] = valueAt(source, a * x + b * y + c - 0.5, d * x + e * y + f - 0.5);
  }
  return target;
}
