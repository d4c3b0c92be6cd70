import type { Layer, Tile } from './types.ts';
import type { Kernel } from './kernel-interface.ts';
import type { DabTable } from '../vary/dab-table.ts';
import { bin } from './bins.ts';
import { extentOf, viewsAt, writeEntry } from './entry.ts';
import type { InkMemory } from './memory.ts';
import { layBin, TILE_BYTES, TINT_BYTES, WAYS_BYTES } from './lay-bin.ts';
import type { LayRule } from './lay-rule.ts';
import { ENTRY, RECORD } from './layout.ts';
import { NO_TILT, type SheetTilt } from './place.ts';
import { tileColumns, type SheetSize } from './sheet-size.ts';
import { HeldGrains } from './dab-extras.ts';
import type { Tip, TipLevel } from './tip.ts';

/** How dabs are laid besides the usual way: by a rule of its own, on a sheet that lies tilted. */
export interface LayOptions {
  rule?: LayRule;
  tilt?: SheetTilt;
}

/** Where a level of a tip lies in memory. */
export type LevelAddress = (tip: Tip, level: TipLevel) => number;

/** What dabs are laid with. */
export interface LayTools {
  memory: InkMemory;
  kernel: Kernel;
  address: LevelAddress;
}

/** Writes the entries of the dabs that can print; returns which dab each stands for. */
function writeEntries(
  { memory, address }: LayTools,
  block: number,
  dabs: DabTable,
  tips: readonly Tip[],
  zoom: number,
): Int32Array {
  let views = viewsAt(memory.memory.buffer, block);
  const dabOf = new Int32Array(dabs.count);
  let count = 0;
  // neighbours mostly share a level, and to ask for its address or for the buffer costs more than to write an entry
  let level: TipLevel | undefined;
  let at = 0;
  for (let i = 0; i < dabs.count; i++) {
    const tip = tips[dabs.card[i]];
    const extent = extentOf(dabs, i, tip, zoom);
    if (!extent) continue;
    if (extent.level !== level) {
      level = extent.level;
      at = address(tip, level);
      // a level that was not in memory before may have made it grow, which replaces the buffer
      if (views.ints.buffer !== memory.memory.buffer) views = viewsAt(memory.memory.buffer, block);
    }
    dabOf[count] = i;
    writeEntry(views, count++, dabs, i, zoom, extent, at);
  }
  return dabOf.subarray(0, count);
}

/** Lays the dabs of one stroke and coat into a new layer, in the order of the table. */
export function layDabs(
  tools: LayTools,
  dabs: DabTable,
  tips: readonly Tip[],
  { size, zoom }: { size: SheetSize; zoom: number },
  { rule, tilt = NO_TILT }: LayOptions = {},
): Layer {
  const { memory, kernel } = tools;
  const entryBytes = Math.max(1, dabs.count) * ENTRY.bytes;
  const entries = memory.allocate(entryBytes);
  const dabOf = writeEntries(tools, entries, dabs, tips, zoom);
  const count = dabOf.length;
  const recordBytes = Math.max(1, count) * RECORD.bytes;
  const records = memory.allocate(recordBytes);
  kernel.place(entries, count, records, ...tilt);
  memory.free(entries, entryBytes);
  const tinted = rule?.colours !== undefined;
  const layer = { tiles: new Map<number, Tile>(), columns: tileColumns(size), tinted };
  const bins = bin(new Int32Array(memory.memory.buffer, records, (count * RECORD.bytes) / 4), count, size);
  const indexBytes = Math.max(1, bins.order.length) * 4;
  const index = memory.allocate(indexBytes);
  for (const { key, touched } of bins.tiles)
    layer.tiles.set(key, {
      address: memory.allocate(TILE_BYTES),
      tint: tinted ? memory.allocate(TINT_BYTES) : 0,
      touched,
    });
  new Uint32Array(memory.memory.buffer, index, bins.order.length).set(bins.order);
  const ways = rule?.ways ? memory.allocate(WAYS_BYTES) : 0;
  const binned = { memory, kernel, records, index, order: bins.order, dabOf, grains: new HeldGrains(memory), ways };
  for (const part of bins.tiles) layBin(binned, part, layer, rule);
  binned.grains.free();
  if (ways) memory.free(ways, WAYS_BYTES);
  memory.free(index, indexBytes);
  memory.free(records, recordBytes);
  return layer;
}

export function freeLayer(memory: InkMemory, layer: Layer): void {
  for (const { address, tint } of layer.tiles.values()) {
    memory.free(address, TILE_BYTES);
    if (tint) memory.free(tint, TINT_BYTES);
  }
  layer.tiles.clear();
}
