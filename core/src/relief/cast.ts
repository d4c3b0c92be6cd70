import type { Mesh } from '../raster/picture.ts';
import { AmberError } from '../errors.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { boxOfMesh } from './mesh.ts';
import { rasterise, type Screen } from './rasterise.ts';
import { visibleRange } from './visible-range.ts';
import { frameOf, seenFrom, type View } from './view.ts';

export interface CastSettings {
  view: View;
  /** side of the square, px */
  size: number;
  /** air on each side, in percent of the square */
  padPct: number;
  /** which share of the heights is kept, the nearest ones, 0..1; they are spread over 0..1 */
  depth: number;
  /** how many times nearer than all of it, 1..4; 1 */
  zoom?: number;
  /** by how much the frame is moved over the mesh, in shares of its side; 0 */
  across?: number;
  down?: number;
}
export const MIN_CAST_PX = 64;
export const MAX_CAST_PX = 4096;

export interface Cast {
  /** 0 where there is no surface and at the lowest visible point, 1 at the highest */
  heights: Raster;
  /** lowest and highest visible point along the line of sight, in the unit of the mesh, before the depth was cut */
  low: number;
  high: number;
  /** side of the square in the unit of the mesh */
  side: number;
}

/** A surface whose heights differ by less than this share of the square is flat: its noise is not spread. */
const FLAT = 1e-5;

/** Brings corners to px of the square: columns to the right, rows downwards, the middle of the box in the middle. */
function ontoScreen(seen: Float64Array, indices: Uint32Array, settings: CastSettings): Screen & { side: number } {
  const { size, padPct, zoom = 1, across = 0, down = 0 } = settings;
  const { low: least, high: most } = boxOfMesh({ positions: seen, indices });
  const extent = Math.max(most[0] - least[0], most[1] - least[1]);
  if (!(extent > 0))
    throw new AmberError('nothing-to-print', 'Nothing of the mesh is seen from this side; choose another view.');
  const side = extent / (1 - (2 * padPct) / 100) / zoom;
  const scale = size / side;
  const cx = (least[0] + most[0]) / 2 + across * side;
  const cy = (least[1] + most[1]) / 2 - down * side;
  const count = seen.length / 3;
  const x = new Float64Array(count);
  const y = new Float64Array(count);
  const z = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    x[i] = size / 2 + (seen[3 * i] - cx) * scale;
    y[i] = size / 2 - (seen[3 * i + 1] - cy) * scale;
    z[i] = seen[3 * i + 2];
  }
  return { x, y, z, indices, size, side };
}

/**
 * Casts a mesh straight along the line of sight to heights (orthographic). Inside the outline each pixel is the height at
 * its centre; where it lies on the outline the mean of 4 x 4 places, those without surface counting as 0. `onProgress` is
 * told the share done. Throws nothing-to-print where nothing is seen.
 */
export function castMesh(mesh: Mesh, settings: CastSettings, onProgress?: (share: number) => void): Cast {
  const { view, size, depth } = settings;
  const screen = ontoScreen(seenFrom(mesh, frameOf(view)), mesh.indices, settings);
  const { centres, outline } = rasterise(screen, onProgress);
  const { low, high } = visibleRange(screen, centres);
  if (low > high)
    throw new AmberError('nothing-to-print', 'The mesh is too thin to be seen from this side; choose another view.');
  const flat = high - low <= FLAT * screen.side;
  const base = high - (high - low) * depth;
  const share = flat ? 0 : 1 / (high - base);
  const heightOf = (z: number): number => {
    if (z === -Infinity) return 0;
    if (flat) return 1;
    return Math.min(1, Math.max(0, (z - base) * share));
  };
  const heights = raster(size, size);
  for (let i = 0; i < centres.length; i++) heights.data[i] = heightOf(centres[i]);
  for (const [pixel, samples] of outline) {
    let sum = 0;
    for (const z of samples) sum += heightOf(z);
    heights.data[pixel] = sum / samples.length;
  }
  return { heights, low, high, side: screen.side };
}
