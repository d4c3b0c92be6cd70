import type { Raster } from '../raster/raster.ts';

const SEEN = 0.25;

/** Upper and lower edge of the tip in each column, in shares of the side; NaN where nothing prints. */
function profile(r: Raster): { top: Float64Array; bottom: Float64Array } {
  const top = new Float64Array(r.width).fill(NaN);
  const bottom = new Float64Array(r.width).fill(NaN);
  for (let x = 0; x < r.width; x++)
    for (let y = 0; y < r.height; y++)
      if (r.data[y * r.width + x] > SEEN) {
        if (Number.isNaN(top[x])) top[x] = y / r.height;
        bottom[x] = y / r.height;
      }
  return { top, bottom };
}

/** How much the edge of a straight, fixed stroke waves at a spacing, in shares of the size: highest less lowest place. */
export function edgeWave(r: Raster, spacingPct: number): number {
  const { top, bottom } = profile(r);
  const step = Math.max(1, (r.width * spacingPct) / 100);
  const dabs = Math.ceil(r.width / step) + 1;
  const edges = { up: [] as number[], down: [] as number[] };
  for (let k = 0; k < step; k++) {
    let up = Infinity;
    let down = -Infinity;
    for (let d = 0; d < dabs; d++) {
      const x = Math.floor(k + d * step);
      if (x >= r.width || Number.isNaN(top[x])) continue;
      up = Math.min(up, top[x]);
      down = Math.max(down, bottom[x]);
    }
    if (up === Infinity) return 1; // a gap in the stroke
    edges.up.push(up);
    edges.down.push(down);
  }
  const range = (v: number[]) => Math.max(...v) - Math.min(...v);
  return Math.max(range(edges.up), range(edges.down));
}

const MOST_WAVE = 0.02;

/** The largest spacing from 30 down to 3 percent at which the edge waves by less than 2 percent of the size; undefined: the outline is ragged at any. */
export function smoothSpacing(r: Raster): number | undefined {
  for (let spacing = 30; spacing >= 3; spacing--) if (edgeWave(r, spacing) < MOST_WAVE) return spacing;
  return undefined;
}
