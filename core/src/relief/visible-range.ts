import type { Screen } from './rasterise.ts';

/** A corner lies under a face also where it is so little beside it, in shares of the face; and under it by so much, in px. */
const BESIDE = 1e-6;
const UNDER = 1e-6;
/** Twice the area of a face, px, that is too narrow to hide anything. */
const NARROW = 1e-9;

/** Corners that lie in one pixel, as a chain: the first one by pixel, the next one by corner; -1 ends it. */
interface Chains {
  first: Int32Array;
  next: Int32Array;
}

/** Whether something around a corner's pixel is not wholly before it. */
function mayBeSeen({ x, y, z, size }: Screen, centres: Float32Array, corner: number): boolean {
  const px = Math.floor(x[corner]);
  const py = Math.floor(y[corner]);
  if (px < 1 || py < 1 || px >= size - 1 || py >= size - 1) return true;
  for (let row = (py - 1) * size; row <= (py + 1) * size; row += size)
    for (let i = row + px - 1; i <= row + px + 1; i++) if (centres[i] <= z[corner]) return true;
  return false;
}

/** Chains of the corners that are lower or higher than all pixels' centres, as far as they may be seen. */
function cornersBeyond(screen: Screen, centres: Float32Array, low: number, high: number): Chains | undefined {
  const { x, y, z, indices, size } = screen;
  const chains = { first: new Int32Array(size * size).fill(-1), next: new Int32Array(z.length).fill(-1) };
  const met = new Uint8Array(z.length);
  let some = false;
  for (const corner of indices) {
    if (met[corner] || (z[corner] >= low && z[corner] <= high)) continue;
    met[corner] = 1;
    const [px, py] = [Math.floor(x[corner]), Math.floor(y[corner])];
    // what lies outside the picture is not seen in it
    if (px < 0 || py < 0 || px > size || py > size || !mayBeSeen(screen, centres, corner)) continue;
    const pixel = Math.min(py, size - 1) * size + Math.min(px, size - 1);
    chains.next[corner] = chains.first[pixel];
    chains.first[pixel] = corner;
    some = true;
  }
  return some ? chains : undefined;
}

/** Takes the corners of one pixel that lie under a face out of their chain. */
function hideUnder({ x, y, z }: Screen, { first, next }: Chains, pixel: number, face: readonly number[]): void {
  const [a, b, c] = face;
  const area = (x[b] - x[a]) * (y[c] - y[a]) - (x[c] - x[a]) * (y[b] - y[a]);
  if (Math.abs(area) < NARROW) return;
  for (let corner = first[pixel], before = -1; corner >= 0; corner = next[corner]) {
    const [dx, dy] = [x[corner] - x[a], y[corner] - y[a]];
    const v = (dx * (y[c] - y[a]) - (x[c] - x[a]) * dy) / area;
    const w = ((x[b] - x[a]) * dy - dx * (y[b] - y[a])) / area;
    const covers = v >= -BESIDE && w >= -BESIDE && v + w <= 1 + BESIDE;
    if (!covers || z[a] + v * (z[b] - z[a]) + w * (z[c] - z[a]) <= z[corner] + UNDER) before = corner;
    else if (before < 0) first[pixel] = next[corner];
    else next[before] = next[corner];
  }
}

/** Takes all corners that lie under a face out of their chains. */
function hide(screen: Screen, chains: Chains): void {
  const { x, y, indices, size } = screen;
  const clamped = (v: number) => Math.max(0, Math.min(size - 1, Math.floor(v)));
  for (let at = 0; at < indices.length; at += 3) {
    const [a, b, c] = [indices[at], indices[at + 1], indices[at + 2]];
    const [x0, x1] = [clamped(Math.min(x[a], x[b], x[c])), clamped(Math.max(x[a], x[b], x[c]))];
    const [y0, y1] = [clamped(Math.min(y[a], y[b], y[c])), clamped(Math.max(y[a], y[b], y[c]))];
    for (let row = y0; row <= y1; row++)
      for (let pixel = row * size + x0; pixel <= row * size + x1; pixel++)
        if (chains.first[pixel] >= 0) hideUnder(screen, chains, pixel, [a, b, c]);
  }
}

/**
 * The lowest and highest visible point: of the surface at the pixels' centres, and of the corners that no face hides, since
 * a rim ends between centres. Low above high where nothing is seen.
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
  const chains = cornersBeyond(screen, centres, low, high);
  if (!chains) return { low, high };
  hide(screen, chains);
  const { z } = screen;
  for (const start of chains.first)
    for (let corner = start; corner >= 0; corner = chains.next[corner]) {
      low = Math.min(low, z[corner]);
      high = Math.max(high, z[corner]);
    }
  return { low, high };
}
