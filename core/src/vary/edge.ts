import { fromPlate, type Plate } from '../raster/raster.ts';
import { reduced, SHAPE_SIDE } from './shape.ts';

/** Half of what prints most is where an edge is looked for. */
const HALF = 0.5;
/** A step from pixel to pixel across the edge, in shares of what prints most, below which it is soft: a ramp over a sixteenth of the side. */
const SOFT_STEP = 0.085;

/**
 * Whether the outline of a plate runs out softly: by the median step across the places where it falls to half, at the size
 * at which shapes are measured. A texture has many such places, and steep ones.
 */
export function isSoft(plate: Plate): boolean {
  const { width, height, data } = reduced(fromPlate(plate));
  let most = 0;
  for (const v of data) most = Math.max(most, v);
  if (most === 0) return false;
  const steps: number[] = [];
  const look = (a: number, b: number) => {
    if (a / most >= HALF !== b / most >= HALF) steps.push(Math.abs(a - b) / most);
  };
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      if (x + 1 < width) look(data[i], data[i + 1]);
      if (y + 1 < height) look(data[i], data[i + width]);
    }
  if (steps.length === 0) return false;
  steps.sort((a, b) => a - b);
  return steps[steps.length >> 1] * (Math.max(width, height) / SHAPE_SIDE) < SOFT_STEP;
}
