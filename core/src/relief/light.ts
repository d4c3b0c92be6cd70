import type { Raster } from '../raster/raster.ts';
import { towardsLamp, type Lamp } from './shade.ts';

const AMBIENT = 0.34;
/** How much of what it gets a slope throws back like a mirror. */
const GLOSS = 0.42;
/** The sixteenth power: how narrowly a wet slope shines. */
function narrowed(v: number): number {
  const two = v * v;
  const four = two * two;
  const eight = four * four;
  return eight * eight;
}

/**
 * Lights a picture of a sheet by what stands on it, in place: r, g, b, a with `most` for white, as large as `heights`, in
 * px. A raking lamp: flat places stay as they are, slopes towards it become lighter and those away from it darker
 * (Lambert), and what turns half way to it shines as fresh paint does (Blinn and Phong), so that black ink shows its relief too.
 */
export function lightSheet(pixels: Uint8ClampedArray | Uint16Array, most: number, heights: Raster, lamp: Lamp): void {
  const { width, height, data } = heights;
  const [lx, ly, lz] = towardsLamp(lamp);
  // half way between the lamp and the eye, which looks straight down
  const hl = Math.sqrt(lx * lx + ly * ly + (lz + 1) * (lz + 1));
  const [hx, hy, hz] = [lx / hl, ly / hl, (lz + 1) / hl];
  const still = narrowed(hz);
  for (let y = 0; y < height; y++) {
    const above = Math.max(0, y - 1) * width;
    const below = Math.min(height - 1, y + 1) * width;
    for (let x = 0, i = y * width; x < width; x++, i++) {
      const dx = (data[x < width - 1 ? i + 1 : i] - data[x > 0 ? i - 1 : i]) / 2;
      const dy = (data[below + x] - data[above + x]) / 2;
      if (dx === 0 && dy === 0) continue;
      const n = 1 / Math.sqrt(1 + dx * dx + dy * dy);
      const lit = Math.max(0, (lz - dx * lx - dy * ly) * n) / lz;
      const share = AMBIENT + (1 - AMBIENT) * Math.min(1.6, lit);
      const shine = GLOSS * most * Math.max(0, narrowed(Math.max(0, (hz - dx * hx - dy * hy) * n)) - still);
      for (let p = 4 * i; p < 4 * i + 3; p++) pixels[p] = Math.min(most, pixels[p] * share + shine);
    }
  }
}
