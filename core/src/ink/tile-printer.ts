import type { CoatPrint, Covered, StrokePrint, Rgb, TilePlace } from './types.ts';
import type { HeldGrains } from './held-grains.ts';
import { runCall, type KernelCall } from './crew.ts';
import type { Kernel } from './kernel-interface.ts';
import { CoverageCombiner, isOneCoverage, isPlain, touchedBox } from './combine.ts';
import { viewsAt } from './entry.ts';
import { COVERED, COVERED_32 } from './layout.ts';
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

/** Where a tile is printed as 8-bit pixels, how many px a row has there, and room for a row of float32 ones. */
export interface PrintRoom {
  out: number;
  wide: number;
  row: number;
}

/** Memory that is freed once a tile is printed. */
interface Block {
  address: number;
  bytes: number;
}

/** The call that prints a tile where that is not done yet, and what it reads. */
export interface PlannedBytes {
  call?: KernelCall;
  blocks: readonly Block[];
}

/** One coverage of a tile, with the address of its inks, 0 where it is of one colour. */
interface Cover extends Covered {
  tints: number;
  colour: Rgb;
}

function writeCovers(memory: InkMemory, list: number, covers: readonly Cover[]): void {
  const { ints, floats } = viewsAt(memory.memory.buffer, list);
  covers.forEach(({ at, tints, box: { x0, y0, x1, y1 }, colour }, k) => {
    const first = k * COVERED_32.bytes;
    ints.set([at, tints, x0, y0, x1, y1], first);
    floats.set([...colour, 1], first + COVERED_32.colour);
  });
}

/** The prints that lie on a tile. */
const printsOn = (prints: readonly StrokePrint[], { key }: TilePlace): StrokePrint[] =>
  prints.filter(({ coats }) => coats.some(({ layer }) => layer.tiles.has(key)));

/** Prints strokes over one tile after the other, in the memory of the ink. */
export class TilePrinter {
  /** where the last printed tile lies: float32 r, g, b, a, premultiplied */
  readonly pixels: number;
  readonly memory: InkMemory;
  private readonly kernel: Kernel;
  private readonly combiner: CoverageCombiner;
  readonly room = new CompositeRoom();

  constructor(memory: InkMemory, kernel: Kernel, grains: HeldGrains) {
    this.memory = memory;
    this.kernel = kernel;
    this.combiner = new CoverageCombiner(memory, kernel, grains);
    this.pixels = memory.allocate(PIXELS * 16);
  }

  /** Plans to print one tile over the ground as 8-bit pixels; what is no plain print is printed at once, its box alone. */
  planBytes(prints: readonly StrokePrint[], ground: Rgb, tile: TilePlace, { out, wide, row }: PrintRoom): PlannedBytes {
    const here = printsOn(prints, tile);
    const { x0, y0, x1, y1 } = tile.within ?? WHOLE;
    const box = [x0 & ~3, y0, (x1 + 3) & ~3, Math.min(y1, tile.height)] as const;
    const planned = (list: number, count: number): KernelCall => [
      ...(['printed', list, count, row, out, wide, TILE] as const),
      ...box,
      ...ground,
    ];
    const blocks: Block[] = [];
    const covers = this.coversOf(here, tile, blocks);
    if (covers) {
      const list = this.block(Math.max(1, covers.length) * COVERED.bytes, blocks);
      writeCovers(this.memory, list, covers);
      return { call: planned(list, covers.length), blocks };
    }
    runCall(this.kernel, planned(0, 0));
    const rows = this.print(here, ground, tile);
    for (let y = rows.from; y < rows.to; y++)
      this.kernel.bytes(this.pixels + 16 * (y * TILE + box[0]), out + 4 * (y * wide + box[0]), box[2] - box[0]);
    return { blocks };
  }

  private block(bytes: number, blocks: Block[]): number {
    const address = this.memory.allocate(bytes);
    blocks.push({ address, bytes });
    return address;
  }

  /**
   * The coverages that say all of some strokes, from the lowest; undefined where one is more than that. Those that are put
   * together lie in blocks of their own.
   */
  private coversOf(prints: readonly StrokePrint[], place: TilePlace, blocks: Block[]): Cover[] | undefined {
    const apart = (coats: readonly CoatPrint[]) => coats.every(isPlain);
    if (prints.some(({ coats, away }) => away || !(apart(coats) || isOneCoverage(coats)))) return undefined;
    return prints.flatMap(({ coats }) => {
      if (apart(coats)) return coats.flatMap((coat) => this.coverOf([coat], place));
      const tile = coats[0].layer.tiles.get(place.key);
      if (!tile) return [];
      const at = this.block(PIXELS * 4, blocks);
      const box = this.combiner.combine(coats, place, at);
      return box.x1 > box.x0 ? [{ at, box, tints: tile.tint, colour: coats[0].colour }] : [];
    });
  }

  /** The coverage of coats of which one coverage says all: none where nothing prints. */
  private coverOf(coats: readonly CoatPrint[], place: TilePlace): Cover[] {
    const [{ layer, colour }] = coats;
    const covered = this.covered({ coats, away: false }, place);
    if (!covered || covered.box.x1 <= covered.box.x0) return [];
    return [{ ...covered, tints: layer.tiles.get(place.key)?.tint ?? 0, colour }];
  }

  /** Prints the prints of one tile over the ground; gives the rows that they touch, the others are as before. */
  print(prints: readonly StrokePrint[], ground: Rgb | null, tile: TilePlace): Rows {
    const here = printsOn(prints, tile);
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
    for (const { at, box, tints, colour } of this.coverOf(coats, place)) {
      const { x0, y0, x1, y1 } = box;
      if (tints) this.kernel.blendTint(at, tints, this.pixels, TILE, x0, y0, x1, y1);
      else this.kernel.blend(at, this.pixels, TILE, x0, y0, x1, y1, ...colour);
    }
  }
}
