import { kernelOver, PAGE_BYTES, webAssembly, type WasmMemory } from './module.ts';

/** The inner loops of rasters; addresses are bytes of the scratch memory. */
export interface ScratchKernel {
  convolve(
    from: number,
    rows: number,
    before: number,
    after: number,
    width: number,
    reach: number,
    weights: number,
    empty: number,
    row: number,
    half: number,
    to: number,
  ): void;
  boxRows(from: number, to: number, width: number, height: number, r: number, empty: number, row: number): void;
  boxColumns(from: number, to: number, width: number, height: number, r: number, sums: number, nothing: number): void;
  resampleRows(
    from: number,
    to: number,
    fromWidth: number,
    toWidth: number,
    height: number,
    first: number,
    count: number,
    weights: number,
    most: number,
  ): void;
  resampleColumns(
    from: number,
    to: number,
    width: number,
    toHeight: number,
    first: number,
    count: number,
    weights: number,
    most: number,
  ): void;
  extreme(data: number, spare: number, width: number, height: number, r: number, sign: number, rows: number): void;
  shown(
    image: number,
    width: number,
    height: number,
    template: number,
    n: number,
    dabs: number,
    count: number,
    shift: number,
    most: number,
    out: number,
  ): void;
  laidOn(
    tip: number,
    n: number,
    detail: number,
    width: number,
    height: number,
    px: number,
    middle: number,
    xx: number,
    xy: number,
    gx: number,
    yx: number,
    yy: number,
    gy: number,
    out: number,
  ): void;
  around(data: number, width: number, height: number, places: number, count: number, half: number, out: number): void;
  rimSums(slopes: number, width: number, height: number, rim: number, n: number, dab: number, sums: number): void;
  pulledRow(
    data: number,
    width: number,
    height: number,
    a: number,
    b: number,
    c: number,
    d: number,
    e: number,
    f: number,
    row: number,
    count: number,
    out: number,
  ): void;
  valuesAt(data: number, width: number, height: number, places: number, count: number, out: number): void;
  shiftedRow(upper: number, lower: number, count: number, fx: number, fy: number, to: number): void;
  distances(set: number, near: number, width: number, height: number, room: number): void;
  span(data: number, count: number, out: number): void;
  undoDifferences(bytes: number, count: number, to: number): void;
  addGrid(
    grid: number,
    fromWidth: number,
    fromHeight: number,
    to: number,
    width: number,
    height: number,
    inX: number,
    inY: number,
    by: number,
  ): void;
  pieceRuns(data: number, width: number, height: number, threshold: number, runs: number, most: number): number;
  namePieces(runs: number, most: number, count: number): number;
  labelPieces(runs: number, most: number, count: number, label: number, area: number): void;
  /** `other`: where the second of two images goes that lie side by side; 0 for one alone */
  turned(
    from: number,
    to: number,
    other: number,
    width: number,
    c: number,
    s: number,
    first: number,
    last: number,
    reach: number,
  ): void;
  narrowed(from: number, count: number, to: number): void;
  widenedWords(from: number, count: number, to: number): void;
  wordPairs(from: number, pairs: number, to: number): void;
  floatPairs(from: number, pairs: number, to: number): void;
  stretch(data: number, count: number, less: number, gain: number, more: number, low: number, high: number): void;
  ridge(data: number, three: number, out: number, width: number, away: number, first: number, last: number): void;
  pieces(
    ridges: number,
    within: number,
    width: number,
    first: number,
    last: number,
    length: number,
    enough: number,
    least: number,
    rows: number,
    out: number,
  ): void;
  times(a: number, b: number, count: number): void;
  minus(a: number, b: number, count: number): void;
  above(data: number, count: number, least: number, out: number): void;
  widened(data: number, width: number, height: number, out: number): void;
  columns(first: number, last: number, width: number, height: number, out: number): void;
  inside(data: number, local: number, weight: number, within: number, count: number): void;
  lessStreaks(data: number, streaks: number, depth: number, within: number, count: number): void;
  slopesAlong(data: number, width: number, height: number, out: number): void;
  columnSums(data: number, count: number, size: number, sums: number): void;
  lessRow(data: number, count: number, size: number, less: number): void;
  product(p: number, q: number, size: number, pairs: number, every: number, later: number): number;
}

