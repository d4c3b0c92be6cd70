import { expMinus } from '../maths/exponential.ts';
import { quickBoxes, quickBoxRows, quickConvolve } from './quick-blur.ts';
import { raster, type Raster } from './raster.ts';

/** Radii of three boxes that together stand for a Gaussian (Kovesi 2010, "Fast almost-Gaussian filtering"). */
function boxes(sigma: number): number[] {
  const ideal = Math.sqrt((12 * sigma * sigma) / 3 + 1);
  let low = Math.floor(ideal);
  if (low % 2 === 0) low--;
  const count = Math.floor((12 * sigma * sigma - 3 * low * low - 12 * low - 9) / (-4 * low - 4) + 0.5);
  return [0, 1, 2].map((k) => ((k < count ? low : low + 2) - 1) / 2);
}

/** Running mean of 2 r + 1 values along rows; beyond the ends the end value goes on, or nothing where `empty`. */
function boxRows(from: Float32Array, to: Float32Array, width: number, height: number, r: number, empty: boolean): void {
  const share = 1 / (2 * r + 1);
  const row = new Float32Array(width + 2 * r + 1);
  for (let y = 0; y < height; y++) {
    const at = y * width;
    widenedRow(from, at, width, r, empty, row);
    let sum = 0;
    for (let x = 0; x <= 2 * r; x++) sum += row[x];
    for (let x = 0; x < width; x++) {
      to[at + x] = sum * share;
      sum += row[x + 2 * r + 1] - row[x];
    }
  }
}

/** One box mean along columns, a whole row at a time, so that memory is read in order. */
function boxColumns(
  from: Float32Array,
  to: Float32Array,
  width: number,
  height: number,
  r: number,
  empty: boolean,
): void {
  const share = 1 / (2 * r + 1);
  const sums = new Float64Array(width);
  const nothing = new Float32Array(width);
  const rowAt = (y: number): Float32Array => {
    if (empty && (y < 0 || y >= height)) return nothing;
    const row = Math.max(0, Math.min(height - 1, y)) * width;
    return from.subarray(row, row + width);
  };
  for (let y = -r; y <= r; y++) {
    const row = rowAt(y);
    for (let x = 0; x < width; x++) sums[x] += row[x];
  }
  for (let y = 0; y < height; y++) {
    const at = y * width;
    const come = rowAt(y + r + 1);
    const gone = rowAt(y - r);
    for (let x = 0; x < width; x++) {
      to[at + x] = sums[x] * share;
      sums[x] += come[x] - gone[x];
    }
  }
}

/** Gaussian weights out to three sigma, their sum 1. */
function weights(sigma: number): Float64Array {
  const reach = Math.max(1, Math.ceil(3 * sigma));
  const w = new Float64Array(2 * reach + 1);
  let sum = 0;
  for (let k = -reach; k <= reach; k++) {
    // exp(-x) by its series through halving: the same bits in every engine
    w[k + reach] = expMinus((k * k) / (2 * sigma * sigma));
    sum += w[k + reach];
  }
  return w.map((v) => v / sum);
}

/** A row with `reach` values before and behind it: nothing, or the end values going on. */
export function widenedRow(
  data: Float32Array,
  from: number,
  width: number,
  reach: number,
  empty: boolean,
  into: Float32Array,
): void {
  into.fill(empty ? 0 : data[from], 0, reach);
  into.set(data.subarray(from, from + width), reach);
  into.fill(empty ? 0 : data[from + width - 1], reach + width);
}

/**
 * Weighs what lies `step`, 2 `step` ... before and behind each of `count` places, three pairs at a time: long loops over
 * rows are fast, short loops within them are not.
 */
