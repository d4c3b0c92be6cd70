import { boxAround, type Box } from '../raster/box.ts';
import { TILE } from './sheet-size.ts';

/** All of a tile. */
export const WHOLE: Box = { x0: 0, y0: 0, x1: TILE, y1: TILE };

/** Notes a part of a tile besides those that are known of it. */
export function addPart(parts: Map<number, Box>, key: number, part: Box): void {
  const known = parts.get(key);
  parts.set(key, known ? boxAround(known, part) : part);
}
