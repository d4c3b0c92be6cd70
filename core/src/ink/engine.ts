import type { Covered, StrokePrint, Layer, Rgb, TileParts, TilePlace } from './types.ts';
import type { Kernel, KernelChoice } from './kernel-interface.ts';
import { Lru } from '../maths/lru.ts';
import type { Plate } from '../raster/raster.ts';
import type { DabTable } from '../vary/dab-table.ts';
import { kernelFor } from './kernel.ts';
import { BytesPrinter } from './bytes-printer.ts';
import { Crew, type CrewPlace } from './crew.ts';
import { BandRoom } from './band/band-tile.ts';
import { PieceKernel } from './band/kernel-piece.ts';
import { layBand, type BandOrder } from './band/lay-band.ts';
import { throughOf, type GrainField } from './grain.ts';
import { freeLayer, layDabs, type LayOptions, type LayTools } from './layer.ts';
import { TILE, tilePlace, tileRowsOf, tilesOf, type SheetSize } from './sheet-size.ts';
import { HeldGrains } from './held-grains.ts';
import { InkMemory } from './memory.ts';
import { TilePrinter } from './tile-printer.ts';
import { WHOLE } from './tile-parts.ts';
import type { Tip } from './tip.ts';
import { Tips } from './tips.ts';

/** A single layer in one ink. */
export const inOneInk = (layer: Layer, colour: Rgb): StrokePrint => ({
  coats: [{ layer, colour, join: 'over', gradient: [], grain: undefined, through: throughOf('multiply'), depth: 0 }],
  away: false,
});

/** Takes a row of a tile that was printed: where its first pixel lies, and on the sheet. */
type RowUse = (at: number, x: number, y: number, width: number) => void;

const GRAINS_KEPT = 128;

/**
 * Prints dab tables into coverage layers and layers onto a ground. One engine belongs to one thread; its layers live in
 * its memory until they are freed. The bytes do not depend on the kernel, on tiling or on what was printed before.
 */
export class InkEngine {
  readonly memory: InkMemory;
  readonly kernel: Kernel;
  private readonly grains = new Lru<string, GrainField>(GRAINS_KEPT);
  private readonly printer: TilePrinter;
  private readonly bytes: BytesPrinter;
  /** what another thread needs to help; undefined where this engine is alone */
  readonly helpersPlace: CrewPlace | undefined;
  private readonly bandRoom: BandRoom;
  private readonly pieces: PieceKernel | undefined;
  private readonly tools: LayTools;
  private readonly crew: Crew | undefined;

  /** `shared`: its memory is seen by threads that help, once they are there. */
  constructor(choice: KernelChoice = 'wasm', { shared = false } = {}) {
    this.memory = new InkMemory(shared);
    this.kernel = kernelFor(this.memory, choice);
    const held = new HeldGrains(this.memory);
    this.printer = new TilePrinter(this.memory, this.kernel, held);
    this.bytes = new BytesPrinter(this.memory, this.kernel, this.printer);
    this.crew = shared ? new Crew(this.memory, this.kernel) : undefined;
    this.helpersPlace = this.crew?.place;
    this.bandRoom = new BandRoom(this.memory);
    this.pieces = this.kernel.band && new PieceKernel(this.memory, this.kernel);
    this.tools = { memory: this.memory, kernel: this.kernel, tips: new Tips(this.memory), grains: held };
  }

  /** From now on work on tiles is shared out: another thread helps by `helpersPlace`. */
  shareOut(): void {
    this.tools.crew = this.crew;
    this.bytes.crew = this.crew;
  }

  /** How many tiles others have worked on. */
  get helped(): number {
    return this.crew?.helped ?? 0;
  }

  /** The tip of a plate; built once per plate object. */
  tip(plate: Plate): Tip {
    return this.tools.tips.of(plate);
  }

  /** Frees the levels of tips that are not among `plates`, so that a long session does not fill the memory. */
  keepOnly(plates: readonly Plate[]): void {
    this.pieces?.keepOnly(plates);
    this.tools.tips.keepOnly(plates);
  }

  /** Tips that are not printed with for now: their levels stay, but to make more of them begins at the plate again. */
  rest(plates: readonly Plate[]): void {
    this.tools.tips.rest(plates);
  }

  /** Lays dabs; `plates[card]` is the tip of each card. `zoom` scales the whole stroke, sizes included. */
  lay(dabs: DabTable, plates: readonly Plate[], size: SheetSize, zoom = 1, how: LayOptions = {}): Layer {
    const tips = plates.map((plate) => this.tip(plate));
    return layDabs(this.tools, dabs, tips, { size, zoom }, how);
  }

  /** Bends plates along the rows of a band; `mostTiles`: so many at a time. */
  layBand(order: BandOrder, mostTiles?: number): Layer {
    return layBand(this.bandRoom, order, this.pieces, mostTiles);
  }

