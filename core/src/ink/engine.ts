import type { Covered, StrokePrint, Layer, Rgb, TilePlace } from './types.ts';
import type { Kernel, KernelChoice } from './kernel-interface.ts';
import { Lru } from '../maths/lru.ts';
import type { Plate } from '../raster/raster.ts';
import type { DabTable } from '../vary/dab-table.ts';
import { kernelFor } from './kernel.ts';
import { BandRoom } from './band/band-tile.ts';
import { layBand, type BandOrder } from './band/lay-band.ts';
import { levelBytes, writeLevel } from './entry.ts';
import { throughOf, type GrainField } from './grain.ts';
import { freeLayer, layDabs, type LayOptions, type LayTools } from './layer.ts';
import { TILE, tileColumns, tileRowsOf, type SheetSize } from './sheet-size.ts';
import { InkMemory } from './memory.ts';
import { TilePrinter } from './tile-printer.ts';
import { Tip, type TipLevel } from './tip.ts';

/** A single layer in one ink. */
export const inOneInk = (layer: Layer, colour: Rgb): StrokePrint => ({
  coats: [{ layer, colour, join: 'over', gradient: [], grain: undefined, through: throughOf('multiply'), depth: 0 }],
  away: false,
});

const PIXELS = TILE * TILE;
const GRAINS_KEPT = 128;

/**
 * Prints dab tables into coverage layers and layers onto a ground. One engine belongs to one thread; its layers live in
 * its memory until they are freed. The bytes do not depend on the kernel, on tiling or on what was printed before.
 */
export class InkEngine {
  readonly memory = new InkMemory();
  readonly kernel: Kernel;
  private readonly tips = new WeakMap<Plate, Tip>();
  private readonly levels = new Map<TipLevel, number>();
  private readonly grains = new Lru<string, GrainField>(GRAINS_KEPT);
  private readonly printer: TilePrinter;
  private readonly bandRoom = new BandRoom();
  private readonly tools: LayTools;
  private readonly rows: number;

  constructor(choice: KernelChoice = 'wasm') {
    this.kernel = kernelFor(this.memory, choice);
    this.printer = new TilePrinter(this.memory, this.kernel);
    this.rows = this.memory.allocate(PIXELS * 4);
    const address = (tip: Tip, level: TipLevel) => this.address(tip, level);
    this.tools = { memory: this.memory, kernel: this.kernel, address };
  }

  /** The tip of a plate; built once per plate object. */
  tip(plate: Plate): Tip {
    let tip = this.tips.get(plate);
    if (!tip) {
      tip = new Tip(plate);
      this.tips.set(plate, tip);
    }
    return tip;
  }

  private address(tip: Tip, level: TipLevel): number {
    let address = this.levels.get(level);
    if (address === undefined) {
      address = this.memory.allocate(levelBytes(level));
      writeLevel(this.memory.memory.buffer, address, tip, level);
      this.levels.set(level, address);
    }
    return address;
  }

  /** Frees the levels of tips that are not among `plates`, so that a long session does not fill the memory. */
  keepOnly(plates: readonly Plate[]): void {
    const kept = new Set<TipLevel>();
    for (const plate of plates) for (const level of this.tips.get(plate)?.builtLevels() ?? []) kept.add(level);
    for (const [level, address] of this.levels)
      if (!kept.has(level)) {
        this.memory.free(address, levelBytes(level));
        this.levels.delete(level);
      }
  }

  /** Lays dabs; `plates[card]` is the tip of each card. `zoom` scales the whole stroke, sizes included. */
  lay(dabs: DabTable, plates: readonly Plate[], size: SheetSize, zoom = 1, how: LayOptions = {}): Layer {
    const tips = plates.map((plate) => this.tip(plate));
    return layDabs(this.tools, dabs, tips, { size, zoom }, how);
  }

  /** Bends plates along the rows of a band. */
  layBand(order: BandOrder): Layer {
    return layBand(this.memory, this.bandRoom, order);
  }

  /** The values of a grain that were made before under this key, or new ones. The last few are kept. */
  grainField(key: string, make: () => GrainField): GrainField {
    const field = this.grains.get(key) ?? make();
    this.grains.set(key, field);
    return field;
  }

  free(layer: Layer): void {
    freeLayer(this.memory, layer);
  }

  /** Prints tile after tile and hands each that has prints to `use`, with its box in sheet px. */
  private eachTile(
    prints: readonly StrokePrint[],
    ground: Rgb | null,
    size: SheetSize,
    use: (x: number, y: number, width: number, height: number) => void,
  ): void {
    const columns = tileColumns(size);
    const { from, to } = tileRowsOf(size);
    for (let ty = from; ty < to; ty++)
      for (let tx = 0; tx < columns; tx++) {
        const x = tx * TILE;
        const y = ty * TILE;
        const height = Math.min(TILE, size.height - y);
        if (this.printer.print(prints, ground, { key: ty * columns + tx, x, y, height }))
          use(x, y, Math.min(TILE, size.width - x), height);
      }
  }

