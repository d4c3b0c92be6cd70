import { sinCosTurns } from './angles.ts';

type Place = readonly [number, number];

/** Row by row: x' = m[0] x + m[1] y + m[2], y' = m[3] x + m[4] y + m[5]. */
export type Affine = readonly [number, number, number, number, number, number];

export const PLAIN: Affine = [1, 0, 0, 0, 1, 0];

/** First b, then a. */
export const after = (a: Affine, b: Affine): Affine => [
  a[0] * b[0] + a[1] * b[3],
  a[0] * b[1] + a[1] * b[4],
  a[0] * b[2] + a[1] * b[5] + a[2],
  a[3] * b[0] + a[4] * b[3],
  a[3] * b[1] + a[4] * b[4],
  a[3] * b[2] + a[4] * b[5] + a[5],
];

export const moved = (x: number, y: number): Affine => [1, 0, x, 0, 1, y];

const sinCos = new Float64Array(2);

/** Turns clockwise by degrees on a sheet whose y points down, and scales. */
export function turned(degrees: number, scale = 1): Affine {
  sinCosTurns(degrees / 360, sinCos);
  const [s, c] = sinCos;
  return [c * scale, -s * scale, 0, s * scale, c * scale, 0];
}

export const apply = (m: Affine, [x, y]: Place): Place => [m[0] * x + m[1] * y + m[2], m[3] * x + m[4] * y + m[5]];

/** The other way round. What it undoes must not be flat. */
export function inverse([a, b, c, d, e, f]: Affine): Affine {
  const det = a * e - b * d;
  return [e / det, -b / det, (b * f - e * c) / det, -d / det, a / det, (d * c - a * f) / det];
}

/** How many times larger it makes things. */
export const scaleOf = ([a, b, , d, e]: Affine): number => Math.sqrt(Math.abs(a * e - b * d));