  /** The values of a grain that were made before under this key, or new ones. The last few are kept. */
  grainField(key: string, make: () => GrainField): GrainField {
    const field = this.grains.get(key) ?? make();
    this.grains.set(key, field);
    return field;
  }

  /** Frees a layer; `but`: not what it has in common with this one. */
  free(layer: Layer, but?: Layer): void {
    freeLayer(this.memory, layer, but);
  }

  /** Prints tile after tile and hands each row that prints touch to `use`. */
  private eachRow(prints: readonly StrokePrint[], ground: Rgb | null, size: SheetSize, use: RowUse): void {
    for (const place of tilesOf(size)) {
      const { x, y } = place;
      const width = Math.min(TILE, size.width - x);
      const { from, to } = this.printer.print(prints, ground, place);
      for (let row = from; row < to; row++) use(row * TILE, x, y + row, width);
    }
  }

  /** Hands how much of each tile a stroke covers to `use`; only where it may cover anything, and on some parts of tiles where they are given. */
  eachCoveredTile(
    stroke: StrokePrint,
    size: SheetSize,
    use: (covered: Covered, place: TilePlace) => void,
    only?: TileParts,
  ): void {
    const keys = new Set(stroke.coats.flatMap(({ layer }) => [...layer.tiles.keys()]));
    for (const key of keys) {
      const within = only ? only.get(key) : WHOLE;
      if (!within) continue;
      const place = { ...tilePlace(key, size), within };
      const covered = this.printer.covered(stroke, place);
      if (covered && covered.box.x1 > covered.box.x0) use(covered, place);
    }
  }

  /** Hands how much of each pixel is covered by a stroke to `use`: runs of values of one sheet row, from a column on. */
  eachCovered(
    stroke: StrokePrint,
    size: SheetSize,
    use: (row: number, from: number, values: Float32Array) => void,
    only?: TileParts,
  ): void {
    const useTile = ({ at, box }: Covered, { x, y }: TilePlace) => {
      const width = Math.min(box.x1, size.width - x) - box.x0;
      if (width <= 0) return;
      for (let k = box.y0; k < box.y1; k++)
        use(y + k, x + box.x0, this.memory.floats(at + 4 * (k * TILE + box.x0), width));
    };
    this.eachCoveredTile(stroke, size, useTile, only);
  }

  /** The strokes alone as float32 r, g, b, a, premultiplied: what a ground with layers is put together with. */
  toFloats(prints: readonly StrokePrint[], size: SheetSize): Float32Array {
    const out = new Float32Array(size.width * size.height * 4);
    const use: RowUse = (at, x, y, width) => {
      const row = this.memory.floats(this.printer.pixels + 16 * at, width * 4);
      out.set(row, (y * size.width + x) * 4);
    };
    this.eachRow(prints, null, size, use);
    return out;
  }

  /** 8-bit RGBA of the printed rows, opaque ground; `target` holds the rows of `size.tileRows`, or all. */
  toBytes(prints: readonly StrokePrint[], ground: Rgb, size: SheetSize, target?: Uint8ClampedArray): Uint8ClampedArray {
    const { from, to } = tileRowsOf(size);
    const out = target ?? new Uint8ClampedArray(size.width * (Math.min(size.height, to * TILE) - from * TILE) * 4);
    this.bytes.print({ prints, ground, size }, out);
    return out;
  }

  /** Writes the same again into `target`, which holds it from before, where it lies on some parts of tiles alone. */
  toBytesAgain(
    prints: readonly StrokePrint[],
    ground: Rgb,
    size: SheetSize,
    target: Uint8ClampedArray,
    parts: TileParts,
  ): void {
    this.bytes.print({ prints, ground, size }, target, parts);
  }

  /** Unpremultiplied RGBA at 16 bit; a clear ground gives ink with its coverage as alpha. */
  toWords(prints: readonly StrokePrint[], ground: Rgb | null, size: SheetSize): Uint16Array {
    const out = new Uint16Array(size.width * size.height * 4);
    const word = (v: number): number => Math.floor(Math.min(1, Math.max(0, v)) * 65535 + 0.5);
    if (ground) fillWith(out, [...ground, 1].map(word));
    const use: RowUse = (at, x, y, width) => {
      const px = this.memory.floats(this.printer.pixels + 16 * at, width * 4);
      for (let p = 0, o = (y * size.width + x) * 4; p < 4 * width; p += 4, o += 4) {
        const alpha = px[p + 3];
        const share = alpha > 0 ? 1 / alpha : 0;
        for (let c = 0; c < 3; c++) out[o + c] = word(px[p + c] * share);
        out[o + 3] = word(alpha);
      }
    };
    this.eachRow(prints, ground, size, use);
    return out;
  }
}

/** Repeats one pixel all over, doubling what is there. */
function fillWith(out: Uint16Array, pixel: readonly number[]): void {
  if (out.length === 0) return;
  out.set(pixel);
  for (let done = pixel.length; done < out.length; done *= 2)
    out.copyWithin(done, 0, Math.min(done, out.length - done));
}
