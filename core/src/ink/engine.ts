import type { Plate } from '../raster/raster.ts';
import type { DabTable } from '../vary/dab-table.ts';
import { kernelFor, type Kernel, type KernelChoice } from './kernel.ts';
import { freeLayer, layDabs, TILE, tileColumns, tileRowsOf, type Layer, type SheetSize } from './layer.ts';
import { InkMemory } from './memory.ts';
import { Tip, type TipLevel } from './tip.ts';

/** Linear colour coordinates as they are written: r, g, b in 0..1. */
export type Rgb = readonly [number, number, number];

/** A layer with the colour that it prints in; the ground below the first is opaque, or clear for null. */
export interface Impression {
  layer: Layer;
  colour: Rgb;
}

const PIXELS = TILE * TILE;
const RGBA_BYTES = PIXELS * 16;

/**
 * Prints dab tables into coverage layers and layers onto a ground. One engine belongs to one thread; its layers live in
 * its memory until they are freed. The bytes do not depend on the kernel, on tiling or on what was printed before.
 */
export class InkEngine {
  readonly memory = new InkMemory();
  readonly kernel: Kernel;
  private readonly tips = new WeakMap<Plate, Tip>();
  private readonly levels = new Map<TipLevel, number>();
  private readonly pixels: number;
  private readonly rows: number;

  constructor(choice: KernelChoice = 'wasm') {
    this.kernel = kernelFor(this.memory, choice);
    this.pixels = this.memory.allocate(RGBA_BYTES);
    this.rows = this.memory.allocate(PIXELS * 4);
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

  private address(level: TipLevel): number {
    let address = this.levels.get(level);
    if (address === undefined) {
      address = this.memory.allocate(level.texels.byteLength);
      this.memory.words(address, level.texels.length).set(level.texels);
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
        this.memory.free(address, level.texels.byteLength);
        this.levels.delete(level);
      }
  }

  /** Lays dabs; `plates[card]` is the tip of each card. `zoom` scales the whole stroke, sizes included. */
  lay(dabs: DabTable, plates: readonly Plate[], size: SheetSize, zoom = 1): Layer {
    const tips = plates.map((plate) => this.tip(plate));
    return layDabs(this.memory, this.kernel, dabs, tips, size, zoom, (level) => this.address(level));
  }

  free(layer: Layer): void {
    freeLayer(this.memory, layer);
  }

  /** Prints impressions over the ground and hands each finished tile of float32 r, g, b, a (premultiplied) to `use`. */
  private eachTile(
    impressions: readonly Impression[],
    ground: Rgb | null,
    size: SheetSize,
    use: (x: number, y: number, width: number, height: number) => void,
  ): void {
    const columns = tileColumns(size);
    const { from, to } = tileRowsOf(size);
    const [r, g, b] = ground ?? [0, 0, 0];
    for (let ty = from; ty < to; ty++)
      for (let tx = 0; tx < columns; tx++) {
        this.kernel.fill(this.pixels, PIXELS, r, g, b, ground ? 1 : 0);
        for (const { layer, colour } of impressions) {
          const tile = layer.tiles.get(ty * columns + tx);
          if (tile !== undefined) this.kernel.blend(tile, this.pixels, PIXELS, ...colour);
        }
        const x = tx * TILE;
        const y = ty * TILE;
        use(x, y, Math.min(TILE, size.width - x), Math.min(TILE, size.height - y));
      }
  }

  /** 8-bit RGBA of the printed rows, opaque ground; `target` holds the rows of `size.tileRows`, or all. */
  toBytes(
    impressions: readonly Impression[],
    ground: Rgb,
    size: SheetSize,
    target?: Uint8ClampedArray,
  ): Uint8ClampedArray {
    const first = tileRowsOf(size).from * TILE;
    const last = Math.min(size.height, tileRowsOf(size).to * TILE);
    const out = target ?? new Uint8ClampedArray(size.width * (last - first) * 4);
    this.eachTile(impressions, ground, size, (x, y, width, height) => {
      this.kernel.bytes(this.pixels, this.rows, PIXELS);
      const rows = this.memory.bytes(this.rows, PIXELS * 4);
      for (let k = 0; k < height; k++)
        out.set(rows.subarray(k * TILE * 4, (k * TILE + width) * 4), ((y - first + k) * size.width + x) * 4);
    });
    return out;
  }

  /** Unpremultiplied RGBA at 16 bit; a clear ground gives ink with its coverage as alpha. */
  toWords(impressions: readonly Impression[], ground: Rgb | null, size: SheetSize): Uint16Array {
    const out = new Uint16Array(size.width * size.height * 4);
    const word = (v: number): number => Math.floor(Math.min(1, Math.max(0, v)) * 65535 + 0.5);
    this.eachTile(impressions, ground, size, (x, y, width, height) => {
      const px = this.memory.floats(this.pixels, PIXELS * 4);
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
