import { unzlibSync } from 'fflate';
import { DataUtils } from 'three';
import { scratchFor } from '../wasm/index.ts';
import { blocksOf, FLOAT, HALF, NONE, ZIP, ZIPS, type ExrFile } from './exr-header.ts';

/** Inflates a zlib stream of which is known how many bytes come out. */
export type Inflate = (packed: Uint8Array, size: number) => Uint8Array;

export const inflate: Inflate = (packed, size) => unzlibSync(packed, { out: new Uint8Array(size) });

/** Channels of a picture, each by itself, row by row from the top; one that has the bits of the first is the first. */
export interface Planes {
  width: number;
  height: number;
  planes: Float32Array[];
}

let halves: Float32Array | undefined;

/** The value of every half by its bits. */
const valuesOfHalves = (): Float32Array =>
  (halves ??= Float32Array.from({ length: 65536 }, (_, bits) => DataUtils.fromHalfFloat(bits)));

/**
 * Undoes what OpenEXR does to the bytes of a block before they are deflated: each stands as its difference to the one
 * before, the bytes at even places first, then those at odd ones. In WebAssembly where there is some.
 */
export function undo(packed: Uint8Array, out: Uint8Array): void {
  const made = scratchFor(2 * packed.length + 64);
  if (!made) return plainUndo(packed, out);
  const [from, to] = [made.put(packed), made.room(packed.length + 32)];
  made.kernel.undoDifferences(from, packed.length, to);
  out.set(made.bytes(to, packed.length));
}

function plainUndo(packed: Uint8Array, out: Uint8Array): void {
  const even = (packed.length + 1) >> 1;
  let sum = packed[0];
  out[0] = sum;
  for (let i = 1; i < even; i++) {
    sum = (sum + packed[i] - 128) & 255;
    out[2 * i] = sum;
  }
  for (let i = even, to = 1; i < packed.length; i++, to += 2) {
    sum = (sum + packed[i] - 128) & 255;
    out[to] = sum;
  }
}

/** The plain bytes of a block; throws what the inflater throws, or where they are fewer than the rows take. */
function unpacked(block: Uint8Array, into: Uint8Array, by: Inflate): Uint8Array {
  // a block that deflating would have made larger stands as it is
  if (block.length >= into.length) return block.subarray(0, into.length);
  const packed = by(block, into.length);
  if (packed.length !== into.length) throw new Error('a block of it is too short');
  undo(packed, into);
  return into;
}

const rowBytesOf = ({ width, channels }: ExrFile): number =>
  channels.reduce((sum, { kind }) => sum + 2 * kind * width, 0);

/** The blocks of a plain file: their first rows from the top, how many, their bytes as they stand, and how many are plain. */
function plainBlocks(bytes: Uint8Array, file: ExrFile) {
  const { rows, top, blockRows } = file;
  const rowBytes = rowBytesOf(file);
  return blocksOf(bytes, file).map(({ y, at, size }) => {
    const start = y - top;
    const count = Math.min(blockRows, rows - start);
    return { start, count, packed: bytes.subarray(at, at + size), size: rowBytes * count };
  });
}

/** A zlib stream, and how many bytes come out of it. */
export interface ZlibStream {
  packed: Uint8Array;
  size: number;
}

/** The zlib streams of a checked plain file; a block that deflating would have made larger is none. */
export const zlibStreams = (bytes: Uint8Array, file: ExrFile): ZlibStream[] =>
  isPlain(file) && file.compression !== NONE
    ? plainBlocks(bytes, file).filter(({ packed, size }) => packed.length < size)
    : [];

/** One row of one channel out of the bytes of a block. */
function takeRow(bytes: Uint8Array, at: number, kind: number, into: Float32Array): void {
  const length = into.length * 2 * kind;
  const from = bytes.byteOffset + at;
  const aligned = from % 4 === 0;
  const buffer = aligned ? bytes.buffer : new Uint8Array(bytes.subarray(at, at + length)).buffer;
  const start = aligned ? from : 0;
  if (kind === FLOAT) return void into.set(new Float32Array(buffer, start, into.length));
  const table = valuesOfHalves();
  const bits = new Uint16Array(buffer, start, into.length);
  for (let x = 0; x < bits.length; x++) into[x] = table[bits[x]];
}

/** Whether a file is of the plain kind that `readPlanes` reads: rows of halves or floats, as they are or by ZIP. */
export const isPlain = ({ tiled, compression, channels }: ExrFile): boolean =>
  !tiled &&
  [NONE, ZIPS, ZIP].includes(compression) &&
  channels.every(({ kind, xEvery, yEvery }) => (kind === HALF || kind === FLOAT) && xEvery === 1 && yEvery === 1);

/** Whether two rows or planes hold the same bits. */
export function sameBits(a: Float32Array, b: Float32Array): boolean {
  if (a === b) return true;
  const [p, q] = [a, b].map((of) => new Uint32Array(of.buffer, of.byteOffset, of.length));
  for (let i = 0; i < p.length; i++) if (p[i] !== q[i]) return false;
  return true;
}

/** Gathers rows of channels, for each row the first channel before the others. */
function planeCollector(count: number, width: number, height: number) {
  const first = new Float32Array(width * height);
  const planes = Array.from({ length: count }, () => first);
  const row = new Float32Array(width);
  const take = (channel: number, y: number, read: (into: Float32Array) => void): void => {
    const place = planes[channel].subarray(y * width, (y + 1) * width);
    if (channel === 0 || planes[channel] !== first) return read(place);
    read(row);
    if (sameBits(row, place)) return;
    planes[channel] = first.slice();
    planes[channel].set(row, y * width);
  };
  return { planes, take };
}

/**
 * Channels of a checked plain file, those of the given names, straight from its rows (layout: "OpenEXR File Layout" of
 * the format's makers). Throws Error where its blocks are hurt.
 */
export function readPlanes(bytes: Uint8Array, file: ExrFile, names: readonly string[], by: Inflate): Planes {
  const { width, rows: height, blockRows, channels } = file;
  let rowBytes = 0;
  const wanted: { name: string; kind: number; offset: number }[] = [];
  for (const { name, kind } of channels) {
    if (names.includes(name)) wanted.push({ name, kind, offset: rowBytes });
    rowBytes += 2 * kind * width;
  }
  const { planes, take } = planeCollector(wanted.length, width, height);
  const plain = new Uint8Array(rowBytes * blockRows);
  for (const { start, count, packed, size } of plainBlocks(bytes, file)) {
    if (start < 0 || count < 1) throw new Error('a block of it lies outside');
    const block = unpacked(packed, plain.subarray(0, size), by);
    for (let row = 0; row < count; row++)
      wanted.forEach(({ kind, offset }, k) =>
        take(k, start + row, (into) => takeRow(block, row * rowBytes + offset, kind, into)),
      );
  }
  return { width, height, planes: names.map((name) => planes[wanted.findIndex((one) => one.name === name)]) };
}
