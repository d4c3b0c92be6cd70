import type { Box } from '../raster/box.ts';
import { RECORD_32 } from './layout.ts';
import { TILE, tileColumns, tileRowsOf, type SheetSize } from './sheet-size.ts';

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

/** Of a record, as 32-bit numbers. */
const { top: TOP, bottom: BOTTOM, left: LEFT, right: RIGHT, bytes: WORDS } = RECORD_32;
/** Numbers of a cell: how many dabs, and the box they touch in sheet px. */
const CELL = 5;
/** A tile's side as a shift: dabs lie in the sheet's int32 px. */
const SHIFT = 8;

/** The tiles of a sheet that are laid: all columns, rows `from` up to `to`. */
interface TileRange {
  columns: number;
  from: number;
  to: number;
}

/** The tiles that a record's box touches, as `[left, right) x [top, bottom)` in tiles; empty where it lies beside them. */
function reach(records: Int32Array, r: number, { columns, from, to }: TileRange, out: Int32Array): void {
  out[0] = Math.max(from, records[r + TOP] >> SHIFT);
  out[1] = Math.min(to, ((records[r + BOTTOM] - 1) >> SHIFT) + 1);
  out[2] = Math.max(0, records[r + LEFT] >> SHIFT);
  out[3] = Math.min(columns, ((records[r + RIGHT] - 1) >> SHIFT) + 1);
}

/** Counts a record in a cell and widens the cell's box by the record's. */
function count(cells: Int32Array, c: number, records: Int32Array, r: number): void {
  if (cells[c] === 0 || records[r + TOP] < cells[c + 1]) cells[c + 1] = records[r + TOP];
  if (cells[c] === 0 || records[r + BOTTOM] > cells[c + 2]) cells[c + 2] = records[r + BOTTOM];
  if (cells[c] === 0 || records[r + LEFT] < cells[c + 3]) cells[c + 3] = records[r + LEFT];
  if (cells[c] === 0 || records[r + RIGHT] > cells[c + 4]) cells[c + 4] = records[r + RIGHT];
  cells[c]++;
}

/** The box of a cell within its tile, columns widened to whole fours as the kernel blends them. */
function touchedOf(cells: Int32Array, c: number, x: number, y: number): Box {
  return {
    y0: Math.max(0, cells[c + 1] - y),
    y1: Math.min(TILE, cells[c + 2] - y),
    x0: Math.max(0, cells[c + 3] - x) & ~3,
    x1: (Math.min(TILE, cells[c + 4] - x) + 3) & ~3,
  };
}

/** Deals placed dabs out to the tiles they touch. `records` are the placed records as 32-bit words. */
export function bin(records: Int32Array, dabs: number, size: SheetSize): Bins {
  const columns = tileColumns(size);
  const { from: firstRow, to: lastRow } = tileRowsOf(size);
  const range = { columns, from: firstRow, to: lastRow };
  const cells = new Int32Array(Math.max(0, lastRow - firstRow) * columns * CELL);
  const at = new Int32Array(4);
  let total = 0;
  for (let i = 0; i < dabs; i++) {
    reach(records, i * WORDS, range, at);
    for (let ty = at[0]; ty < at[1]; ty++)
      for (let tx = at[2]; tx < at[3]; tx++, total++)
        count(cells, ((ty - firstRow) * columns + tx) * CELL, records, i * WORDS);
  }
  const tiles: Bin[] = [];
  const next = new Uint32Array(cells.length / CELL);
  let from = 0;
  for (let k = 0; k < next.length; k++) {
    const found = cells[k * CELL];
    if (found === 0) continue;
    const key = firstRow * columns + k;
    const y = Math.floor(key / columns) * TILE;
    const touched = touchedOf(cells, k * CELL, key * TILE - (y / TILE) * columns * TILE, y);
    tiles.push({ key, from, count: found, touched });
    next[k] = from;
    from += found;
  }
  const order = new Uint32Array(total);
  for (let i = 0; i < dabs; i++) {
    reach(records, i * WORDS, range, at);
    for (let ty = at[0]; ty < at[1]; ty++)
      for (let tx = at[2]; tx < at[3]; tx++) order[next[(ty - firstRow) * columns + tx]++] = i;
  }
  return { tiles, order };
}
