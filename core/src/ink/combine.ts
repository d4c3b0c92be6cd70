import { boxWithin, type Box } from '../raster/box.ts';
import type { Kernel } from './kernel-interface.ts';
import type { CoatPrint, TilePlace } from './types.ts';
import { onlyTakes } from './composite.ts';
import { throughGrain } from './grain.ts';
import type { HeldGrains } from './held-grains.ts';
import { KEEP } from './kernel-plain.ts';
import type { InkMemory } from './memory.ts';
import { TILE } from './sheet-size.ts';

const PIXELS = TILE * TILE;
const NOTHING: Box = { x0: 0, y0: 0, x1: 0, y1: 0 };

/** Lies over what is below as it was laid, in one ink or in those of its dabs. */
export const isPlain = ({ join, gradient, grain }: CoatPrint): boolean =>
  join === 'over' && gradient.length === 0 && !grain;

/**
 * Whether a stroke is what one coverage says, in one ink or in the inks of its dabs: then its upper coats only take away
 * from the lowest.
 */
export const isOneCoverage = ([lowest, ...upper]: readonly CoatPrint[]): boolean =>
  lowest.gradient.length === 0 && upper.every(({ join }) => onlyTakes(join));

/** Writes a coverage as it is seen through the grain of its coat. */
export function writeThrough(
  print: CoatPrint,
  covered: Float32Array,
  grain: Float32Array,
  box: Box,
  into: Float32Array,
): void {
  for (let row = box.y0; row < box.y1; row++) {
    const from = row * TILE + box.x0;
    const to = row * TILE + box.x1;
    into.set(covered.subarray(from, to), from);
    throughGrain(into, grain, print, from, to);
  }
}

/** The part of a tile of the sheet that is printed and that a coat may have touched. */
export function touchedBox({ layer }: CoatPrint, { key, height, within }: TilePlace): Box {
  const touched = layer.tiles.get(key)?.touched;
  if (!touched) return NOTHING;
  const box = { ...touched, y1: Math.min(touched.y1, height) };
  return within ? boxWithin(box, within) : box;
}

/** What is done with a coverage (KEEP), and where. */
interface Kept {
  how: number;
  into: number;
}

/** Puts together, tile by tile, the coverage of strokes whose upper coats only take away. */
export class CoverageCombiner {
  /** where the coverage of the last tile lies */
  readonly at: number;
  private readonly memory: InkMemory;
  private readonly kernel: Kernel;
  private readonly seen: number;
  private readonly grains: HeldGrains;

  constructor(memory: InkMemory, kernel: Kernel, grains: HeldGrains) {
    this.memory = memory;
    this.kernel = kernel;
    this.grains = grains;
    [this.at, this.seen] = [0, 0].map(() => memory.allocate(PIXELS * 4));
  }

  /** Puts the coats together in one tile, at `into`; gives the box outside of which nothing prints, x0 and x1 by fours. */
  combine(coats: readonly CoatPrint[], place: TilePlace, into = this.at): Box {
    let box = touchedBox(coats[0], place);
    // what a mask does not touch, it takes away
    for (const coat of coats.slice(1)) if (coat.join === 'mask') box = boxWithin(box, touchedBox(coat, place));
    if (box.x1 <= box.x0 || box.y1 <= box.y0) return NOTHING;
    coats.forEach((coat, c) =>
      this.keep(coat, { how: c === 0 ? KEEP.take : KEEP[coat.join as 'mask' | 'cut'], into }, place, box),
    );
    this.grains.trim();
    return box;
  }

  private keep(coat: CoatPrint, { how, into }: Kept, { key, x, y }: TilePlace, box: Box): void {
    const tile = coat.layer.tiles.get(key);
    if (!tile) return;
    const values = coat.grain?.(x, y).values;
    const { x0, y0, x1, y1 } = box;
    if (values && !coat.through.plain) {
      writeThrough(coat, this.memory.floats(tile.address, PIXELS), values, box, this.memory.floats(this.seen, PIXELS));
      this.kernel.keep(this.seen, 0, 0, into, how, TILE, x0, y0, x1, y1);
    } else {
      const grains = values ? this.grains.address(values) : 0;
      this.kernel.keep(tile.address, grains, coat.depth, into, how, TILE, x0, y0, x1, y1);
    }
  }
}
