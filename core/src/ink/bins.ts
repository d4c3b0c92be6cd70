import { RECORD_BYTES } from './place.ts';
import { TILE, tileColumns, tileRowsOf, type Box, type SheetSize } from './sheet-size.ts';

/** The dabs of one tile: `count` of the order from `from`, and the part of the tile that their boxes cover. */
export interface Bin {
  key: number;
  from: number;
  count: number;
  touched: Box;
}

export interface Bins {
  tiles: Bin[];
  /** record numbers, tile after tile, in printing order within each */
  order: Uint32Array;
}

const WORDS = RECORD_BYTES / 4;

/** Calls `use` with each tile that a record's box touches. */
function eachTile(
  records: Int32Array,
  count: number,
  size: SheetSize,
  use: (record: number, tx: number, ty: number) => void,
): void {
  const columns = tileColumns(size);
  const rows = tileRowsOf(size);
  for (let i = 0; i < count; i++) {
    const r = i * WORDS;
    const top = Math.max(rows.from, Math.floor(records[r] / TILE));
    const bottom = Math.min(rows.to, Math.floor((records[r + 1] - 1) / TILE) + 1);
    const left = Math.max(0, Math.floor(records[r + 2] / TILE));
    const right = Math.min(columns, Math.floor((records[r + 3] - 1) / TILE) + 1);
    for (let ty = top; ty < bottom; ty++) for (let tx = left; tx < right; tx++) use(i, tx, ty);
  }
}

/** Widens a tile's touched box by a record's, columns to whole fours as the kernel blends them. */
function touch(touched: Box, records: Int32Array, r: number, x: number, y: number): void {
  touched.y0 = Math.min(touched.y0, Math.max(0, records[r] - y));
  touched.y1 = Math.max(touched.y1, Math.min(TILE, records[r + 1] - y));
  touched.x0 = Math.min(touched.x0, Math.max(0, records[r + 2] - x) & ~3);
  touched.x1 = Math.max(touched.x1, (Math.min(TILE, records[r + 3] - x) + 3) & ~3);
}

/** Deals placed dabs out to the tiles they touch. `records` are the placed records as 32-bit words. */
export function bin(records: Int32Array, count: number, size: SheetSize): Bins {
  const columns = tileColumns(size);
  const byKey = new Map<number, Bin>();
  let total = 0;
  eachTile(records, count, size, (i, tx, ty) => {
    const key = ty * columns + tx;
    let found = byKey.get(key);
    if (!found) {
      found = { key, from: 0, count: 0, touched: { x0: TILE, y0: TILE, x1: 0, y1: 0 } };
      byKey.set(key, found);
    }
    found.count++;
    total++;
    touch(found.touched, records, i * WORDS, tx * TILE, ty * TILE);
  });
  const tiles = [...byKey.values()];
  let from = 0;
  for (const tile of tiles) {
    tile.from = from;
    from += tile.count;
    tile.count = 0;
  }
  const order = new Uint32Array(total);
  eachTile(records, count, size, (i, tx, ty) => {
    const found = byKey.get(ty * columns + tx);
    if (found) order[found.from + found.count++] = i;
  });
  return { tiles, order };
}
