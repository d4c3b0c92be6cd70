import type { TilePlace } from './types.ts';

/** Side of a coverage tile in px. */
export const TILE = 256;

/** The part of a sheet that a job prints: whole rows of tiles, so that workers can share a sheet. */
export interface SheetSize {
  width: number;
  height: number;
  /** where a window on a larger sheet begins, in whole pixels of that sheet; at its corner unless said */
  left?: number;
  top?: number;
  /** rows of tiles to print; all of them unless said */
  tileRows?: { from: number; to: number };
}

export const tileColumns = (size: SheetSize): number => Math.ceil(size.width / TILE);
export const tileRowsOf = (size: SheetSize): { from: number; to: number } => {
  const rows = Math.ceil(size.height / TILE);
  return { from: Math.min(rows, size.tileRows?.from ?? 0), to: Math.min(rows, size.tileRows?.to ?? rows) };
};

/** Where the tile of a key lies. */
export function tilePlace(key: number, size: SheetSize): TilePlace {
  const columns = tileColumns(size);
  const y = Math.floor(key / columns) * TILE;
  return { key, x: (key % columns) * TILE, y, height: Math.min(TILE, size.height - y) };
}

/** The tiles of the part of a sheet that is printed, row by row. */
export function* tilesOf(size: SheetSize): Generator<TilePlace, void> {
  const columns = tileColumns(size);
  const { from, to } = tileRowsOf(size);
  for (let key = from * columns; key < to * columns; key++) yield tilePlace(key, size);
}
