import type { Box } from '../../raster/box.ts';
import { BAND_TILE, BAND_TILE_32 } from '../layout.ts';
import { TILE_BYTES, TINT_BYTES } from '../lay-bin.ts';
import type { InkMemory } from '../memory.ts';
import { TILE } from '../sheet-size.ts';

const PIXELS = TILE * TILE;
export const NOTHING = 2;
/** Free tiles are kept up to so many. */
const MOST_FREE = 48;
/** Something waits at a pixel that is not further off than this. */
export const WAITS = 1.5;

/** What waits at a pixel: how far from the middle line, in shares of its half width, how far along, its value, its row. */
const WAITING_NUMBERS = 4;
const WAITING_BYTES = 4 * WAITING_NUMBERS * PIXELS;
export const OFF = 0;
export const ALONG = 1;
export const VALUE = 2;
/** an integer */
export const ROW = 3;

/** Where what waits at a pixel of a tile stands among the numbers of all that does. */
export const waitingAt = (x: number, y: number): number => WAITING_NUMBERS * (y * TILE + x);

interface BandViews {
  coverage: Float32Array;
  tint: Float32Array | undefined;
  /** where OFF is above 1.5 nothing waits */
  waiting: Float32Array;
  /** the same memory */
  rows: Int32Array;
  /** what of each row may be laid: from px of the tile, up to px */
  first: Int32Array;
  end: Int32Array;
}

/** Behind the head of a tile lie what its rows begin with, and what they end with. */
const ROWS_BYTES = 4 * TILE;

/**
 * A tile while a band is laid: what is laid, and what the present way would lay where nothing nearer comes. It lies in the
 * memory of the ink, where the kernel lays too.
 */
export class BandTile {
  /** of its head */
  readonly address: number;
  /** its first pixel on the sheet */
  place: Readonly<{ x: number; y: number }> = { x: 0, y: 0 };
  private readonly memory: InkMemory;
  /** let go with what was laid: views hold a buffer that memory may have outgrown */
  private held: BandViews | undefined;
  /** address of the mean colours, 0 for none */
  private tint = 0;

  constructor(memory: InkMemory) {
    this.memory = memory;
    this.address = memory.allocate(BAND_TILE.bytes + 2 * ROWS_BYTES);
    const waiting = memory.allocate(WAITING_BYTES);
    const head = this.head();
    head[BAND_TILE_32.coverage] = 0;
    head[BAND_TILE_32.waiting] = waiting;
    head[BAND_TILE_32.first] = this.address + BAND_TILE.bytes;
    head[BAND_TILE_32.end] = this.address + BAND_TILE.bytes + ROWS_BYTES;
    this.look().waiting.fill(NOTHING);
  }

  private head(): Int32Array {
    return new Int32Array(this.memory.memory.buffer, this.address, BAND_TILE.bytes / 4);
  }

  private look(): BandViews {
    const { buffer } = this.memory.memory;
    const head = this.head();
    const numbers = WAITING_BYTES / 4;
    return {
      coverage: new Float32Array(buffer, head[BAND_TILE_32.coverage], PIXELS),
      tint: this.tint ? new Float32Array(buffer, this.tint, 4 * PIXELS) : undefined,
      waiting: new Float32Array(buffer, head[BAND_TILE_32.waiting], numbers),
      rows: new Int32Array(buffer, head[BAND_TILE_32.waiting], numbers),
      first: new Int32Array(buffer, head[BAND_TILE_32.first], TILE),
      end: new Int32Array(buffer, head[BAND_TILE_32.end], TILE),
    };
  }

  /** What lies in it; looked up again after every allocation, since memory that grows moves. */
  get views(): BandViews {
    if (this.held?.waiting.buffer !== this.memory.memory.buffer) this.held = this.look();
    return this.held;
  }

  /** Begins it at a place of the sheet: nothing is laid. */
  begin(x: number, y: number, tinted: boolean): void {
    const coverage = this.memory.allocate(TILE_BYTES);
    this.tint = tinted ? this.memory.allocate(TINT_BYTES) : 0;
    this.place = { x, y };
    const head = this.head();
    head[BAND_TILE_32.coverage] = coverage;
    head[BAND_TILE_32.x] = x;
    head[BAND_TILE_32.y] = y;
    this.held = this.look();
    this.held.coverage.fill(0);
    this.held.tint?.fill(0);
    this.held.first.fill(TILE);
    this.held.end.fill(0);
  }

  /** What was laid, which is the caller's from now on. Nothing may wait any more. */
  handOver(): { address: number; tint: number } {
    const head = this.head();
    const laid = { address: head[BAND_TILE_32.coverage], tint: this.tint };
    head[BAND_TILE_32.coverage] = 0;
    this.tint = 0;
    this.held = undefined;
    return laid;
  }

  /** Notes that pixels of row `y` may be laid, from `first` to `last`. */
  touch(y: number, first: number, last: number): void {
    const { first: firsts, end } = this.views;
    if (first < firsts[y]) firsts[y] = first;
    if (last >= end[y]) end[y] = last + 1;
  }

  /** What of it may be laid, px of the tile; columns widened to whole fours as the kernel blends them. */
  touched(): Box {
    const { first, end } = this.views;
    const box = { x0: TILE, y0: TILE, x1: 0, y1: 0 };
    for (let y = 0; y < TILE; y++) {
      if (first[y] >= end[y]) continue;
      box.x0 = Math.min(box.x0, first[y]);
      box.x1 = Math.max(box.x1, end[y]);
      box.y0 = Math.min(box.y0, y);
      box.y1 = y + 1;
    }
    return { ...box, x0: box.x0 & ~3, x1: (box.x1 + 3) & ~3 };
  }

  /** Frees what was laid, unless it was handed over. */
  end(): void {
    const { address, tint } = this.handOver();
    if (address) this.memory.free(address, TILE_BYTES);
    if (tint) this.memory.free(tint, TINT_BYTES);
  }

  /** Frees all of its memory; it is not to be used any more. */
  release(): void {
    this.memory.free(this.head()[BAND_TILE_32.waiting], WAITING_BYTES);
    this.memory.free(this.address, BAND_TILE.bytes + 2 * ROWS_BYTES);
  }
}

/** Lays what waits at pixel (x, y) of a tile. */
export type Commit = (tile: BandTile, x: number, y: number) => void;

/** Tiles that bands are laid in, kept for the next one: to make room anew takes as long as to lay a narrow band. */
export class BandRoom {
  private readonly free: BandTile[] = [];
  private readonly memory: InkMemory;

  constructor(memory: InkMemory) {
    this.memory = memory;
  }

  take(tinted: boolean, x: number, y: number): BandTile {
    const tile = this.free.pop() ?? new BandTile(this.memory);
    tile.begin(x, y, tinted);
    return tile;
  }

  giveBack(tile: BandTile): void {
    tile.end();
    if (this.free.length < MOST_FREE) this.free.push(tile);
    else tile.release();
  }
}