function weigh(
  data: Float32Array,
  at: number,
  step: number,
  w: Float64Array,
  sums: Float64Array,
  out: Float32Array,
  to: number,
): void {
  const reach = (w.length - 1) / 2;
  const count = sums.length;
  const own = w[reach];
  for (let k = 1; k <= reach; k += 3) {
    const w1 = w[reach + k];
    const w2 = k + 1 <= reach ? w[reach + k + 1] : 0;
    const w3 = k + 2 <= reach ? w[reach + k + 2] : 0;
    const s1 = k * step;
    const s2 = Math.min(reach, k + 1) * step;
    const s3 = Math.min(reach, k + 2) * step;
    const last = k + 3 > reach;
    // sums are held between the first and the last three pairs only
    if (k === 1 && last)
      for (let x = 0, i = at; x < count; x++, i++)
        out[to + x] =
          own * data[i] +
          (w1 * (data[i - s1] + data[i + s1]) +
            w2 * (data[i - s2] + data[i + s2]) +
            w3 * (data[i - s3] + data[i + s3]));
    else if (k === 1)
      for (let x = 0, i = at; x < count; x++, i++)
        sums[x] =
          own * data[i] +
          (w1 * (data[i - s1] + data[i + s1]) +
            w2 * (data[i - s2] + data[i + s2]) +
            w3 * (data[i - s3] + data[i + s3]));
    else if (last)
      for (let x = 0, i = at; x < count; x++, i++)
        out[to + x] =
          sums[x] +
          (w1 * (data[i - s1] + data[i + s1]) +
            w2 * (data[i - s2] + data[i + s2]) +
            w3 * (data[i - s3] + data[i + s3]));
    else
      for (let x = 0, i = at; x < count; x++, i++)
        sums[x] +=
          w1 * (data[i - s1] + data[i + s1]) + w2 * (data[i - s2] + data[i + s2]) + w3 * (data[i - s3] + data[i + s3]);
  }
}

function convolve(source: Raster, w: Float64Array, empty: boolean): Raster {
  const { width, height, data } = source;
  const reach = (w.length - 1) / 2;
  // the rows before the first and behind the last: nothing, or those going on
  const half = new Float32Array(width * (height + 2 * reach));
  const row = new Float32Array(width + 2 * reach);
  const sums = new Float64Array(width);
  for (let y = 0; y < height; y++) {
    widenedRow(data, y * width, width, reach, empty, row);
    weigh(row, reach, 1, w, sums, half, (y + reach) * width);
  }
  if (!empty)
    for (let k = 0; k < reach; k++) {
      half.copyWithin(k * width, reach * width, (reach + 1) * width);
      half.copyWithin((height + reach + k) * width, (height + reach - 1) * width, (height + reach) * width);
    }
  const target = raster(width, height);
  for (let y = 0; y < height; y++) {
    weigh(half, (y + reach) * width, width, w, sums, target.data, y * width);
  }
  return target;
}

const EXACT_SIGMA = 2;

/** Means over boxes one after the other, along rows and columns. */
function boxMeans({ width, height, data }: Raster, radii: readonly number[], empty: boolean): Raster {
  let from: Float32Array = data;
  const to = new Float32Array(from.length);
  const spare = new Float32Array(from.length);
  for (const r of radii) {
    boxRows(from, to, width, height, r, empty);
    const next = from === data ? spare : from;
    boxColumns(to, next, width, height, r, empty);
    from = next;
  }
  return { width, height, data: from };
}

function boxRowMeans({ width, height, data }: Raster, radii: readonly number[], empty: boolean): Raster {
  let from = data.slice();
  let to = new Float32Array(from.length);
  for (const r of radii) {
    boxRows(from, to, width, height, r, empty);
    [from, to] = [to, from];
  }
  return { width, height, data: from };
}

/**
 * Gaussian blur with standard deviation `sigma` px: exact up to 2 px, above by three box means. Beyond the border is
 * nothing (`empty`), or the border goes on. Sigma 0 gives a copy. In WebAssembly where there is some, with the same bits.
 */
export function blur(source: Raster, sigma: number, empty = true): Raster {
  if (sigma <= 0.05) return { ...source, data: source.data.slice() };
  if (sigma <= EXACT_SIGMA) {
    const w = weights(sigma);
    return quickConvolve(source, w, empty) ?? convolve(source, w, empty);
  }
  const radii = boxes(sigma);
  return quickBoxes(source, radii, empty) ?? boxMeans(source, radii, empty);
}

/** A blur along rows only, by three box means whatever the width; beyond the ends nothing, or the end value goes on. */
export function blurRows(source: Raster, sigma: number, empty = true): Raster {
  const radii = boxes(sigma);
  return quickBoxRows(source, radii, empty) ?? boxRowMeans(source, radii, empty);
}