/** Room for what is changed a few values at a time, whatever computation is under way: behind it lie the blocks of that. */
const SMALL = { at: 1024, bytes: 1 << 18 };
const BEGIN = SMALL.at + SMALL.bytes;
/** Empty bytes behind each block: loops of four go past its end. */
const GAP = 64;
const MOST_PAGES = 1024;

/** Memory for one computation at a time: blocks lie one behind the other until the next one begins. */
export class Scratch {
  readonly kernel: ScratchKernel;
  private readonly memory: WasmMemory;
  private top = BEGIN;

  constructor(kernel: ScratchKernel, memory: WasmMemory) {
    this.kernel = kernel;
    this.memory = memory;
  }

  /** Forgets all blocks, and makes sure that so many bytes, in up to 16 blocks, can follow. */
  begin(bytes: number): void {
    this.top = BEGIN;
    const missing = BEGIN + bytes + 16 * GAP - this.memory.buffer.byteLength;
    if (missing > 0) this.memory.grow(Math.ceil(missing / PAGE_BYTES));
  }

  /** A place of so many bytes that no block takes; what it holds is whatever was there. */
  small(bytes: number): number {
    if (bytes > SMALL.bytes) throw new RangeError(`${bytes} bytes are more than there is room for`);
    return SMALL.at;
  }

  /** The address of a block; what it holds is whatever was there. */
  room(bytes: number): number {
    const at = this.top;
    this.top = at + Math.ceil(bytes / 16) * 16 + GAP;
    return at;
  }

  put(values: Uint8Array | Float32Array | Float64Array | Int32Array): number {
    const at = this.room(values.byteLength);
    const { buffer, byteOffset, byteLength } = values;
    new Uint8Array(this.memory.buffer, at, byteLength).set(new Uint8Array(buffer, byteOffset, byteLength));
    return at;
  }

  /** Rows of one length, one right behind the other. */
  putRows(rows: readonly Float64Array[]): number {
    const [{ byteLength, length }] = rows;
    const at = this.room(rows.length * byteLength);
    rows.forEach((row, k) => this.doubles(at + k * byteLength, length).set(row));
    return at;
  }

  bytes(at: number, count: number): Uint8Array {
    return new Uint8Array(this.memory.buffer, at, count);
  }

  words(at: number, count: number): Uint16Array {
    return new Uint16Array(this.memory.buffer, at, count);
  }

  floats(at: number, count: number): Float32Array {
    return new Float32Array(this.memory.buffer, at, count);
  }

  integers(at: number, count: number): Int32Array {
    return new Int32Array(this.memory.buffer, at, count);
  }

  doubles(at: number, count: number): Float64Array {
    return new Float64Array(this.memory.buffer, at, count);
  }
}

/** What a scratch memory may be asked for, bytes. */
const MOST_BYTES = (MOST_PAGES - 12) * PAGE_BYTES;

let made: Scratch | null | undefined;

function make(): Scratch | null {
  if (typeof webAssembly() === 'undefined') return null;
  const memory = new (webAssembly().Memory)({ initial: 16, maximum: MOST_PAGES });
  const kernel = kernelOver(memory);
  return kernel ? new Scratch(kernel as ScratchKernel, memory) : null;
}

let wanted = true;

/** Whether loops may run in WebAssembly; both ways give the same bits. */
export const wantScratch = (on: boolean): void => void (wanted = on);

/** The scratch memory of this environment as it is, for what is done in its small place; undefined without WebAssembly SIMD. */
export function scratchAside(): Scratch | undefined {
  if (!wanted) return undefined;
  made ??= make();
  return made ?? undefined;
}

/**
 * The scratch memory of this environment, begun for so many bytes; undefined where it cannot hold them, or without
 * WebAssembly SIMD: then all is computed in plain loops.
 */
export function scratchFor(bytes: number): Scratch | undefined {
  if (bytes > MOST_BYTES) return undefined;
  const scratch = scratchAside();
  scratch?.begin(bytes);
  return scratch;
}
