import type { Box } from '../raster/box.ts';
import type { Rgb, StrokePrint, TileParts } from './types.ts';
import { runCall, type Crew } from './crew.ts';
import type { Kernel } from './kernel-interface.ts';
import type { InkMemory } from './memory.ts';
import { TILE, tileColumns, tileRowsOf, tilesOf, type SheetSize } from './sheet-size.ts';
import type { PlannedBytes, TilePrinter } from './tile-printer.ts';
import { WHOLE } from './tile-parts.ts';

/** What is printed on what. */
interface Sheet {
  prints: readonly StrokePrint[];
  ground: Rgb;
  size: SheetSize;
}

/** Some rows of tiles that are printed together into a block of memory. */
interface Strip {
  /** rows of tiles, `to` outside */
  from: number;
  to: number;
  address: number;
  planned: PlannedBytes[];
}

/** So many tiles are shared out at a time, at least. */
const LEAST_SHARED = 16;

/** Prints sheets as 8-bit pixels, some rows of tiles at a time, together with those who help. */
export class BytesPrinter {
  /** who helps; undefined where nobody does */
  crew: Crew | undefined;
  private readonly memory: InkMemory;
  private readonly kernel: Kernel;
  private readonly printer: TilePrinter;

  constructor(memory: InkMemory, kernel: Kernel, printer: TilePrinter) {
    this.memory = memory;
    this.kernel = kernel;
    this.printer = printer;
  }

  /** The rows of `size.tileRows`, or all, on an opaque ground; again only some parts of tiles, where `out` holds the rest. */
  print(sheet: Sheet, out: Uint8ClampedArray, only?: TileParts): void {
    const columns = tileColumns(sheet.size);
    const { from, to } = tileRowsOf(sheet.size);
    const together = this.crew ? Math.ceil(LEAST_SHARED / columns) : 1;
    const bytes = together * columns * TILE * TILE * 4;
    // what was printed last is taken over while the next is printed
    const blocks = [0, 0].map(() => this.memory.allocate(bytes));
    const rows = Array.from({ length: together * columns }, () => this.memory.allocate(TILE * 16));
    let last: Strip | undefined;
    for (let row = from, turn = 0; row < to; row += together, turn++) {
      const strip = { from: row, to: Math.min(to, row + together), address: blocks[turn % 2], planned: [] };
      this.plan(sheet, strip, rows, only);
      const before = last;
      this.run(strip, () => before && this.takeOver(before, sheet.size, out, only));
      last = strip;
    }
    if (last) this.takeOver(last, sheet.size, out, only);
    for (const block of blocks) this.memory.free(block, bytes);
    for (const row of rows) this.memory.free(row, TILE * 16);
  }

  /** Plans the tiles of a strip, each with room for a row of its own. */
  private plan({ prints, ground, size }: Sheet, strip: Strip, rows: readonly number[], only?: TileParts): void {
    const wide = tileColumns(size) * TILE;
    [...tilesOf({ ...size, tileRows: strip })].forEach((tile, k) => {
      const within = only ? only.get(tile.key) : WHOLE;
      if (!within) return;
      const place = { ...tile, within };
      const out = strip.address + 4 * ((place.y - strip.from * TILE) * wide + place.x);
      strip.planned.push(this.printer.planBytes(prints, ground, place, { out, wide, row: rows[k] }));
    });
  }

  private run({ planned }: Strip, meanwhile: () => void): void {
    const calls = planned.flatMap(({ call }) => (call ? [call] : []));
    if (this.crew && calls.length > 1)
      this.crew.run(
        calls.map((call) => [call]),
        meanwhile,
      );
    else {
      for (const call of calls) runCall(this.kernel, call);
      meanwhile();
    }
    for (const { blocks } of planned) for (const { address, bytes } of blocks) this.memory.free(address, bytes);
  }

  /** Copies what was printed to where it is wanted. */
  private takeOver({ from, to, address }: Strip, size: SheetSize, out: Uint8ClampedArray, only?: TileParts): void {
    const wide = tileColumns(size) * TILE;
    const printed = this.memory.bytes(address, (to - from) * TILE * wide * 4);
    const top = from * TILE;
    const first = tileRowsOf(size).from * TILE;
    const copy = ({ x0, y0, x1, y1 }: Box) => {
      const whole = x1 - x0 === wide && wide === size.width;
      const lines = whole ? y1 - y0 : 1;
      for (let y = y0; y < y1; y += lines) {
        const at = 4 * ((y - top) * wide + x0);
        const line = printed.subarray(at, at + 4 * (lines * wide - wide + x1 - x0));
        out.set(line, 4 * ((y - first) * size.width + x0));
      }
    };
    if (!only) copy({ x0: 0, y0: top, x1: size.width, y1: Math.min(size.height, to * TILE) });
    else
      for (const { key, x, y, height } of tilesOf({ ...size, tileRows: { from, to } })) {
        const part = only.get(key);
        if (!part) continue;
        copy({
          x0: x + part.x0,
          y0: y + part.y0,
          x1: Math.min(x + part.x1, size.width),
          y1: y + Math.min(part.y1, height),
        });
      }
  }
}
