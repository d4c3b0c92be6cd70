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
  for (let y = 0; y < height; y++) {
    const row = y * width;
    const first = empty ? 0 : from[row];
    const last = empty ? 0 : from[row + width - 1];
    let sum = first * r;
    for (let x = 0; x <= r; x++) sum += x < width ? from[row + x] : last;
    for (let x = 0; x < width; x++) {
      to[row + x] = sum * share;
      const out = x - r;
      const into = x + r + 1;
      sum += (into < width ? from[row + into] : last) - (out < 0 ? first : from[row + out]);
    }
  }
}

/** The same along columns, a whole row at a time, so that memory is read in order. */
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
  const add = (y: number, sign: number) => {
    if (empty && (y < 0 || y >= height)) return;
    const row = Math.max(0, Math.min(height - 1, y)) * width;
    for (let x = 0; x < width; x++) sums[x] += sign * from[row + x];
  };
  for (let y = -r; y <= r; y++) add(y, 1);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) to[y * width + x] = sums[x] * share;
    add(y + r + 1, 1);
    add(y - r, -1);
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

/** e^-x for x >= 0 with + - * / alone: the argument is halved until its series is short, then squared back. */
export function expMinus(x: number): number {
  let halvings = 0;
  let rest = x;
  while (rest > 0.25) {
    rest *= 0.5;
    halvings++;
  }
  let value = 1 - rest * (1 - (rest / 2) * (1 - (rest / 3) * (1 - (rest / 4) * (1 - (rest / 5) * (1 - rest / 6)))));
  for (; halvings > 0; halvings--) value *= value;
  return value;
}

/** A row with `reach` values before and behind it: nothing, or the end values going on. */
function widenedRow(
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

function convolve(source: Raster, w: Float64Array, empty: boolean): Raster {
  const { width, height, data } = source;
  const reach = (w.length - 1) / 2;
  const half = raster(width, height);
  const row = new Float32Array(width + 2 * reach);
  const sums = new Float64Array(width);
  for (let y = 0; y < height; y++) {
    widenedRow(data, y * width, width, reach, empty, row);
    // weight by weight over the whole row: short loops within long ones take three times as long
    sums.fill(0);
    for (let k = 0; k < w.length; k++) {
      const weight = w[k];
      for (let x = 0; x < width; x++) sums[x] += weight * row[x + k];
    }
    half.data.set(sums, y * width);
  }
  const target = raster(width, height);
  for (let y = 0; y < height; y++)
    for (let k = -reach; k <= reach; k++) {
      if (empty && (y + k < 0 || y + k >= height)) continue;
      const from = Math.max(0, Math.min(height - 1, y + k)) * width;
      const weight = w[k + reach];
      for (let x = 0; x < width; x++) target.data[y * width + x] += half.data[from + x] * weight;
    }
  return target;
}

const EXACT_SIGMA = 2;

/**
 * Gaussian blur with standard deviation `sigma` px: exact up to 2 px, above by three box means. Beyond the border is
 * nothing (`empty`), or the border goes on. Sigma 0 gives a copy.
 */
export function blur(source: Raster, sigma: number, empty = true): Raster {
  if (sigma <= 0.05) return { ...source, data: source.data.slice() };
  if (sigma <= EXACT_SIGMA) return convolve(source, weights(sigma), empty);
  const { width, height } = source;
  let from: Float32Array = source.data;
  const to = new Float32Array(from.length);
  const spare = new Float32Array(from.length);
  for (const r of boxes(sigma)) {
    boxRows(from, to, width, height, r, empty);
    const next = from === source.data ? spare : from;
    boxColumns(to, next, width, height, r, empty);
    from = next;
  }
  return { width, height, data: from };
}

/** The same along rows only, by three box means whatever the width; beyond the ends nothing, or the end value goes on. */
export function blurRows(source: Raster, sigma: number, empty = true): Raster {
  const { width, height } = source;
  let from: Float32Array = source.data.slice();
  let to = new Float32Array(from.length);
  for (const r of boxes(sigma)) {
    boxRows(from, to, width, height, r, empty);
    [from, to] = [to, from as Float32Array<ArrayBuffer>];
  }
  return { width, height, data: from };
}
