import { fbm, ramp, value } from '../art/noise.ts';

export const LEDGE_SIDE = 448;

/**
 * A ledge of rock as moves of a plane, three for each px, to the right, up and towards the eye in shares of the side: beds
 * of stone that rise in steps and hang over their upper edge.
 */
export function rockLedge(): Float32Array {
  const moves = new Float32Array(3 * LEDGE_SIDE * LEDGE_SIDE);
  for (let py = 0, i = 0; py < LEDGE_SIDE; py++)
    for (let px = 0; px < LEDGE_SIDE; px++, i += 3) {
      const x = (2 * (px + 0.5)) / LEDGE_SIDE - 1;
      const y = 1 - (2 * (py + 0.5)) / LEDGE_SIDE;
      const wander = 0.34 * (fbm(x * 2.2 + 9, y * 2.2, 7, 4) - 0.5) + 0.1 * (fbm(x * 8, y * 8 + 4, 3, 3) - 0.5);
      const inside = 1 - Math.hypot(x * 1.05, (y + 0.12) * 1.35) + wander;
      const body = ramp(0.12, 0.52, inside);
      // beds: each a step with a worn rim
      const bed = body * 4.2 + 1.5 * (fbm(x * 2.3, y * 3.1, 11, 3) - 0.5) * body;
      const step = (Math.floor(bed) + ramp(0.55, 1, bed - Math.floor(bed))) / 4.2;
      const grit = 0.007 * (fbm(x * 16, y * 16, 5, 4) - 0.5) + 0.003 * (value(x * 60, y * 60, 2) - 0.5);
      const rim = ramp(0.02, 0.1, inside);
      const over = ramp(0.3, 0.75, body);
      moves[i] = 0.05 * over * (fbm(x * 4 + 2, y * 4, 13, 3) - 0.5);
      moves[i + 1] = 0.115 * over * (0.75 + 0.5 * fbm(x * 5, y * 2, 17, 3));
      moves[i + 2] = rim * (0.19 * Math.max(0, step) + grit * (0.3 + body));
    }
  return moves;
}
