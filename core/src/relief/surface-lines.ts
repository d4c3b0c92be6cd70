import { headingDeg } from '../maths/angles.ts';
import type { SurfaceLines, SurfaceName } from './surface.ts';

/** Where a dab lies on a surface, and how large it is, in its units. */
interface LyingDab {
  at: readonly [number, number, number];
  size: number;
}

/** Lines lie so many times as close where dabs lie as elsewhere. */
const CLOSER = 5;
/** A dab's part of a surface is told in so many parts of it, so that a small move of the hand moves no line. */
const PARTS = 32;
/** More dabs lie everywhere anyway, and lines that move with each would make all of them be pressed again. */
const MOST_DABS = 40;
/** How far a dab reaches from its middle, in sizes: to its corners, and a little over. */
const REACH = 0.78;

/** A place as shares of the way around and from top to bottom. */
function sharesOf(
  name: SurfaceName,
  [x, y, z]: LyingDab['at'],
): { u: number; v: number; around: number; down: number } {
  if (name === 'plane') return { u: (x + 1) / 2, v: (1 - y) / 2, around: 2, down: 2 };
  const u = headingDeg(z, x) / 360 + 0.5;
  const radius = Math.max(0.05, Math.sqrt(x * x + z * z));
  if (name === 'sphere') return { u, v: headingDeg(y, radius) / 180, around: 2 * Math.PI * radius, down: Math.PI };
  return { u, v: (1 - y) / 2, around: 2 * Math.PI * radius, down: 2 };
}

/** Marks the parts from one share to another; around a closed surface they go on at its other end. */
function mark(parts: Uint8Array, middle: number, half: number, closed: boolean): void {
  const from = Math.floor((middle - half) * PARTS);
  const to = Math.ceil((middle + half) * PARTS);
  if (to - from >= PARTS) {
    parts.fill(1);
    return;
  }
  for (let k = from; k < to; k++)
    if (closed) parts[((k % PARTS) + PARTS) % PARTS] = 1;
    else if (k >= 0 && k < PARTS) parts[k] = 1;
}

/** `side` shares from 0 to 1, closer in the marked parts. */
function spread(parts: Uint8Array, side: number): Float64Array {
  const reached = new Float64Array(PARTS + 1);
  for (let k = 0; k < PARTS; k++) reached[k + 1] = reached[k] + (parts[k] ? CLOSER : 1);
  const lines = new Float64Array(side);
  let k = 0;
  for (let i = 0; i < side; i++) {
    const at = (reached[PARTS] * i) / (side - 1);
    while (k < PARTS - 1 && reached[k + 1] < at) k++;
    lines[i] = Math.min(1, (k + (at - reached[k]) / (reached[k + 1] - reached[k])) / PARTS);
  }
  return lines;
}

/** The lines of a surface of `side` x `side` corners that lie closer where dabs are pressed; evenly without any, and with many. */
export function linesFor(name: SurfaceName, presses: readonly LyingDab[], side: number): SurfaceLines {
  const [around, down] = [new Uint8Array(PARTS), new Uint8Array(PARTS)];
  if (presses.length <= MOST_DABS)
    for (const { at, size } of presses) {
      const shares = sharesOf(name, at);
      mark(around, shares.u, (size * REACH) / shares.around, name !== 'plane');
      mark(down, shares.v, (size * REACH) / shares.down, false);
    }
  return { u: spread(around, side), v: spread(down, side) };
}
