import { sinCosTurns } from '../maths/angles.ts';
import { clamp } from '../maths/ramps.ts';
import { raster, type Raster } from '../raster/raster.ts';

/** A lamp far away: from where it shines, clockwise from the top of the picture, and how high it stands. */
export interface Lamp {
  azimuthDeg: number;
  altitudeDeg: number;
}
export const LAMP: Lamp = { azimuthDeg: -45, altitudeDeg: 38 };
/** How high a lamp may stand, degrees: lower everything is in shadow, higher nothing is. */
export const LAMP_ALTITUDE = { min: 8, max: 85 } as const;

/** Height 1 of a plate stands for this share of its side, where nothing else is said. */
export const USUAL_RELIEF = 0.1;

/** Light that comes from everywhere, as a share of all. */
const AMBIENT = 0.3;

const sinCos = new Float64Array(2);

/** The direction to a lamp: to the right, down the picture, towards the eye. */
export function towardsLamp({ azimuthDeg, altitudeDeg }: Lamp): [number, number, number] {
  sinCosTurns(azimuthDeg / 360, sinCos);
  const [sinA, cosA] = sinCos;
  sinCosTurns(altitudeDeg / 360, sinCos);
  const [sinE, cosE] = sinCos;
  return [sinA * cosE, -cosA * cosE, sinE];
}

/**
 * Heights as matt clay in the light of a lamp, 0..1; a flat place is 0.55. `relief` is what height 1 measures, as a share
 * of the longer side. Lambert's law with slopes over two px.
 */
export function shadeHeights(heights: Raster, lamp: Lamp = LAMP, relief = USUAL_RELIEF): Raster {
  const { width, height, data } = heights;
  const target = raster(width, height);
  const [lx, ly, lz] = towardsLamp(lamp);
  const rise = (relief * Math.max(width, height)) / 2;
  for (let y = 0; y < height; y++) {
    const above = Math.max(0, y - 1) * width;
    const below = Math.min(height - 1, y + 1) * width;
    for (let x = 0, i = y * width; x < width; x++, i++) {
      const left = data[x > 0 ? i - 1 : i];
      const right = data[x < width - 1 ? i + 1 : i];
      const dx = (right - left) * rise;
      const dy = (data[below + x] - data[above + x]) * rise;
      const lit = (lz - dx * lx - dy * ly) / Math.sqrt(1 + dx * dx + dy * dy);
      target.data[i] = clamp(0.55 * (AMBIENT + ((1 - AMBIENT) * Math.max(0, lit)) / lz));
    }
  }
  return target;
}
