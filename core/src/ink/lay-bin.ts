import type { Kernel } from './kernel-interface.ts';
import type { Layer, Tile } from './types.ts';
import type { Bin } from './bins.ts';
import { viewsAt } from './entry.ts';
import { layByRule, type LayRule } from './lay-by-rule.ts';
import type { InkMemory } from './memory.ts';
import { TILE } from './sheet-size.ts';
import { EXTRAS } from './layout.ts';
import { isThrough, writeDabExtras, type HeldGrains } from './dab-extras.ts';

export const TILE_BYTES = TILE * TILE * 4;
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
}

/** Lays the dabs of one tile into it, emptied before. */
export function layBin(binned: BinnedDabs, part: Bin, layer: Layer, rule: LayRule | undefined): void {
  const { kernel, records, index } = binned;
  const tile = layer.tiles.get(part.key);
  if (!tile) return;
  kernel.clear(tile.address, TILE_BYTES);
  if (tile.tint) kernel.clear(tile.tint, TINT_BYTES);
  const row = Math.floor(part.key / layer.columns);
  const place = { x: (part.key - row * layer.columns) * TILE, y: row * TILE };
  if (!rule) kernel.lay(records, index + part.from * 4, part.count, tile.address, place.x, place.y, TILE, TILE);
  else if (isThrough(rule)) layBinThroughGrain(binned, part, tile, place, rule);
  else layBinByRule(binned, part, tile, place, rule);
}

interface Place {
  x: number;
  y: number;
}

function layBinThroughGrain(binned: BinnedDabs, part: Bin, tile: Tile, place: Place, rule: LayRule): void {
  const { memory, kernel, records, index, order, dabOf, grains } = binned;
  const dabs = Array.from(order.subarray(part.from, part.from + part.count), (record) => dabOf[record]);
  const extras = writeDabExtras(memory, grains, dabs, place, rule);
  const { x, y } = place;
  kernel.layThrough(records, index + part.from * 4, extras, part.count, tile.address, tile.tint, x, y, TILE);
  memory.free(extras, Math.max(1, part.count) * EXTRAS.bytes);
}

const way = { coverage: new Float32Array(TILE * TILE), alongPx: new Float32Array(TILE * TILE) };
/** The one tile of ways, as before the first dab: nothing laid, and nothing before it on the path. */
function freshWay(): typeof way {
  way.coverage.fill(0);
  way.alongPx.fill(-Infinity);
  return way;
}

function layBinByRule(binned: BinnedDabs, part: Bin, tile: Tile, place: Place, rule: LayRule): void {
  const { memory, records, order, dabOf } = binned;
  const target = {
    coverage: memory.floats(tile.address, TILE * TILE),
    tint: tile.tint ? memory.floats(tile.tint, 4 * TILE * TILE) : undefined,
    way: rule.ways && freshWay(),
    ...place,
    side: TILE,
  };
  const { buffer } = memory.memory;
  const views = { ...viewsAt(buffer), words: new Uint16Array(buffer) };
  layByRule(views, records, order.subarray(part.from, part.from + part.count), dabOf, target, rule);
}
