import type { Box } from '../../raster/box.ts';
import { TILE } from '../sheet-size.ts';

export const PIXELS = TILE * TILE;
export const NOTHING = 2;
/** Free tiles are kept up to so many. */
const MOST_FREE = 32;
/** Something waits at a pixel that is not further off than this. */
export const WAITS = 1.5;

/** A tile while a band is laid: what is laid, and what the present way would lay where nothing nearer comes. */
export class BandTile {
  readonly coverage = new Float32Array(PIXELS);
  tint: Float32Array | undefined;
  /** how far from the middle line, in shares of its half width; above 1.5: nothing waits */
  readonly off = new Float32Array(PIXELS).fill(NOTHING);
  readonly along = new Float32Array(PIXELS);
  readonly value = new Float32Array(PIXELS);
  readonly row = new Int32Array(PIXELS);
  /** what of it may be laid, px of the tile */
  touched: Box = untouched();

  /** Makes it as it was before anything was laid; what was laid is gone. */
  clear(): void {
    const { x0, y0, x1, y1 } = this.touched;
    for (let y = y0; y < y1; y++) {
      this.coverage.fill(0, y * TILE + x0, y * TILE + x1);
      this.off.fill(NOTHING, y * TILE + x0, y * TILE + x1);
      this.tint?.fill(0, 4 * (y * TILE + x0), 4 * (y * TILE + x1));
    }
    this.touched = untouched();
  }
}
const untouched = (): Box => ({ x0: TILE, y0: TILE, x1: 0, y1: 0 });

/** Tiles that bands are laid in, kept for the next one: to make room anew takes as long as to lay a narrow band. */
export class BandRoom {
  private readonly free: BandTile[] = [];

  take(tinted: boolean): BandTile {
    const tile = this.free.pop() ?? new BandTile();
    if (tinted) tile.tint ??= new Float32Array(4 * PIXELS);
    else tile.tint = undefined;
    return tile;
  }

  giveBack(tile: BandTile): void {
    tile.clear();
    if (this.free.length < MOST_FREE) this.free.push(tile);
  }
}

/** Widens a box by a pixel. */
export function touch(box: Box, x: number, y: number): void {
  if (x < box.x0) box.x0 = x;
  if (x >= box.x1) box.x1 = x + 1;
  if (y < box.y0) box.y0 = y;
  if (y >= box.y1) box.y1 = y + 1;
}
