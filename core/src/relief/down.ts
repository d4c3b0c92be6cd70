import { raster, type Raster } from '../raster/raster.ts';
import { resample } from '../raster/resample.ts';
import { rasterise } from './rasterise.ts';
import { gridIndices } from './surface.ts';

/** What height 1 measures in shares of the side, where nothing else is said. */
export const USUAL_UNIT = 0.2;

/** Moves beside the rest, in shares of the side, below which a grid is taken as plain heights. */
const STILL = 1e-6;
/** A point lies under another one where it is deeper than this share of the side. */
const UNDER = 0.004;

export interface CastDown {
  heights: Raster;
  /** share of the points that lie under others, which a height plate loses */
  lostShare: number;
}

const isStill = (moves: Float32Array): boolean => {
  for (let i = 0; i < moves.length; i += 3)
    if (Math.abs(moves[i]) > STILL || Math.abs(moves[i + 1]) > STILL) return false;
  return true;
};

/**
 * Casts clay straight down: at each of side x side px the highest place over it. `moves` as of a sculpture; `unit` is what
 * height 1 is in shares of the side. Where nothing lies over a px any more, its height is 0.
 */
export function castDown(moves: Float32Array, side: number, unit: number): CastDown {
  const heights = raster(side, side);
  if (isStill(moves)) {
    for (let i = 0; i < heights.data.length; i++) heights.data[i] = moves[3 * i + 2] / unit;
    return { heights, lostShare: 0 };
  }
  const count = side * side;
  const x = new Float64Array(count);
  const y = new Float64Array(count);
  const z = new Float64Array(count);
  for (let row = 0; row < side; row++)
    for (let column = 0; column < side; column++) {
      const i = row * side + column;
      x[i] = column + 0.5 + moves[3 * i] * side;
      y[i] = row + 0.5 - moves[3 * i + 1] * side;
      z[i] = moves[3 * i + 2];
    }
  const { centres } = rasterise({ x, y, z, indices: gridIndices({ columns: side, rows: side }), size: side });
  let lost = 0;
  for (let i = 0; i < count; i++) {
    heights.data[i] = centres[i] === -Infinity ? 0 : centres[i] / unit;
    const px = Math.floor(x[i]);
    const py = Math.floor(y[i]);
    if (px >= 0 && py >= 0 && px < side && py < side && centres[py * side + px] > z[i] + UNDER) lost++;
  }
  // the grid's own rim ends half a px inside the plate
  for (let k = 0; k < side; k++)
    for (const i of [k, (side - 1) * side + k, k * side, k * side + side - 1])
      if (centres[i] === -Infinity) heights.data[i] = moves[3 * i + 2] / unit;
  return { heights, lostShare: lost / count };
}

/** Heights as moves of a grid of side x side points: nothing lies beside its rest. */
export function movesOfHeights(heights: Raster, side: number, unit: number): Float32Array {
  const scaled = heights.width === side && heights.height === side ? heights : resample(heights, side, side);
  const moves = new Float32Array(3 * side * side);
  for (let i = 0; i < scaled.data.length; i++) moves[3 * i + 2] = scaled.data[i] * unit;
  return moves;
}
