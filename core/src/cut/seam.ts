import { smoothstep } from '../maths/ramps.ts';
import { transposed } from '../raster/morph.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { choice, number, defineStep } from './step.ts';

/**
 * The cheapest way from the first row to the last through a field of differences, one step aside at most each row
 * (dynamic programming; the minimum-error cut of Efros and Freeman 2001): a column for every row.
 */
export function cheapestCut(costs: Float32Array, width: number, height: number): Int32Array {
  const sums = Float64Array.from(costs);
  for (let y = 1; y < height; y++)
    for (let x = 0; x < width; x++) {
      const above = (y - 1) * width + x;
      const left = x > 0 ? sums[above - 1] : Infinity;
      const right = x + 1 < width ? sums[above + 1] : Infinity;
      sums[y * width + x] += Math.min(sums[above], left, right);
    }
  const cut = new Int32Array(height);
  for (let y = height - 1; y >= 0; y--) {
    const from = y === height - 1 ? 0 : Math.max(0, cut[y + 1] - 1);
    const to = y === height - 1 ? width - 1 : Math.min(width - 1, cut[y + 1] + 1);
    cut[y] = from;
    for (let x = from; x <= to; x++) if (sums[y * width + x] < sums[y * width + cut[y]]) cut[y] = x;
  }
  return cut;
}

const SOFT_PX = 3;

/**
 * Joins the right end of a raster to its left end: the last `overlap` columns are laid over the first along the
 * cheapest cut, and the raster is that much narrower. Its ends then meet.
 */
export function joinAcross(source: Raster, overlap: number): Raster {
  const { width, height, data } = source;
  const n = Math.max(1, Math.min(Math.floor(width / 2), overlap));
  const kept = width - n;
  const costs = new Float32Array(n * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < n; x++) {
      const d = data[y * width + x] - data[y * width + kept + x];
      costs[y * n + x] = d * d;
    }
  const cut = cheapestCut(costs, n, height);
  const target = raster(kept, height);
  for (let y = 0; y < height; y++) {
    target.data.set(data.subarray(y * width, y * width + kept), y * kept);
    for (let x = 0; x < n; x++) {
      // left of the cut the old end goes on, right of it the beginning
      const share = smoothstep(cut[y] - SOFT_PX, cut[y] + SOFT_PX, x);
      const end = data[y * width + kept + x];
      target.data[y * kept + x] = end + (data[y * width + x] - end) * Math.max(share, x === n - 1 ? 1 : 0);
    }
  }
  return target;
}

/** Half a side to the right and down, round the ends: what was the seam is in the middle. */
function seamInMiddle(source: Raster, across: boolean, down: boolean): Raster {
  const { width, height, data } = source;
  const dx = across ? width >> 1 : 0;
  const dy = down ? height >> 1 : 0;
  const target = raster(width, height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) target.data[((y + dy) % height) * width + ((x + dx) % width)] = data[y * width + x];
  return target;
}

export const tileStep = defineStep({
  name: 'tile',
  label: 'Make it tile',
  group: 'Shape',
  help: 'For a grain all four sides meet; for a band its two ends do. The joint runs where it shows least.',
  params: {
    sides: choice('Meets', ['all sides', 'left and right', 'top and bottom'], 'all sides', 'Grain or band.'),
    overlapPct: number('Overlap', '%', [2, 50, 1], 20, 'Share of the side in which the joint may run.'),
    middle: {
      kind: 'flag',
      label: 'Show the joint in the middle',
      default: false,
      help: 'Moves everything by half a side.',
    },
  },
  run: (input, values) => {
    const sides = values.sides;
    const across = sides !== 'top and bottom';
    const down = sides !== 'left and right';
    const share = values.overlapPct / 100;
    let made = input;
    if (across) made = joinAcross(made, Math.round(input.width * share));
    if (down) made = transposed(joinAcross(transposed(made), Math.round(input.height * share)));
    if (values.middle) made = seamInMiddle(made, across, down);
    return { raster: made, facts: { width: made.width, height: made.height } };
  },
  // its parts are joined anew
  placement: () => undefined,
  sentence: (values, facts) =>
    `${values.sides}${facts.width === undefined ? '' : `, ${facts.width} x ${facts.height} px`}`,
});
