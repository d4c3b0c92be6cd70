import type { DabTable } from '../vary/dab-table.ts';
import type { InkMemory } from './memory.ts';
import { placeDab, RECORD_BYTES, writeRecord, type Records } from './record.ts';
import type { Kernel } from './kernel.ts';
import type { Tip, TipLevel } from './tip.ts';

/** Side of a coverage tile in px. */
export const TILE = 256;
const TILE_BYTES = TILE * TILE * 4;

/** The part of a sheet that a job prints: whole rows of tiles, so that workers can share a sheet. */
export interface SheetSize {
  width: number;
  height: number;
  /** rows of tiles to print; all of them unless said */
  tileRows?: { from: number; to: number };
}

/** Coverage of one stroke and coat: tiles allocated where dabs touch. Key = tile row x columns + tile column. */
export interface Layer {
  tiles: Map<number, number>;
  columns: number;
}

export const tileColumns = (size: SheetSize): number => Math.ceil(size.width / TILE);
export const tileRowsOf = (size: SheetSize): { from: number; to: number } => {
  const rows = Math.ceil(size.height / TILE);
  return { from: Math.min(rows, size.tileRows?.from ?? 0), to: Math.min(rows, size.tileRows?.to ?? rows) };
};

/** Where a tip's levels lie in memory. */
export type LevelAddress = (level: TipLevel) => number;

/** Indices of the records that touch each tile, in printing order. */
function bin(records: Records, count: number, size: SheetSize): Map<number, number[]> {
  const columns = tileColumns(size);
  const rows = tileRowsOf(size);
  const bins = new Map<number, number[]>();
  for (let i = 0; i < count; i++) {
    const r = (i * RECORD_BYTES) / 4;
    const top = Math.max(rows.from, Math.floor(records.ints[r] / TILE));
    const bottom = Math.min(rows.to, Math.floor((records.ints[r + 1] - 1) / TILE) + 1);
    const left = Math.max(0, Math.floor(records.ints[r + 2] / TILE));
    const right = Math.min(columns, Math.floor((records.ints[r + 3] - 1) / TILE) + 1);
    for (let ty = top; ty < bottom; ty++)
      for (let tx = left; tx < right; tx++) {
        const key = ty * columns + tx;
        const list = bins.get(key);
        if (list) list.push(i);
        else bins.set(key, [i]);
      }
  }
  return bins;
}

/** Prepares the records of a dab table in a block of memory; returns how many dabs can print. */
function prepare(
  memory: InkMemory,
  block: number,
  dabs: DabTable,
  tips: readonly Tip[],
  zoom: number,
  address: LevelAddress,
): number {
  const placed = [];
  for (let i = 0; i < dabs.count; i++) {
    const p = placeDab(dabs, i, tips[dabs.card[i]], zoom);
    if (p) placed.push({ p, at: address(p.level), i });
  }
  // views are made after the last allocation: growing replaces the buffer
  const bytes = placed.length * RECORD_BYTES;
  const { buffer } = memory.memory;
  const records: Records = {
    ints: new Int32Array(buffer, block, bytes / 4),
    floats: new Float32Array(buffer, block, bytes / 4),
    doubles: new Float64Array(buffer, block, bytes / 8),
  };
  placed.forEach(({ p, at, i }, index) =>
    writeRecord(records, index, p, at, dabs.opacityPct[i] / 100, dabs.flowPct[i] / 100),
  );
  return placed.length;
}

/** Lays the dabs of one stroke and coat into a new layer, in the order of the table. */
export function layDabs(
  memory: InkMemory,
  kernel: Kernel,
  dabs: DabTable,
  tips: readonly Tip[],
  size: SheetSize,
  zoom: number,
  address: LevelAddress,
): Layer {
  const blockBytes = Math.max(1, dabs.count) * RECORD_BYTES;
  const block = memory.allocate(blockBytes);
  const count = prepare(memory, block, dabs, tips, zoom, address);
  const records: Records = {
    ints: new Int32Array(memory.memory.buffer, block, (count * RECORD_BYTES) / 4),
    floats: new Float32Array(0),
    doubles: new Float64Array(0),
  };
  const bins = bin(records, count, size);
  const layer: Layer = { tiles: new Map(), columns: tileColumns(size) };
  const indexBytes = Math.max(1, ...[...bins.values()].map((list) => list.length)) * 4;
  const index = memory.allocate(indexBytes);
  for (const [key, list] of bins) {
    const tile = memory.allocate(TILE_BYTES);
    memory.floats(tile, TILE * TILE).fill(0);
    layer.tiles.set(key, tile);
    new Uint32Array(memory.memory.buffer, index, list.length).set(list);
    const ty = Math.floor(key / layer.columns);
    const tx = key - ty * layer.columns;
    kernel.lay(block, index, list.length, tile, tx * TILE, ty * TILE, TILE, TILE);
  }
  memory.free(index, indexBytes);
  memory.free(block, blockBytes);
  return layer;
}

export function freeLayer(memory: InkMemory, layer: Layer): void {
  for (const tile of layer.tiles.values()) memory.free(tile, TILE_BYTES);
  layer.tiles.clear();
}
