import type { CoatPrint, Covered, StrokePrint, Rgb, TilePlace } from './types.ts';
import type { Kernel } from './kernel-interface.ts';
import { CoverageCombiner, isOneCoverage, isPlain, touchedBox } from './combine.ts';
import type { InkMemory } from './memory.ts';
import { CompositeRoom, putGroundBelow, printComposite } from './print-composite.ts';
import { TILE } from './sheet-size.ts';
import { WHOLE } from './tile-parts.ts';

const PIXELS = TILE * TILE;
const CLEAR: Rgb = [0, 0, 0];

/** Rows of a tile, `to` is outside. */
export interface Rows {
  from: number;
  to: number;
}

/** The rows of a tile that any coat of some strokes touches. */
function rowsOf(prints: readonly StrokePrint[], place: TilePlace): Rows {
  const rows = { from: TILE, to: 0 };
  for (const { coats } of prints)
    for (const coat of coats) {
      const { x0, y0, x1, y1 } = touchedBox(coat, place);
      if (x1 <= x0 || y1 <= y0) continue;
      rows.from = Math.min(rows.from, y0);
      rows.to = Math.max(rows.to, y1);
    }
  return rows;
}

/** Prints strokes over one tile after the other, in the memory of the ink. */
export class TilePrinter {
  /** where the last printed tile lies: float32 r, g, b, a, premultiplied */
  readonly pixels: number;
  readonly memory: InkMemory;
  private readonly kernel: Kernel;
  private readonly combiner: CoverageCombiner;
  readonly room = new CompositeRoom();

  constructor(memory: InkMemory, kernel: Kernel) {
    this.memory = memory;
    this.kernel = kernel;
    this.combiner = new CoverageCombiner(memory, kernel);
    this.pixels = memory.allocate(PIXELS * 16);
  }

  /** Prints the prints of one tile over the ground; gives the rows that they touch, the others are as before. */
  print(prints: readonly StrokePrint[], ground: Rgb | null, tile: TilePlace): Rows {
    const here = prints.filter(({ coats }) => coats.some(({ layer }) => layer.tiles.has(tile.key)));
    const rows = rowsOf(here, tile);
    if (rows.to <= rows.from) return rows;
    const count = (rows.to - rows.from) * TILE;
    const first = this.pixels + 16 * rows.from * TILE;
    // what is taken away shows the ground again: then the ground comes last, from below
    const below = ground !== null && here.some(({ away }) => away);
    const [r, g, b] = below || !ground ? CLEAR : ground;
    this.kernel.fill(first, count, r, g, b, below || !ground ? 0 : 1);
    for (const stroke of here) {
      const { coats, away } = stroke;
      if (!away && coats.every(isPlain)) for (const coat of coats) this.printCovered([coat], tile);
      else if (!away && isOneCoverage(coats)) this.printCovered(coats, tile);
      else printComposite(this, stroke, tile, this.memory.floats(this.pixels, PIXELS * 4));
    }
    if (below) putGroundBelow(ground, this.memory.floats(first, count * 4));
    return rows;
  }

  /** How much of a tile a stroke covers; undefined where it covers nothing. Valid until the next tile. */
  covered(stroke: StrokePrint, place: TilePlace): Covered | undefined {
    const [lowest, ...upper] = stroke.coats;
    if (!isOneCoverage(stroke.coats)) return this.coveredByAll(stroke, place);
    const tile = lowest.layer.tiles.get(place.key);
    if (!tile) return undefined;
    // the coverage of a plain coat is what its layer holds already
    if (upper.length === 0 && isPlain(lowest)) return { at: tile.address, box: touchedBox(lowest, place) };
    return { at: this.combiner.at, box: this.combiner.combine(stroke.coats, place) };
  }

  /** What a stroke covers where its coats do more than take away: what is clear is not covered. */
  private coveredByAll(stroke: StrokePrint, place: TilePlace): Covered | undefined {
    const { from, to } = this.print([{ ...stroke, away: false }], null, place);
    if (to <= from) return undefined;
    const px = this.memory.floats(this.pixels, PIXELS * 4);
    const out = this.memory.floats(this.combiner.at, PIXELS);
    for (let i = from * TILE; i < to * TILE; i++) out[i] = px[4 * i + 3];
    const { x0, x1 } = place.within ?? WHOLE;
    return { at: this.combiner.at, box: { x0, y0: from, x1, y1: to } };
  }

  /** A stroke that one coverage says, over what lies below: in the inks of its dabs where there are any, else in one. */
  private printCovered(coats: readonly CoatPrint[], place: TilePlace): void {
    const [{ layer, colour }] = coats;
    const covered = this.covered({ coats, away: false }, place);
    if (!covered || covered.box.x1 <= covered.box.x0) return;
    const { at, box } = covered;
    const tints = layer.tiles.get(place.key)?.tint;
    if (tints) this.kernel.blendTint(at, tints, this.pixels, TILE, box.x0, box.y0, box.x1, box.y1);
    else this.kernel.blend(at, this.pixels, TILE, box.x0, box.y0, box.x1, box.y1, ...colour);
  }
}
