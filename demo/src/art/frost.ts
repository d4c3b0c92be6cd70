/** A star of frost: six arms, each a feather of needles. */
import { mix, rng, type Stream } from './noise.ts';
import { line } from './lines.ts';
import { plane } from './plane.ts';

const SIDE = 1000;

/** A needle with needles of its own at both sides, shorter towards its tip. */
function feather(
  p: Float32Array,
  x: number,
  y: number,
  turn: number,
  length: number,
  depth: number,
  rnd: Stream,
): void {
  const r = mix(1.6, 7, length / 440);
  const to = (t: number) => ({ x: x + Math.cos(turn) * length * t, y: y + Math.sin(turn) * length * t });
  line(p, SIDE, SIDE, [
    { ...to(0), r, a: 0.95 },
    { ...to(0.6), r: r * 0.7, a: 0.85 },
    { ...to(1), r: 0.8, a: 0.6 },
  ]);
  if (depth === 0) return;
  const count = depth === 2 ? 11 : 5;
  for (let i = 1; i <= count; i++) {
    const t = (i + 0.35 * (rnd() - 0.5)) / (count + 0.8);
    const reach =
      length *
      (depth === 2 ? 0.42 : 0.34) *
      Math.sin(Math.PI * Math.min(1, 0.2 + 0.86 * (1 - t))) *
      mix(0.75, 1.1, rnd());
    for (const side of [-1, 1]) {
      const at = to(t);
      feather(p, at.x, at.y, turn + side * (Math.PI / 3) * mix(0.94, 1.06, rnd()), reach, depth - 1, rnd);
    }
  }
}

export function frostStar(seed = 5): Float32Array {
  const p = plane(SIDE, SIDE);
  const rnd = rng(seed);
  for (let k = 0; k < 6; k++) feather(p, SIDE / 2, SIDE / 2, (k * Math.PI) / 3 + 0.26, mix(400, 455, rnd()), 2, rnd);
  return p;
}
