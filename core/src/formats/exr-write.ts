import { zlibSync } from 'fflate';
import type { Raster } from '../raster/raster.ts';
import { FLOAT, ROWS, ZIP } from './exr-header.ts';

const BLOCK_ROWS = ROWS[ZIP];

/** Puts numbers and names together as a file holds them: little endian, names ended by a zero. */
class Writer {
  private readonly view: DataView;
  readonly bytes: Uint8Array;
  at = 0;

  constructor(size: number) {
    this.bytes = new Uint8Array(size);
    this.view = new DataView(this.bytes.buffer);
  }
  int(v: number): this {
    this.view.setInt32(this.at, v, true);
    this.at += 4;
    return this;
  }
  ints(...values: number[]): this {
    for (const v of values) this.int(v);
    return this;
  }
  float(v: number): this {
    this.view.setFloat32(this.at, v, true);
    this.at += 4;
    return this;
  }
  byte(v: number): this {
    this.bytes[this.at++] = v;
    return this;
  }
  name(text: string): this {
    for (const c of text) this.byte(c.charCodeAt(0));
    return this.byte(0);
  }
  /** The head of an attribute: its name, its kind, how many bytes follow. */
  attribute(name: string, kind: string, size: number): this {
    return this.name(name).name(kind).int(size);
  }
}

const HEADER_MOST = 512;

/** Heights that were parted deflate as small at the quickest level as at the slowest, in half the time. */
const QUICK = 1;

/** A header with one channel of floats, called as readers call the brightness. */
function header(width: number, height: number): Uint8Array {
  const writer = new Writer(HEADER_MOST).ints(20000630, 2);
  writer.attribute('channels', 'chlist', 19).name('Y').ints(FLOAT, 0, 1, 1).byte(0);
  writer.attribute('compression', 'compression', 1).byte(ZIP);
  for (const window of ['dataWindow', 'displayWindow'])
    writer.attribute(window, 'box2i', 16).ints(0, 0, width - 1, height - 1);
  writer.attribute('lineOrder', 'lineOrder', 1).byte(0);
  writer.attribute('pixelAspectRatio', 'float', 4).float(1);
  writer.attribute('screenWindowCenter', 'v2f', 8).float(0).float(0);
  writer.attribute('screenWindowWidth', 'float', 4).float(1);
  return writer.byte(0).bytes.subarray(0, writer.at);
}

/** Bytes as they are deflated best: those at even places first, then those at odd ones, each as its difference to the last. */
function parted(plain: Uint8Array): Uint8Array {
  const made = new Uint8Array(plain.length);
  const half = (plain.length + 1) >> 1;
  // so that the first stands as it is
  let last = 128;
  for (let to = 0, from = 0; to < plain.length; to++, from += 2) {
    if (to === half) from = 1;
    made[to] = plain[from] - last + 128;
    last = plain[from];
  }
  return made;
}

function block(heights: Raster, y: number): Uint8Array {
  const { width, height, data } = heights;
  const rows = data.slice(y * width, Math.min(height, y + BLOCK_ROWS) * width);
  const plain = new Uint8Array(rows.buffer);
  const packed = zlibSync(parted(plain), { level: QUICK });
  const body = packed.length < plain.length ? packed : plain;
  const writer = new Writer(8 + body.length).ints(y, body.length);
  writer.bytes.set(body, 8);
  return writer.bytes;
}

/**
 * Heights as OpenEXR with lossless ZIP and one channel of floats (layout: "OpenEXR File Layout" of the format's makers):
 * a third of what the same values take as colours.
 */
export function encodeHeights(heights: Raster): Uint8Array {
  const head = header(heights.width, heights.height);
  const blocks = Array.from({ length: Math.ceil(heights.height / BLOCK_ROWS) }, (_, k) =>
    block(heights, k * BLOCK_ROWS),
  );
  const tableSize = 8 * blocks.length;
  const total = blocks.reduce((sum, { length }) => sum + length, head.length + tableSize);
  const writer = new Writer(total);
  writer.bytes.set(head);
  writer.at = head.length;
  let at = head.length + tableSize;
  for (const one of blocks) {
    // no plate is so large that an offset needs more than its lower half
    writer.ints(at, 0);
    writer.bytes.set(one, at);
    at += one.length;
  }
  return writer.bytes;
}
