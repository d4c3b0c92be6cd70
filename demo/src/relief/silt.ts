import type { Raster } from '@amber-stamp/core/raster';
import { fbm, ramp, worley } from '../art/noise.ts';

const SIDE = 900;

/**
 * Silt that dried at low tide, as heights: plates that curl up at their rims around cracks that go below the plane.
 * 0 is the wet ground, 1 about the highest rim.
 */
export function crackedSilt(): Raster {
  const data = new Float32Array(SIDE * SIDE);
  for (let y = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++) {
      const wx = x + 34 * (fbm(x / 90, y / 90, 3, 4) - 0.5) + 7 * (fbm(x / 17, y / 17, 8, 3) - 0.5);
      const wy = y + 34 * (fbm(x / 90 + 40, y / 90, 3, 4) - 0.5) + 7 * (fbm(x / 17, y / 17 + 30, 8, 3) - 0.5);
      const { edge, id } = worley(wx / 168, wy / 168, 21);
      const toLarge = edge * 168;
      const toSmall = worley(wx / 74 + 9, wy / 74, 5).edge * 74;
      const crack = Math.min(ramp(0, 8, toLarge), 0.34 + 0.66 * ramp(0, 4.2, toSmall));
      const curl = 0.5 * Math.exp(-toLarge / 30) + 0.2 * Math.exp(-toSmall / 13);
      const plate = 0.3 + curl + 0.12 * id + 0.1 * (fbm(x / 60, y / 60, 2, 5) - 0.5);
      const grain = 0.03 * (fbm(x / 4, y / 4, 6, 3) - 0.5);
      data[y * SIDE + x] = -0.42 + (plate + 0.42 + grain) * crack + 0.03 * (fbm(x / 11, y / 11, 4, 3) - 0.5);
    }
  return { width: SIDE, height: SIDE, data };
}
