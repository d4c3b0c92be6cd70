import type { Box } from '../raster/box.ts';
import type { Covered, StrokePrint, TileParts, TilePlace } from './types.ts';
import { towardsLamp, type Lamp } from '../relief/shade.ts';
import type { InkEngine } from './engine.ts';
import { LAMP_32, LAMP_LAYOUT } from './layout.ts';
import { lightPixels } from './kernel-plain-light.ts';
import { TILE, tilePlace, type SheetSize } from './sheet-size.ts';

/** Light that comes from everywhere, as a share of all. */
const AMBIENT = 0.34;
/** How much of what it gets a slope throws back like a mirror. */
const GLOSS = 0.42;
/** Floats before and behind each row: the neighbours of its ends. */
const PAD = 4;

/**
 * How high what was drawn stands above every pixel of a sheet, in px, in the memory of an engine; nothing at first. To be
 * freed by `free`. Rows of whole tiles, so that the kernel need not look where the sheet ends.
 */
export class SheetHeights {
  private readonly engine: InkEngine;
  private readonly size: SheetSize;
  private readonly stride: number;
  private readonly at: number;
  private readonly rows: number;

  constructor(engine: InkEngine, size: SheetSize) {
    this.engine = engine;
    this.size = size;
    this.rows = Math.ceil(size.height / TILE) * TILE;
    this.stride = Math.ceil(size.width / TILE) * TILE + 2 * PAD;
    this.at = engine.memory.allocate(this.bytes);
    engine.kernel.clear(this.at, this.bytes);
  }

  private get bytes(): number {
    return this.rows * this.stride * 4;
  }

  private get whole(): Box {
    return { x0: 0, y0: 0, x1: this.size.width, y1: this.size.height };
  }

  private address(x: number, y: number): number {
    return this.at + 4 * (y * this.stride + PAD + x);
  }

  /** The heights of a row of the sheet, for reading and writing; valid until the engine's memory grows. */
  row(y: number): Float32Array {
    return this.engine.memory.floats(this.address(0, y), this.size.width);
  }

  /** Nothing stands on some parts of tiles any more. */
  clear(parts: TileParts): void {
    for (const [key, { x0, y0, x1, y1 }] of parts) {
      const { x, y } = tilePlace(key, this.size);
      for (let k = y0; k < y1; k++) this.engine.kernel.clear(this.address(x + x0, y + k), 4 * (x1 - x0));
    }
  }

  /** Adds `px` where a stroke covers fully, and in proportion elsewhere; on some parts of tiles alone where they are given. */
  raise(stroke: StrokePrint, px: number, only?: TileParts): void {
    const use = ({ at, box: { x0, y0, x1, y1 } }: Covered, { x, y }: TilePlace) =>
      this.engine.kernel.raise(at, this.address(x, y), this.stride, px, TILE, x0, y0, x1, y1);
    this.engine.eachCoveredTile(stroke, this.size, use, only);
  }

  /** Lowers what stands by how much a stroke takes away. */
  lower(away: StrokePrint, only?: TileParts): void {
    const use = (y: number, from: number, values: Float32Array) => {
      const row = this.row(y);
      for (let i = 0; i < values.length; i++) row[from + i] *= 1 - values[i];
    };
    this.engine.eachCovered(away, this.size, use, only);
  }

  free(): void {
    this.engine.memory.free(this.at, this.bytes);
  }

  /**
   * Lights a picture of the sheet by what stands on it, in place: r, g, b, a at 8 or 16 bit. A raking lamp: flat places
   * stay as they are, slopes towards it become lighter and those away from it darker (Lambert), and what turns half way to
   * it shines as fresh paint does (Blinn and Phong), so that black ink shows its relief too. `part`: of the sheet, x0 a
   * multiple of four; all of it unless said.
   */
  light(pixels: Uint8ClampedArray | Uint16Array, lamp: Lamp, part: Box = this.whole): void {
    const { memory, kernel } = this.engine;
    const { height } = this.size;
    const { x0, y0, x1, y1 } = part;
    const width = x1 - x0;
    const count = Math.ceil(width / 4) * 4;
    this.levelEnds(part);
    const bytes = 4 * count;
    const lampAt = memory.allocate(LAMP_LAYOUT.bytes);
    const [shares, shines, line] = [0, 0, 0].map(() => memory.allocate(bytes));
    writeLamp(memory.floats(lampAt, LAMP_32.bytes), lamp);
    const [share, shine] = [shares, shines].map((at) => memory.floats(at, width));
    const held = memory.bytes(line, 4 * width);
    for (let y = y0; y < y1; y++) {
      const [above, row, below] = [Math.max(0, y - 1), y, Math.min(height - 1, y + 1)].map((r) => this.address(x0, r));
      if (!kernel.light(above, row, below, count, lampAt, shares, shines)) continue;
      const from = 4 * (y * this.size.width + x0);
      const pixelRow = pixels.subarray(from, from + 4 * width);
      if (pixelRow instanceof Uint16Array) lightPixels(pixelRow, 65535, share, shine);
      else {
        held.set(pixelRow);
        kernel.shine(line, count, shares, shines);
        pixelRow.set(held);
      }
    }
    memory.free(lampAt, LAMP_LAYOUT.bytes);
    for (const at of [shares, shines, line]) memory.free(at, bytes);
  }

  /** Beyond the sheet everything stands as high as its outermost pixels; only where a part of it is lit. */
  private levelEnds({ y0, y1 }: Box): void {
    const { width, height } = this.size;
    const all = this.engine.memory.floats(this.at, this.rows * this.stride);
    const first = Math.max(0, y0 - 1);
    for (let y = first, at = PAD + first * this.stride; y < Math.min(height, y1 + 1); y++, at += this.stride) {
      all[at - 1] = all[at];
      all[at + width] = all[at + width - 1];
    }
  }
}

function writeLamp(target: Float32Array, lamp: Lamp): void {
  const [lx, ly, lz] = towardsLamp(lamp);
  // half way between the lamp and the eye, which looks straight down
  const hl = Math.sqrt(lx * lx + ly * ly + (lz + 1) * (lz + 1));
  const [hx, hy, hz] = [lx / hl, ly / hl, (lz + 1) / hl];
  // the sixteenth power, as narrowly as the kernel lets a slope shine
  const two = hz * hz;
  const four = two * two;
  target.set([lx, ly, lz], LAMP_32.toX);
  target.set([hx, hy, hz], LAMP_32.halfX);
  target[LAMP_32.flatShine] = four * four * four * four;
  target[LAMP_32.ambient] = AMBIENT;
  target[LAMP_32.gloss] = GLOSS;
}
