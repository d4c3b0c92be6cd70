import { scratchFor, type Scratch } from '../wasm/index.ts';
import { raster, type Raster } from './raster.ts';

// The blurs of blur.ts in WebAssembly: the same sums in the same order, so the same bits.

/** Rows of a convolution, as float64, are done in bands of about so many bytes, which stay in the cache. */
const BAND_BYTES = 1 << 19;

/** A convolution along rows and columns with symmetric weights; undefined where it has to be done in plain loops. */
export function quickConvolve({ width, height, data }: Raster, w: Float64Array, empty: boolean): Raster | undefined {
  if (data.length === 0) return undefined;
  const reach = (w.length - 1) / 2;
  const band = Math.max(4 * reach, Math.ceil(BAND_BYTES / (8 * width)));
  const bytes = 16 * width * (band + 2 * reach) + 64 * (width + 4 * reach);
  const made = scratchFor(bytes);
  if (!made) return undefined;
  const target = raster(width, height);
  for (let y = 0; y < height; y += band) {
    const end = Math.min(height, y + band);
    const [first, last] = [Math.max(0, y - reach), Math.min(height, end + reach)];
    made.begin(bytes);
    const weights = made.room(8 * (reach + 4));
    made
      .doubles(weights, reach + 4)
      .fill(0)
      .set(w.subarray(reach));
    const from = made.put(data.subarray(first * width, last * width));
    const row = made.room(8 * (width + 2 * reach));
    const half = made.room(8 * width * (end - y + 2 * reach));
    const to = made.room(4 * width * (end - y));
    const [before, after] = [first - (y - reach), end + reach - last];
    const rows = last - first;
    made.kernel.convolve(from, rows, before, after, width, reach, weights, Number(empty), row, half, to);
    target.data.set(made.floats(to, width * (end - y)), y * width);
  }
  return target;
}

/** Room for four rows as float64, widened. */
const rowsBytes = (width: number, radii: readonly number[]): number => 32 * (width + 2 * Math.max(...radii) + 4);

const boxBytes = (width: number, height: number, radii: readonly number[]): number =>
  8 * width * height + 16 * (width + 8) + rowsBytes(width, radii);

/** Begins means over boxes: a raster in the scratch memory and room for another; undefined where that is too large. */
function begun({ width, height, data }: Raster, radii: readonly number[]) {
  const made = data.length > 0 ? scratchFor(boxBytes(width, height, radii)) : undefined;
  if (!made) return undefined;
  const row = made.room(rowsBytes(width, radii));
  return { made, from: made.put(data), to: made.room(data.byteLength), row };
}

const taken = (made: Scratch, at: number, { width, height }: Raster): Raster => ({
  width,
  height,
  data: made.floats(at, width * height).slice(),
});

/** Means over boxes of these radii, one after the other, along rows and columns; undefined as above. */
export function quickBoxes(source: Raster, radii: readonly number[], empty: boolean): Raster | undefined {
  const set = begun(source, radii);
  if (!set) return undefined;
  const { made, from, to, row } = set;
  const { width, height } = source;
  const sums = made.room(8 * (width + 4));
  const nothing = made.room(4 * width);
  made.floats(nothing, width).fill(0);
  for (const r of radii) {
    made.kernel.boxRows(from, to, width, height, r, Number(empty), row);
    made.kernel.boxColumns(to, from, width, height, r, sums, empty ? nothing : 0);
  }
  return taken(made, from, source);
}

/** Means over boxes of these radii along rows only; undefined as above. */
export function quickBoxRows(source: Raster, radii: readonly number[], empty: boolean): Raster | undefined {
  const set = begun(source, radii);
  if (!set) return undefined;
  const { made, row } = set;
  let { from, to } = set;
  for (const r of radii) {
    made.kernel.boxRows(from, to, source.width, source.height, r, Number(empty), row);
    [from, to] = [to, from];
  }
  return taken(made, from, source);
}
