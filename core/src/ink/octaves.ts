import { meansOfFloats } from '../raster/words.ts';
import { scratchFor } from '../wasm/index.ts';

/** A plate, or one of its halvings. */
export interface Grid {
  width: number;
  height: number;
  data: Float32Array;
}

/** Half as wide: each value the mean of two neighbours; beyond an odd end is nothing. */
export function halfX({ width: from, height, data }: Grid): Grid {
  const width = (from + 1) >> 1;
  const whole = from >> 1;
  const out = new Float32Array(width * height);
  if (whole === width) {
    meansOfFloats(data, out);
    return { width, height, data: out };
  }
  for (let y = 0; y < height; y++) {
    let i = y * from;
    let o = y * width;
    for (const end = o + whole; o < end; o++, i += 2) out[o] = (data[i] + data[i + 1]) * 0.5;
    if (whole < width) out[o] = data[i] * 0.5;
  }
  return { width, height, data: out };
}

/** Half as high, in the same way. */
export function halfY({ width, height: from, data }: Grid): Grid {
  const height = (from + 1) >> 1;
  const out = new Float32Array(width * height);
  const row = (y: number) => data.subarray(y * width, (y + 1) * width);
  for (let y = 0; y < height; y++)
    meanOfRows(row(2 * y), 2 * y + 1 < from ? row(2 * y + 1) : undefined, out.subarray(y * width));
  return { width, height, data: out };
}

/** The mean of two rows, or of one and nothing. */
function meanOfRows(upper: Float32Array, lower: Float32Array | undefined, out: Float32Array): void {
  if (lower) for (let x = 0; x < upper.length; x++) out[x] = (upper[x] + lower[x]) * 0.5;
  else for (let x = 0; x < upper.length; x++) out[x] = upper[x] * 0.5;
}

/** A grid of half the width read at every place of the full one, between its values; beyond its ends is nothing. */
function doubledX({ width: from, height, data }: Grid, width: number): Float64Array {
  const out = new Float64Array(width * height);
  for (let y = 0; y < height; y++) {
    const row = y * from;
    let last = 0;
    for (let x = 0, o = y * width; x < from; x++) {
      const here = data[row + x];
      const next = x + 1 < from ? data[row + x + 1] : 0;
      out[o++] = last * 0.25 + here * 0.75;
      if (2 * x + 1 < width) out[o++] = here * 0.75 + next * 0.25;
      last = here;
    }
  }
  return out;
}

/** Adds `by` times a row, or a mean of two rows, of doubles to a grid. */
function addRows(rows: Float64Array, width: number, to: Grid, inY: boolean, by: number): void {
  const count = rows.length / width;
  for (let y = 0; y < to.height; y++) {
    const above = inY ? (y & 1 ? y >> 1 : (y >> 1) - 1) : y;
    const weight = inY ? (y & 1 ? 0.25 : 0.75) : 0;
    const top = above >= 0 ? above * width : -1;
    const low = above + 1 < count ? (above + 1) * width : -1;
    for (let x = 0, o = y * width; x < width; x++, o++) {
      const first = top < 0 ? 0 : rows[top + x];
      const second = weight === 0 || low < 0 ? 0 : rows[low + x];
      // as a float first, as a grid of its own would hold it
      to.data[o] += Math.fround(first * (1 - weight) + second * weight) * by;
    }
  }
}

/** Grids of more values are added in plain loops: memory would be held for them. */
const MOST_VALUES = 1 << 20;

/**
 * Adds `by` times a grid to another: one of its own size, or of half of it across, down, or both, which is read between its
 * values; beyond its ends is nothing. In WebAssembly where there is some, with the same bits.
 */
export function addGrid(grid: Grid, to: Grid, inX: boolean, inY: boolean, by: number): void {
  const { data, width, height } = to;
  const made = data.length <= MOST_VALUES ? scratchFor(data.byteLength + grid.data.byteLength) : undefined;
  if (!made) {
    addRows(inX ? doubledX(grid, width) : new Float64Array(grid.data), width, to, inY, by);
    return;
  }
  const [from, out] = [made.put(grid.data), made.put(data)];
  made.kernel.addGrid(from, grid.width, grid.height, out, width, height, Number(inX), Number(inY), by);
  data.set(made.floats(out, data.length));
}
