import type { Layer, Tile } from './types.ts';
import type { Kernel } from './kernel-interface.ts';
import type { DabTable } from '../vary/dab-table.ts';
import { boxAround } from '../raster/box.ts';
import { bin, type Bin } from './bins.ts';
import type { Crew } from './crew.ts';
import { extentOf, viewsAt, writeEntry } from './entry.ts';
import type { InkMemory } from './memory.ts';
import { layBins, TILE_BYTES, TINT_BYTES, WAYS_BYTES } from './lay-bin.ts';
import type { LayRule } from './lay-rule.ts';
import { ENTRY, RECORD } from './layout.ts';
import { NO_TILT, type SheetTilt } from './place.ts';
import { tileColumns, type SheetSize } from './sheet-size.ts';
import type { HeldGrains } from './held-grains.ts';
import type { Tip, TipLevel } from './tip.ts';
import type { Tips } from './tips.ts';

/** A layer that more dabs are laid onto. */
export interface LaidBefore {
  layer: Layer;
  /** its tiles stay as they are, and copies are laid on; else it is used up */
  keep: boolean;
}

/** How dabs are laid besides the usual way: by a rule of its own, on a sheet that lies tilted; some of them, onto others. */
export interface LayOptions {
  rule?: LayRule;
  tilt?: SheetTilt;
  /** the dabs of the table that are laid, `to` outside; all of them unless said */
  range?: { from: number; to: number };
  onto?: LaidBefore;
}

/** What dabs are laid with. */
export interface LayTools {
  memory: InkMemory;
  kernel: Kernel;
  tips: Tips;
  grains: HeldGrains;
  /** who helps; undefined where nobody does */
  crew?: Crew;
}

/** Writes the entries of the dabs that can print; returns which dab each stands for. */
function writeEntries(
  { memory, tips: held }: LayTools,
  block: number,
  dabs: DabTable,
  tips: readonly Tip[],
  { zoom, from, to }: { zoom: number; from: number; to: number },
): Int32Array {
  let views = viewsAt(memory.memory.buffer, block);
  const dabOf = new Int32Array(to - from);
  let count = 0;
  // neighbours mostly share a level, and to ask for its address or for the buffer costs more than to write an entry
  let level: TipLevel | undefined;
  let at = 0;
  for (let i = from; i < to; i++) {
    const tip = tips[dabs.card[i]];
    const extent = extentOf(dabs, i, tip, zoom);
    if (!extent) continue;
    if (extent.level !== level) {
      level = extent.level;
      at = held.address(tip, level);
      // a level that was not in memory before may have made it grow, which replaces the buffer
      if (views.ints.buffer !== memory.memory.buffer) views = viewsAt(memory.memory.buffer, block);
    }
    dabOf[count] = i;
    writeEntry(views, count++, dabs, i, zoom, extent, at);
  }
  return dabOf.subarray(0, count);
}

/** A tile that dabs are laid into: as it was before them, or of whatever the memory holds. */
function tileFor(
  { memory }: LayTools,
  { touched }: Bin,
  tinted: boolean,
  before: Tile | undefined,
  keep?: boolean,
): Tile {
  if (before && !keep) return { ...before, touched: boxAround(before.touched, touched) };
  const tile = { address: memory.allocate(TILE_BYTES), tint: tinted ? memory.allocate(TINT_BYTES) : 0, touched };
  if (!before) return tile;
  memory.floats(tile.address, TILE_BYTES / 4).set(memory.floats(before.address, TILE_BYTES / 4));
  if (tinted) memory.floats(tile.tint, TINT_BYTES / 4).set(memory.floats(before.tint, TINT_BYTES / 4));
  return { ...tile, touched: boxAround(before.touched, touched) };
}

/** Lays the dabs of one stroke and coat into a new layer, in the order of the table. */
export function layDabs(
  tools: LayTools,
  dabs: DabTable,
  tips: readonly Tip[],
  { size, zoom }: { size: SheetSize; zoom: number },
  { rule, tilt = NO_TILT, range, onto }: LayOptions = {},
): Layer {
  const { memory, kernel, grains } = tools;
  const { from, to } = range ?? { from: 0, to: dabs.count };
  const entryBytes = Math.max(1, to - from) * ENTRY.bytes;
  const entries = memory.allocate(entryBytes);
  const dabOf = writeEntries(tools, entries, dabs, tips, { zoom, from, to });
  const count = dabOf.length;
  const recordBytes = Math.max(1, count) * RECORD.bytes;
  const records = memory.allocate(recordBytes);
  kernel.place(entries, count, records, ...tilt);
  memory.free(entries, entryBytes);
  const tinted = rule?.colours !== undefined;
  const bins = bin(new Int32Array(memory.memory.buffer, records, (count * RECORD.bytes) / 4), count, size);
  const fresh = new Map(bins.tiles.map(({ key, touched }) => [key, touched]));
  const layer = { tiles: new Map<number, Tile>(onto?.layer.tiles), columns: tileColumns(size), tinted, fresh };
  const indexBytes = Math.max(1, bins.order.length) * 4;
  const index = memory.allocate(indexBytes);
  const empty = new Set<number>();
  for (const part of bins.tiles) {
    const before = onto?.layer.tiles.get(part.key);
    if (!before) empty.add(part.key);
    layer.tiles.set(part.key, tileFor(tools, part, tinted, before, onto?.keep));
  }
  new Uint32Array(memory.memory.buffer, index, bins.order.length).set(bins.order);
  const ways = rule?.ways ? memory.allocate(WAYS_BYTES) : 0;
  layBins({ ...tools, records, index, order: bins.order, dabOf, ways, empty }, bins.tiles, layer, rule);
  grains.trim();
  if (ways) memory.free(ways, WAYS_BYTES);
  memory.free(index, indexBytes);
  memory.free(records, recordBytes);
  return layer;
}

/** Frees the tiles of a layer, but for those that it has in common with another. */
export function freeLayer(memory: InkMemory, layer: Layer, but?: Layer): void {
  for (const [key, tile] of layer.tiles) {
    if (tile === but?.tiles.get(key)) continue;
    const { address, tint } = tile;
    memory.free(address, TILE_BYTES);
    if (tint) memory.free(tint, TINT_BYTES);
  }
  layer.tiles.clear();
}
