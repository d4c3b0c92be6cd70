import type { DabTable } from '../vary/dab-table.ts';
import { bin, type Bin } from './bins.ts';
import { ENTRY_BYTES, extentOf, viewsAt, writeEntry } from './entry.ts';
import type { Kernel } from './kernel.ts';
import type { InkMemory } from './memory.ts';
import { RECORD_BYTES } from './place.ts';
import { TILE, tileColumns, type Box, type SheetSize } from './sheet-size.ts';
import type { Tip, TipLevel } from './tip.ts';

const TILE_BYTES = TILE * TILE * 4;

/** A tile of coverage: where it lies in memory, and the part of it that dabs may have touched, in tile px. */
export interface Tile {
  address: number;
  touched: Box;
}

/** Coverage of one stroke and coat: tiles allocated where dabs touch. Key = tile row x columns + tile column. */
export interface Layer {
  tiles: Map<number, Tile>;
  columns: number;
}

/** Where a level of a tip lies in memory. */
export type LevelAddress = (tip: Tip, level: TipLevel) => number;

/** Writes the entries of the dabs that can print; returns how many. */
function writeEntries(
  memory: InkMemory,
  block: number,
  dabs: DabTable,
  tips: readonly Tip[],
  zoom: number,
  address: LevelAddress,
): number {
  let views = viewsAt(memory.memory.buffer, block);
  let count = 0;
  for (let i = 0; i < dabs.count; i++) {
    const tip = tips[dabs.card[i]];
    const extent = extentOf(dabs, i, tip, zoom);
    if (!extent) continue;
    const at = address(tip, extent.level);
    // a level that was not in memory before may have made it grow, which replaces the buffer
    if (views.ints.buffer !== memory.memory.buffer) views = viewsAt(memory.memory.buffer, block);
    writeEntry(views, count++, dabs, i, zoom, extent, at);
  }
  return count;
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
  const entryBytes = Math.max(1, dabs.count) * ENTRY_BYTES;
  const entries = memory.allocate(entryBytes);
  const count = writeEntries(memory, entries, dabs, tips, zoom, address);
  const recordBytes = Math.max(1, count) * RECORD_BYTES;
  const records = memory.allocate(recordBytes);
  kernel.place(entries, count, records);
  memory.free(entries, entryBytes);
  const layer = { tiles: new Map<number, Tile>(), columns: tileColumns(size) };
  const bins = bin(new Int32Array(memory.memory.buffer, records, (count * RECORD_BYTES) / 4), count, size);
  const indexBytes = Math.max(1, bins.order.length) * 4;
  const index = memory.allocate(indexBytes);
  for (const { key, touched } of bins.tiles) layer.tiles.set(key, { address: memory.allocate(TILE_BYTES), touched });
  new Uint32Array(memory.memory.buffer, index, bins.order.length).set(bins.order);
  for (const part of bins.tiles) layBin(kernel, records, index, layer, part);
  memory.free(index, indexBytes);
  memory.free(records, recordBytes);
  return layer;
}

function layBin(kernel: Kernel, records: number, index: number, layer: Layer, part: Bin): void {
  const tile = layer.tiles.get(part.key);
  if (!tile) return;
  kernel.clear(tile.address, TILE_BYTES);
  const ty = Math.floor(part.key / layer.columns);
  const tx = part.key - ty * layer.columns;
  kernel.lay(records, index + part.from * 4, part.count, tile.address, tx * TILE, ty * TILE, TILE, TILE);
}

export function freeLayer(memory: InkMemory, layer: Layer): void {
  for (const { address } of layer.tiles.values()) memory.free(address, TILE_BYTES);
  layer.tiles.clear();
}