  /** Hands how much of each tile a stroke covers to `use`; only where it may cover anything. */
  eachCoveredTile(stroke: StrokePrint, size: SheetSize, use: (covered: Covered, place: TilePlace) => void): void {
    const columns = tileColumns(size);
    const keys = new Set(stroke.coats.flatMap(({ layer }) => [...layer.tiles.keys()]));
    for (const key of keys) {
      const y = Math.floor(key / columns) * TILE;
      const place = { key, x: (key % columns) * TILE, y, height: Math.min(TILE, size.height - y) };
      const covered = this.printer.covered(stroke, place);
      if (covered && covered.box.x1 > covered.box.x0) use(covered, place);
    }
  }

  /** Hands how much of each pixel is covered by a stroke to `use`: runs of values of one sheet row, from a column on. */
  eachCovered(
    stroke: StrokePrint,
    size: SheetSize,
    use: (row: number, from: number, values: Float32Array) => void,
  ): void {
    this.eachCoveredTile(stroke, size, ({ at, box }, { x, y }) => {
      const width = Math.min(box.x1, size.width - x) - box.x0;
      if (width <= 0) return;
      for (let k = box.y0; k < box.y1; k++)
        use(y + k, x + box.x0, this.memory.floats(at + 4 * (k * TILE + box.x0), width));
    });
  }

  /** The strokes alone as float32 r, g, b, a, premultiplied: what a ground with layers is put together with. */
  toFloats(prints: readonly StrokePrint[], size: SheetSize): Float32Array {
    const out = new Float32Array(size.width * size.height * 4);
    this.eachTile(prints, null, size, (x, y, width, height) => {
      const px = this.memory.floats(this.printer.pixels, PIXELS * 4);
      for (let k = 0; k < height; k++)
        out.set(px.subarray(k * TILE * 4, (k * TILE + width) * 4), ((y + k) * size.width + x) * 4);
    });
    return out;
  }

  /** 8-bit RGBA of the printed rows, opaque ground; `target` holds the rows of `size.tileRows`, or all. */
  toBytes(prints: readonly StrokePrint[], ground: Rgb, size: SheetSize, target?: Uint8ClampedArray): Uint8ClampedArray {
    const first = tileRowsOf(size).from * TILE;
    const last = Math.min(size.height, tileRowsOf(size).to * TILE);
    const out = target ?? new Uint8ClampedArray(size.width * (last - first) * 4);
    fillWith(
      out,
      [...ground, 1].map((v) => Math.floor(v * 255 + 0.5)),
    );
    this.eachTile(prints, ground, size, (x, y, width, height) => {
      this.kernel.bytes(this.printer.pixels, this.rows, height * TILE);
      const rows = this.memory.bytes(this.rows, height * TILE * 4);
      for (let k = 0; k < height; k++)
        out.set(rows.subarray(k * TILE * 4, (k * TILE + width) * 4), ((y - first + k) * size.width + x) * 4);
    });
    return out;
  }

  /** Unpremultiplied RGBA at 16 bit; a clear ground gives ink with its coverage as alpha. */
  toWords(prints: readonly StrokePrint[], ground: Rgb | null, size: SheetSize): Uint16Array {
    const out = new Uint16Array(size.width * size.height * 4);
    const word = (v: number): number => Math.floor(Math.min(1, Math.max(0, v)) * 65535 + 0.5);
    if (ground) fillWith(out, [...ground, 1].map(word));
    this.eachTile(prints, ground, size, (x, y, width, height) => {
      const px = this.memory.floats(this.printer.pixels, PIXELS * 4);
      for (let k = 0; k < height; k++)
        for (let i = 0; i < width; i++) {
          const p = (k * TILE + i) * 4;
          const o = ((y + k) * size.width + x + i) * 4;
          const alpha = px[p + 3];
          const share = alpha > 0 ? 1 / alpha : 0;
          for (let c = 0; c < 3; c++) out[o + c] = word(px[p + c] * share);
          out[o + 3] = word(alpha);
        }
    });
    return out;
  }
}

/** Repeats one pixel all over, doubling what is there. */
function fillWith(out: Uint8ClampedArray | Uint16Array, pixel: readonly number[]): void {
  if (out.length === 0) return;
  out.set(pixel);
  for (let done = pixel.length; done < out.length; done *= 2)
    out.copyWithin(done, 0, Math.min(done, out.length - done));
}
