import { fillOutlines } from '@amber-stamp/core/make';

/** Lays a filled outline of [x, y] px over a plane, `a` strong. */
export function poly(
  p: Float32Array,
  w: number,
  h: number,
  points: readonly (readonly [number, number])[],
  a = 1,
): void {
  const filled = fillOutlines(w, h, [points]);
  for (let k = 0; k < p.length; k++) p[k] += (1 - p[k]) * filled.data[k] * a;
}
