import type { Plate } from '@amber-stamp/core/raster';
import { cloud, smoothNoise } from '../../src/maths/noise.ts';

/** A value 0..1 for a place -1..1 of a tip. */
export type Shape = (x: number, y: number) => number;
const SIDE = 256;
const step = (from: number, to: number, v: number): number => {
  const t = Math.max(0, Math.min(1, (v - from) / (to - from)));
  return t * t * (3 - 2 * t);
};

/** The tip of a shape, 256 px. */
export function tipFrom(shape: Shape, side = SIDE): Plate {
  const data = new Uint16Array(side * side);
  for (let y = 0, i = 0; y < side; y++)
    for (let x = 0; x < side; x++, i++) {
      const v = shape(((x + 0.5) / side) * 2 - 1, ((y + 0.5) / side) * 2 - 1);
      data[i] = Math.round(65535 * Math.max(0, Math.min(1, v)));
    }
  return { width: side, height: side, data };
}

export const disc =
  (r = 0.76, soft = 0.05): Shape =>
  (x, y) =>
    1 - step(r - soft, r + soft, Math.hypot(x, y));

/** A disc whose rim runs unevenly. */
export const ragged =
  (seed: number, r = 0.74, amount = 0.05): Shape =>
  (x, y) => {
    const angle = Math.atan2(y, x);
    let rim = r;
    for (let k = 2; k < 9; k++)
      rim +=
        (amount / Math.sqrt(k)) * 1.6 * smoothNoise(k * 7.3, seed * 3.7, seed) * Math.cos(k * angle + seed * k * 1.7);
    return 1 - step(-0.03, 0.03, Math.hypot(x, y) - Math.min(rim, 0.9));
  };

/** A disc with a coarse outline and a grainy inside. */
export const rough =
  (seed: number): Shape =>
  (x, y) =>
    ragged(seed, 0.72, 0.11)(x, y) *
    (0.72 + 0.28 * Math.sign(cloud(x * 5, y * 5, seed, 3)) * step(0.02, 0.2, Math.abs(cloud(x * 5, y * 5, seed, 3))));

/** A rich texture all over a ragged disc. */
export const rich =
  (seed: number): Shape =>
  (x, y) =>
    ragged(seed)(x, y) * Math.max(0.05, Math.min(1, 0.55 + 0.9 * cloud(x * 8 + 40, y * 8 + 40, seed, 3)));

export const square =
  (r = 0.8): Shape =>
  (x, y) =>
    Math.max(Math.abs(x), Math.abs(y)) < r ? 1 : 0;

/** A round spot with a sharp rim. */
export const spot =
  (cx: number, cy: number, r: number): Shape =>
  (x, y) =>
    1 - step(r * 0.8, r * 1.2, Math.hypot(x - cx, y - cy));
export const added =
  (a: Shape, b: Shape): Shape =>
  (x, y) =>
    Math.max(a(x, y), b(x, y));
export const without =
  (a: Shape, b: Shape, share = 1): Shape =>
  (x, y) =>
    a(x, y) * (1 - share * b(x, y));
export const times =
  (a: Shape, share: number): Shape =>
  (x, y) =>
    a(x, y) * share;
