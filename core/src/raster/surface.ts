import type { Raster } from './raster.ts';
import { resample } from './resample.ts';

/** A smooth ground: a quadratic of the place, x and y in -1..1 across and down. */
export type Surface = Float64Array;

const TERMS = 6;

function terms(x: number, y: number, out: Float64Array): void {
  out[0] = 1;
  out[1] = x;
  out[2] = y;
  out[3] = x * x;
  out[4] = x * y;
  out[5] = y * y;
}

export function surfaceAt(s: Surface, x: number, y: number): number {
  return s[0] + s[1] * x + s[2] * y + s[3] * x * x + s[4] * x * y + s[5] * y * y;
}

/** Solves the normal equations by Gaussian elimination with pivots; a row that tells nothing gives 0. */
function solved(a: Float64Array[], b: Float64Array): Surface {
  for (let k = 0; k < TERMS; k++) {
    let best = k;
    for (let i = k + 1; i < TERMS; i++) if (Math.abs(a[i][k]) > Math.abs(a[best][k])) best = i;
    [a[k], a[best]] = [a[best], a[k]];
    [b[k], b[best]] = [b[best], b[k]];
    if (Math.abs(a[k][k]) < 1e-9) continue;
    for (let i = 0; i < TERMS; i++) {
      if (i === k) continue;
      const f = a[i][k] / a[k][k];
      for (let j = k; j < TERMS; j++) a[i][j] -= f * a[k][j];
      b[i] -= f * b[k];
    }
  }
  return Float64Array.from(b, (v, k) => (Math.abs(a[k][k]) < 1e-9 ? 0 : v / a[k][k]));
}

const across = (x: number, width: number): number => (2 * (x + 0.5)) / width - 1;

/** The quadratic nearest to the pixels that `uses` names, by least squares. */
function fitted({ width, height, data }: Raster, uses: (at: number) => boolean): Surface {
  const a = Array.from({ length: TERMS }, () => new Float64Array(TERMS));
  const b = new Float64Array(TERMS);
  const t = new Float64Array(TERMS);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = y * width + x;
      if (!uses(at)) continue;
      terms(across(x, width), across(y, height), t);
      for (let i = 0; i < TERMS; i++) {
        b[i] += t[i] * data[at];
        for (let j = 0; j < TERMS; j++) a[i][j] += t[i] * t[j];
      }
    }
  return solved(a, b);
}

/** What is left of a raster over a surface. */
function over(source: Raster, surface: Surface): Float32Array {
  const { width, height, data } = source;
  const left = new Float32Array(data.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      left[y * width + x] = data[y * width + x] - surfaceAt(surface, across(x, width), across(y, height));
  return left;
}

/** The value in the middle of some numbers. */
function middle(values: number[]): number {
  values.sort((a, b) => a - b);
  return values.length === 0 ? 0 : values[values.length >> 1];
}

const FIT_SIDE = 128;
const RING = 0.07;
const ROUNDS = 6;

export interface Ground {
  surface: Surface;
  /** how far the ground itself scatters about the surface: 1.48 times the middle deviation */
  noise: number;
  /** values over the surface, on a picture of at most 128 px */
  left: Raster;
  /** how much the surface differs between its extremes in the frame */
  range: number;
}

/**
 * The ground of a picture of marks: a quadratic through the border ring, then again and again through everything that
 * lies on it, so that marks do not count however large they are.
 */
export function smoothGround(source: Raster): Ground {
  const scale = Math.min(1, FIT_SIDE / Math.max(source.width, source.height));
  const width = Math.max(4, Math.round(source.width * scale));
  const height = Math.max(4, Math.round(source.height * scale));
  const small = resample(source, width, height);
  const edge = Math.max(1, Math.round(Math.min(width, height) * RING));
  const inRing = (at: number) => {
    const x = at % width;
    const y = (at - x) / width;
    return Math.min(x, y, width - 1 - x, height - 1 - y) < edge;
  };
  let uses = inRing;
  let surface = fitted(small, uses);
  let noise = 0;
  let left = over(small, surface);
  for (let k = 0; k < ROUNDS; k++) {
    const ring: number[] = [];
    for (let i = 0; i < left.length; i++) if (inRing(i)) ring.push(Math.abs(left[i]));
    noise = 1.48 * middle(ring);
    const reach = Math.max(0.012, 2.2 * noise);
    const now = left;
    // the ring alone at first: inside, marks may be the larger part
    uses = (at) => Math.abs(now[at]) < reach && (k > 1 || inRing(at));
    surface = fitted(small, uses);
    left = over(small, surface);
  }
  return { surface, noise, left: { width, height, data: left }, range: rangeOf(surface) };
}

function rangeOf(surface: Surface): number {
  let low = Infinity;
  let high = -Infinity;
  for (let j = -4; j <= 4; j++)
    for (let i = -4; i <= 4; i++) {
      const v = surfaceAt(surface, i / 4, j / 4);
      low = Math.min(low, v);
      high = Math.max(high, v);
    }
  return high - low;
}

/** Reads a surface row by row: the values of row `y`, in the same array every time. */
export function surfaceRows(surface: Surface, width: number, height: number): (y: number) => Float32Array {
  const row = new Float32Array(width);
  const [one, sx, sy, sxx, sxy, syy] = surface;
  return (j) => {
    const y = across(j, height);
    for (let i = 0; i < width; i++) {
      const x = across(i, width);
      row[i] = one + sx * x + sy * y + sxx * x * x + sxy * x * y + syy * y * y;
    }
    return row;
  };
}
