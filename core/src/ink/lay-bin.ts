import type { Kernel } from './kernel-interface.ts';
import type { Layer, Tile } from './types.ts';
import type { Bin } from './bins.ts';
import type { LayRule } from './lay-rule.ts';
import type { InkMemory } from './memory.ts';
import { TILE } from './sheet-size.ts';
import { runCall, type Crew, type KernelCall, type TileWork } from './crew.ts';
import { writeRule, type WrittenRule } from './dab-extras.ts';
import type { HeldGrains } from './held-grains.ts';

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
  /** tiles on which nothing lies yet, whatever their memory holds */
  empty: ReadonlySet<number>;
  /** who helps; undefined where nobody does */
  crew?: Crew;
}

/** What lays the dabs of one tile onto what lies there, with what has been written for it; that is freed afterwards. */
interface BinWork {
  calls: TileWork;
  written?: WrittenRule;
}

/** Tells how the dabs of one tile are laid. */
function workOf(binned: BinnedDabs, part: Bin, layer: Layer, rule: LayRule | undefined): BinWork {
  const { records, index, empty } = binned;
  const tile = layer.tiles.get(part.key) as Tile;
  const row = Math.floor(part.key / layer.columns);
  const [x, y] = [(part.key - row * layer.columns) * TILE, row * TILE];
  const calls: KernelCall[] = [];
  if (empty.has(part.key)) {
    calls.push(['clear', tile.address, TILE_BYTES]);
    if (tile.tint) calls.push(['clear', tile.tint, TINT_BYTES]);
  }
  const listed = index + part.from * 4;
  if (!rule) {
    calls.push(['lay', records, listed, part.count, tile.address, x, y, TILE, TILE]);
    return { calls };
  }
  const { order, dabOf } = binned;
  const dabs = Int32Array.from(order.subarray(part.from, part.from + part.count), (record) => dabOf[record]);
  const written = writeRule(binned, dabs, { x, y, tints: tile.tint }, rule);
  calls.push(['layThrough', records, listed, written.address, part.count, tile.address, x, y, TILE]);
  return { calls, written };
}

/** The one tile of ways, as before the first dab: nothing laid, and nothing before it on the path. */
function freshWays({ memory, kernel, ways }: BinnedDabs): void {
  kernel.clear(ways, TILE_BYTES);
  memory.floats(ways + TILE_BYTES, TILE * TILE).fill(-Infinity);
}

/** So many tiles are shared out at a time: what is written for them lies in memory together. */
const MOST_SHARED = 256;

/** Lays the dabs of tiles onto what lies there, together with those who help where there are any. */
export function layBins(binned: BinnedDabs, parts: readonly Bin[], layer: Layer, rule: LayRule | undefined): void {
  const { memory, kernel, crew, ways } = binned;
  const free = ({ written }: BinWork) => written && memory.free(written.address, written.bytes);
  if (!crew || ways) {
    for (const part of parts) {
      if (ways) freshWays(binned);
      const work = workOf(binned, part, layer, rule);
      for (const call of work.calls) runCall(kernel, call);
      free(work);
    }
    return;
  }
  for (let from = 0; from < parts.length; from += MOST_SHARED) {
    const works = parts.slice(from, from + MOST_SHARED).map((part) => workOf(binned, part, layer, rule));
    crew.run(works.map(({ calls }) => calls));
    works.forEach(free);
  }
}
