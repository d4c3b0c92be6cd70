import type { Screen } from './rasterise.ts';

/** Twice the area of a triangle on the screen; rows run downwards, so it is negative where corners run against the clock. */
const areaOf = ({ x, y }: Screen, a: number, b: number, c: number): number =>
  (x[b] - x[a]) * (y[c] - y[a]) - (y[b] - y[a]) * (x[c] - x[a]);

/** Whether the corners of most faces run with the clock as seen from outside, by the sign of the volume they enclose. */
function isInsideOut({ x, y, z, indices }: Screen): boolean {
  let volume = 0;
  const o = indices[0];
  for (let at = 0; at < indices.length; at += 3) {
    const a = indices[at];
    const b = indices[at + 1];
    const c = indices[at + 2];
    const bx = x[b] - x[o];
    const by = y[b] - y[o];
    const bz = z[b] - z[o];
    const cx = x[c] - x[o];
    const cy = y[c] - y[o];
    const cz = z[c] - z[o];
    volume += (x[a] - x[o]) * (by * cz - bz * cy) - (y[a] - y[o]) * (bx * cz - bz * cx);
    volume += (z[a] - z[o]) * (bx * cy - by * cx);
  }
  // rows run downwards: what is right-handed in space is left-handed here
  return volume > 0;
}

/** Whether a corner is seen: nothing around its pixel lies wholly before it. */
function isSeen({ x, y, z, size }: Screen, centres: Float32Array, corner: number): boolean {
  const px = Math.floor(x[corner]);
  const py = Math.floor(y[corner]);
  if (px < 1 || py < 1 || px >= size - 1 || py >= size - 1) return true;
  for (let row = (py - 1) * size; row <= (py + 1) * size; row += size)
    for (let i = row + px - 1; i <= row + px + 1; i++) if (centres[i] <= z[corner]) return true;
  return false;
}

/**
 * The lowest and highest visible point: of the surface at the pixels' centres, and of the corners of faces that look at
 * the eye, since a rim ends between centres. Low above high where nothing is seen.
 */
export function visibleRange(screen: Screen, centres: Float32Array): { low: number; high: number } {
  let low = Infinity;
  let high = -Infinity;
  for (const z of centres) {
    if (z === -Infinity) continue;
    if (z < low) low = z;
    if (z > high) high = z;
  }
  if (low > high) return { low, high };
  const { z, indices } = screen;
  const within = (corner: number) => z[corner] >= low && z[corner] <= high;
  const towards = isInsideOut(screen) ? 1 : -1;
  for (let at = 0; at < indices.length; at += 3) {
    if (within(indices[at]) && within(indices[at + 1]) && within(indices[at + 2])) continue;
    if (areaOf(screen, indices[at], indices[at + 1], indices[at + 2]) * towards <= 0) continue;
    for (let k = at; k < at + 3; k++) {
      const corner = indices[k];
      if (within(corner) || !isSeen(screen, centres, corner)) continue;
      if (z[corner] < low) low = z[corner];
      else high = z[corner];
    }
  }
  return { low, high };
}
