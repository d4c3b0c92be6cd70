import type { Kernel } from './kernel-interface.ts';
import type { Layer, Tile } from './types.ts';
import type { Bin } from './bins.ts';
import type { LayRule } from './lay-rule.ts';
import type { InkMemory } from './memory.ts';
import { TILE } from './sheet-size.ts';
import { writeRule, type HeldGrains } from './dab-extras.ts';

export const TILE_BYTES = TILE * TILE * 4;
/** What a way has laid by itself, and how far along the path that was. */
export const WAYS_BYTES = 2 * TILE_BYTES;
/** r, g, b and 1: four numbers a pixel lie in one line of the cache; three planes would fall on the same ones. */
export const TINT_BYTES = 4 * TILE_BYTES;

/** Placed dabs, binned out to tiles. */
interface BinnedDabs {
  memory: InkMemory;
  kernel: Kernel;
  /** addresses of the records, and of their order tile by tile */
  records: number;
  index: number;
  order: Uint32Array;
  /** the dab of each record */
  dabOf: Int32Array;
  grains: HeldGrains;
  /** where crossings stay even: the address of the tile of ways, else 0 */
  ways: number;
}

/** Lays the dabs of one tile onto what lies there. */
export function layBin(binned: BinnedDabs, part: Bin, layer: Layer, rule: LayRule | undefined): void {
  const { kernel, records, index } = binned;
  const tile = layer.tiles.get(part.key);
  if (!tile) return;
  const row = Math.floor(part.key / layer.columns);
  const place = { x: (part.key - row * layer.columns) * TILE, y: row * TILE };
  if (!rule) kernel.lay(records, index + part.from * 4, part.count, tile.address, place.x, place.y, TILE, TILE);
  else layBinByRule(binned, part, tile, place, rule);
}

/** The one tile of ways, as before the first dab: nothing laid, and nothing before it on the path. */
function freshWays({ memory, kernel, ways }: BinnedDabs): void {
  kernel.clear(ways, TILE_BYTES);
  memory.floats(ways + TILE_BYTES, TILE * TILE).fill(-Infinity);
}

function layBinByRule(binned: BinnedDabs, part: Bin, tile: Tile, { x, y }: Place, rule: LayRule): void {
  const { memory, kernel, records, index, order, dabOf, ways } = binned;
  if (ways) freshWays(binned);
  const dabs = Int32Array.from(order.subarray(part.from, part.from + part.count), (record) => dabOf[record]);
  const written = writeRule(binned, dabs, { x, y, tints: tile.tint }, rule);
  kernel.layThrough(records, index + part.from * 4, written.address, part.count, tile.address, x, y, TILE);
  memory.free(written.address, written.bytes);
}

interface Place {
  x: number;
  y: number;
}
