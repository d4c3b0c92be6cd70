import type { Box } from '../../raster/box.ts';
import { TILE } from '../sheet-size.ts';

export const PIXELS = TILE * TILE;
export const NOTHING = 2;
/** Free tiles are kept up to so many. */
const MOST_FREE = 48;
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
  /** what of each row may be laid: from px of the tile, up to px */
  readonly first = new Int32Array(TILE).fill(TILE);
  readonly end = new Int32Array(TILE);

  /** Notes that pixels of row `y` may be laid, from `first` to `last`. */
  touch(y: number, first: number, last: number): void {
    if (first < this.first[y]) this.first[y] = first;
    if (last >= this.end[y]) this.end[y] = last + 1;
  }

  /** What of it may be laid, px of the tile. */
  touched(): Box {
    const box = { x0: TILE, y0: TILE, x1: 0, y1: 0 };
    for (let y = 0; y < TILE; y++) {
      if (this.first[y] >= this.end[y]) continue;
      box.x0 = Math.min(box.x0, this.first[y]);
      box.x1 = Math.max(box.x1, this.end[y]);
      box.y0 = Math.min(box.y0, y);
      box.y1 = y + 1;
    }
    return box;
  }

  /** Copies what may be laid of one of its fields, of so many numbers a pixel; the rest is nothing. */
  copyRows(from: Float32Array, to: Float32Array, channels: number): void {
    to.fill(0);
    for (let y = 0; y < TILE; y++) {
      const [first, end] = [channels * (y * TILE + this.first[y]), channels * (y * TILE + this.end[y])];
      if (first < end) to.set(from.subarray(first, end), first);
    }
  }

  /** Makes it as it was before anything was laid; what was laid is gone. */
  clear(): void {
    for (let y = 0; y < TILE; y++) {
      const [from, to] = [y * TILE + this.first[y], y * TILE + this.end[y]];
      if (from >= to) continue;
      this.coverage.fill(0, from, to);
      this.off.fill(NOTHING, from, to);
      this.tint?.fill(0, 4 * from, 4 * to);
    }
    this.first.fill(TILE);
    this.end.fill(0);
  }
}

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
