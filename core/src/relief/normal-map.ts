import type { Raster } from '../raster/raster.ts';
import { USUAL_RELIEF } from './shade.ts';

/** Where green points: up the picture (right-handed) or down it (left-handed). */
export const GREENS = ['up', 'down'] as const;
export interface NormalMapWish {
  green: (typeof GREENS)[number];
  /** 100: height 1 measures the usual share of the longer side */
  strengthPct: number;
}

/**
 * The directions of heights as colours of 8 bit, r, g, b: x to the right, y as `green` says, z towards the eye, each from
 * -1..1 to 0..255; flat is 128, 128, 255. Slopes over two px; at the border over one.
 */
export function normalMap(heights: Raster, { green, strengthPct }: NormalMapWish): Uint8Array {
  const { width, height, data } = heights;
  const out = new Uint8Array(width * height * 3);
  const rise = (USUAL_RELIEF * Math.max(width, height) * strengthPct) / 100;
  const sign = green === 'up' ? 1 : -1;
  const code = (v: number): number => Math.floor((v * 0.5 + 0.5) * 255 + 0.5);
  for (let y = 0; y < height; y++) {
    const above = Math.max(0, y - 1);
    const below = Math.min(height - 1, y + 1);
    for (let x = 0; x < width; x++) {
      const left = Math.max(0, x - 1);
      const right = Math.min(width - 1, x + 1);
      const dx = ((data[y * width + right] - data[y * width + left]) * rise) / Math.max(1, right - left);
      const dy = ((data[below * width + x] - data[above * width + x]) * rise) / Math.max(1, below - above);
      const n = 1 / Math.sqrt(dx * dx + dy * dy + 1);
      out.set([code(-dx * n), code(sign * dy * n), code(n)], 3 * (y * width + x));
    }
  }
  return out;
}
