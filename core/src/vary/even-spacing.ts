import type { Raster } from '../raster/raster.ts';
import { edgeWave } from './edge-wave.ts';

/** Rows around the middle of a stroke that are looked at, in shares of the tip's side. */
const MIDDLE = 0.2;

/** How much the inside of a straight, fixed stroke goes up and down at a spacing: highest less lowest mean of its middle. */
export function insideWave(r: Raster, spacingPct: number): number {
  const step = Math.max(1, (r.width * spacingPct) / 100);
  const dabs = Math.ceil(r.width / step) + 1;
  const [from, to] = [Math.floor(r.height * (0.5 - MIDDLE)), Math.ceil(r.height * (0.5 + MIDDLE))];
  let low = Infinity;
  let high = 0;
  for (let k = 0; k < step; k++) {
    let sum = 0;
    for (let y = from; y < to; y++) {
      let open = 1;
      for (let d = 0; d < dabs; d++) {
        const x = Math.floor(k + d * step);
        if (x < r.width) open *= 1 - r.data[y * r.width + x];
      }
      sum += 1 - open;
    }
    low = Math.min(low, sum / (to - from));
    high = Math.max(high, sum / (to - from));
  }
  return high - low;
}

const WIDEST = 15;
const MOST_EDGE_WAVE = 0.02;
const MOST_INSIDE_WAVE = 0.015;

/**
 * The widest spacing, 1 to 15 percent, at which a stroke of a plain tip shows no steps, neither at
 * its edge nor inside.
 */
export function evenSpacing(r: Raster): number {
  for (let spacing = WIDEST; spacing > 1; spacing--)
    if (edgeWave(r, spacing) < MOST_EDGE_WAVE && insideWave(r, spacing) < MOST_INSIDE_WAVE) return spacing;
  return 1;
}
