import { scratchFor } from '../wasm/index.ts';
import { raster, type Raster } from './raster.ts';

const BLOCK = 32;

/** Rows become columns, in blocks that stay in the cache. */
export function transposed({ width, height, data }: Raster): Raster {
  const target = raster(height, width);
  for (let by = 0; by < height; by += BLOCK)
    for (let bx = 0; bx < width; bx += BLOCK) {
      const yEnd = Math.min(height, by + BLOCK);
      const xEnd = Math.min(width, bx + BLOCK);
      for (let y = by; y < yEnd; y++) for (let x = bx; x < xEnd; x++) target.data[x * height + y] = data[y * width + x];
    }
  return target;
}

/** Running maximum of 2 r + 1 values along every row, in place (van Herk 1992, Gil and Werman 1993). */
function maximaAlongRows({ width, height, data }: Raster, r: number): void {
  const span = 2 * r + 1;
  const prefix = new Float32Array(width);
  const suffix = new Float32Array(width);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let i = 0; i < width; i++) {
      const v = data[row + i];
      prefix[i] = i % span === 0 || v > prefix[i - 1] ? v : prefix[i - 1];
    }
    for (let i = width - 1; i >= 0; i--) {
      const v = data[row + i];
      suffix[i] = i === width - 1 || (i + 1) % span === 0 || v > suffix[i + 1] ? v : suffix[i + 1];
    }
    for (let i = 0; i < width; i++) {
      const low = i < r ? 0 : i - r;
      const high = i + r < width ? i + r : width - 1;
      // within one block a window begins where the block does, or ends where it or the row does
      if (high - (high % span) > low) data[row + i] = suffix[low] > prefix[high] ? suffix[low] : prefix[high];
      else data[row + i] = low % span === 0 ? prefix[high] : suffix[low];
    }
  }
}

/** Maximum within a square, of the values or of their negatives, in plain loops. */
function plainExtreme(source: Raster, r: number, sign: 1 | -1): Raster {
  const copy: Raster = { ...source, data: source.data.slice() };
  const flip = ({ data }: Raster) => {
    if (sign < 0) for (let i = 0; i < data.length; i++) data[i] = -data[i];
  };
  flip(copy);
  maximaAlongRows(copy, r);
  const turned = transposed(copy);
  maximaAlongRows(turned, r);
  const target = transposed(turned);
  flip(target);
  return target;
}

function extreme(source: Raster, r: number, sign: 1 | -1): Raster {
  if (r < 1) return { ...source, data: source.data.slice() };
  const { width, height, data } = source;
  const rows = 8 * Math.max(width, height) + 128;
  const made = scratchFor(2 * data.byteLength + rows);
  if (!made) return plainExtreme(source, r, sign);
  const from = made.put(data);
  made.kernel.extreme(from, made.room(data.byteLength), width, height, r, sign, made.room(rows));
  return { width, height, data: made.floats(from, data.length).slice() };
}

/** The largest value within a square of 2 r + 1 px around each pixel. */
export const dilate = (source: Raster, r: number): Raster => extreme(source, r, 1);

/** The smallest value within a square of 2 r + 1 px around each pixel. */
export const erode = (source: Raster, r: number): Raster => extreme(source, r, -1);

/** What is left of ridges narrower than 2 r + 1 px: erosion, then dilation. */
export const opened = (source: Raster, r: number): Raster => dilate(erode(source, r), r);

/** Valleys narrower than 2 r + 1 px filled: dilation, then erosion. */
export const closed = (source: Raster, r: number): Raster => erode(dilate(source, r), r);
