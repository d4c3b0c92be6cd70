import type { Box } from '../raster/box.ts';
import { DAB_COLUMNS, type DabTable } from '../vary/dab-table.ts';
import type { InkEngine } from './engine.ts';
import type { LayOptions } from './layer.ts';
import { addPart } from './tile-parts.ts';
import type { Layer, Since } from './types.ts';

/** What a coat stands on that grows under the hand: its first dabs, which have not changed since. */
export interface Grown {
  base: Layer;
  count: number;
}

/** A coat of a stroke as it was laid, and how deep the grain of the finished coat bites, 0..1. */
export interface LaidCoat {
  layer: Layer;
  depth: number;
  /** where it has grown under the hand */
  grown?: Grown;
  since?: Since;
}

/** Frees a coat that was laid. */
export function freeCoat(engine: InkEngine, { layer, grown }: Pick<LaidCoat, 'layer' | 'grown'>): void {
  engine.free(layer, grown?.base);
  if (grown) engine.free(grown.base);
}

/** A coat as it was laid before, and of which dabs. */
export interface CoatBefore {
  laid: LaidCoat;
  dabs: DabTable;
}

/** Lays some dabs of the coat's present table. */
export type LayMore = (more: Pick<LayOptions, 'range' | 'onto'>) => Layer;

/** How many of their first dabs two tables have in common. */
function alike(a: DabTable, b: DabTable): number {
  let count = Math.min(a.count, b.count);
  for (const name of DAB_COLUMNS) {
    const [one, other] = [a[name], b[name]];
    let i = 0;
    while (i < count && one[i] === other[i]) i++;
    count = i;
  }
  return count;
}

/**
 * Lays a coat whose stroke has grown: dabs that were the same twice are laid for good, and only what is new or still moves
 * (the path's last bend, where the pen is expected) is laid on copies of their tiles. The same bits as if all were laid at
 * once, since each pixel meets its dabs in their order.
 */
export function grow(engine: InkEngine, { laid, dabs: before }: CoatBefore, dabs: DabTable, lay: LayMore) {
  const same = alike(before, dabs);
  const { base, moved } = settled(engine, laid, { same, all: before.count }, lay);
  const layer = lay({ range: { from: same, to: dabs.count }, onto: { layer: base, keep: true } });
  return { layer, grown: { base, count: same }, since: moved && sinceOf(laid.layer, [...moved, layer]) };
}

/** Where a layer differs from an earlier one: where the dabs of these were laid last. */
function sinceOf(layer: Layer, laid: readonly Layer[]): Since {
  const parts = new Map<number, Box>();
  for (const { fresh } of laid) for (const [key, part] of fresh ?? []) addPart(parts, key, part);
  return { layer, parts };
}

interface Settled {
  base: Layer;
  /** what was laid otherwise so far than before; undefined where all was laid anew */
  moved: readonly Layer[] | undefined;
}

/** The first dabs that are the same as before, on what was laid of them; frees what else was. */
function settled(
  engine: InkEngine,
  laid: LaidCoat,
  { same, all }: { same: number; all: number },
  lay: LayMore,
): Settled {
  const { layer, grown } = laid;
  if (grown && grown.count <= same) {
    engine.free(layer, grown.base);
    const base = lay({ range: { from: grown.count, to: same }, onto: { layer: grown.base, keep: false } });
    return { base, moved: [layer, base] };
  }
  if (!grown && same === all) return { base: layer, moved: [] };
  freeCoat(engine, laid);
  return { base: lay({ range: { from: 0, to: same } }), moved: undefined };
}
