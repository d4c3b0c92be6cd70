/** Links of a rope chain, seen flat and on edge. */
import { clamp, ramp } from './noise.ts';
import { plane } from './plane.ts';

const SIDE = 1000;

/** A link of twisted rope seen flat: a long ring, its strands slanting round it. */
export function ropeLink(): Float32Array {
  const p = plane(SIDE, SIDE);
  const half = 250;
  const bend = 165;
  const thick = 78;
  for (let y = 0, k = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++, k++) {
      const u = x - SIDE / 2;
      const v = y - SIDE / 2;
      // the middle of the rope: two straights and two half circles
      const cx = u - clamp(u, -half, half);
      const out = Math.sqrt(cx * cx + v * v) - bend;
      const across = out / thick;
      if (Math.abs(across) >= 1.04) continue;
      const way = cx === 0 ? u * Math.sign(v || 1) : half * Math.sign(u) * Math.sign(v || 1) + bend * Math.atan2(cx, v);
      const round = Math.sqrt(Math.max(0, 1 - across * across));
      const strand = Math.abs(Math.sin(way / 46 + across * 1.3));
      const groove = ramp(0.42, 0.08, strand);
      const light = 0.3 + 0.45 * (1 - round) + 0.5 * groove + 0.1 * Math.sin(way / 5 + across * 9);
      p[k] = clamp(light) * ramp(1.02, 0.97, Math.abs(across));
    }
  return p;
}

/** The same link on edge: a rod of two strands with rounded ends. */
export function ropeRod(): Float32Array {
  const p = plane(SIDE, SIDE);
  const half = 330;
  const thick = 80;
  for (let y = 0, k = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++, k++) {
      const u = x - SIDE / 2;
      const v = y - SIDE / 2;
      const cx = u - clamp(u, -half, half);
      const across = Math.sqrt(cx * cx + v * v) / thick;
      if (across >= 1.04) continue;
      const round = Math.sqrt(Math.max(0, 1 - across * across));
      const strand = Math.abs(Math.sin(u / 46 + (v / thick) * 1.5));
      p[k] = clamp(0.42 + 0.4 * (1 - round) + 0.5 * ramp(0.4, 0.1, strand)) * ramp(1.02, 0.97, across);
    }
  return p;
}
