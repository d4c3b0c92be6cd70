import type { Path } from './path.ts';

/**
 * The arc length at which a path is first `chord` px away, in a straight line, from its place at arc length `s`;
 * undefined where it never is. Exact on each piece, by the root of a quadratic.
 */
export function chordEnd(path: Path, s: number, chord: number): number | undefined {
  let k = 0;
  // the piece that holds s, by halving
  for (let high = path.count - 1; high - k > 1;) {
    const middle = (k + high) >> 1;
    if (path.along[middle] <= s) k = middle;
    else high = middle;
  }
  const [x, y] = placeAt(path, k, s);
  for (; k < path.count - 1; k++) {
    const length = path.along[k + 1] - path.along[k];
    if (length === 0) continue;
    const from = Math.max(0, s - path.along[k]);
    const ux = (path.x[k + 1] - path.x[k]) / length;
    const uy = (path.y[k + 1] - path.y[k]) / length;
    const ax = path.x[k] - x;
    const ay = path.y[k] - y;
    const along = ax * ux + ay * uy;
    const under = along * along - (ax * ax + ay * ay - chord * chord);
    if (under < 0) continue;
    // leaving the circle round (x, y): the later of the two roots
    const at = -along + Math.sqrt(under);
    if (at > from && at <= length) return path.along[k] + at;
  }
  return undefined;
}

/** The place at arc length s, on piece k. */
function placeAt(path: Path, k: number, s: number): [number, number] {
  const next = Math.min(path.count - 1, k + 1);
  const span = path.along[next] - path.along[k];
  const t = span > 0 ? Math.min(1, (s - path.along[k]) / span) : 0;
  return [path.x[k] + (path.x[next] - path.x[k]) * t, path.y[k] + (path.y[next] - path.y[k]) * t];
}
