import type { Raster } from '@amber-stamp/core/raster';
import { fbm, ramp } from '../art/noise.ts';

const SIDE = 900;
export const SECTORS = 25;

/** A carved button of 25 leaves around a boss; what lies between leaves and rim is cut below the plane. */
export function rosette(): Raster {
  const data = new Float32Array(SIDE * SIDE);
  for (let py = 0; py < SIDE; py++)
    for (let px = 0; px < SIDE; px++) {
      const x = (2 * (px + 0.5)) / SIDE - 1;
      const y = (2 * (py + 0.5)) / SIDE - 1;
      const r = Math.hypot(x, y);
      const turn = (Math.atan2(y, x) / (2 * Math.PI) + 1) * SECTORS;
      const across = 2 * Math.abs(turn - Math.floor(turn) - 0.5); // 0 in the middle of a leaf
      const out = (r - 0.3) / 0.46; // 0 where leaves begin, 1 at their tips
      const wide = out > 0 && out < 1 ? Math.sqrt(Math.sin(Math.PI * Math.pow(out, 0.72))) : 0;
      const leaf = wide > 0 ? ramp(wide, wide * 0.72, across) : 0;
      const bulge = 0.55 * leaf * (0.5 + 0.5 * Math.sin(Math.PI * Math.min(1, Math.max(0, out))));
      const vein = leaf * -0.16 * ramp(0.1, 0, across) * ramp(0.02, 0.2, out);
      const boss = r < 0.24 ? 0.72 * Math.sqrt(1 - Math.pow(r / 0.24, 2)) : 0;
      const dots = ramp(0.035, 0.012, Math.abs(r - 0.27)) * 0.26 * ramp(0.55, 0.2, across);
      const rim = 0.62 * ramp(0.055, 0.02, Math.abs(r - 0.86));
      const field = -0.34 * ramp(0.82, 0.8, r) * ramp(0.24, 0.26, r) * (1 - leaf);
      const wear = r < 0.9 ? 0.014 * (fbm(px / 9, py / 9, 5, 4) - 0.5) : 0;
      data[py * SIDE + px] = (r < 0.24 ? boss : bulge + vein + field + dots * (1 - leaf)) + rim + wear;
    }
  return { width: SIDE, height: SIDE, data };
}
