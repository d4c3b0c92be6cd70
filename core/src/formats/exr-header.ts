import { AmberError } from '../errors.ts';
import { checkPixels } from '../raster/limits.ts';

/** Whether bytes begin like an OpenEXR file. */
export const isExr = (bytes: Uint8Array): boolean =>
  bytes.length > 4 && bytes[0] === 0x76 && bytes[1] === 0x2f && bytes[2] === 0x31 && bytes[3] === 0x01;

const VERSION = 0xff;
const MULTI_PART = 0x1000;
const DEEP = 0x800;
const TILED = 0x200;
const LONGEST_NAME = 255;
/** Kinds of values, by the number that a channel gives. */
export const HALF = 1;
export const FLOAT = 2;
/** Compressions, by their number. */
export const NONE = 0;
export const ZIPS = 2;
export const ZIP = 3;
/** Rows in a block, by the number of the compression (OpenEXR file layout). */
export const ROWS = [1, 1, 1, 16, 32, 16, 32, 32, 32, 256];

const cutOff = (where: string) =>
  new AmberError('bad-picture', `${where} cannot be read as OpenEXR (it is cut off); export it again.`, where);
const unread = (where: string, what: string) =>
  new AmberError(
    'bad-picture',
    `${where} cannot be read as OpenEXR (it ${what}); export it as one flat picture.`,
    where,
  );

/** Reads through a file and never beyond its end. */
class Reader {
  at = 8;
  readonly view: DataView;
  private readonly where: string;

  constructor(bytes: Uint8Array, where: string) {
    this.view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
    this.where = where;
  }
  need(count: number): void {
    if (count < 0 || this.at + count > this.view.byteLength) throw cutOff(this.where);
  }
  int(): number {
    this.need(4);
    this.at += 4;
    return this.view.getInt32(this.at - 4, true);
  }
  text(): string {
    let made = '';
    for (;;) {
      this.need(1);
      const c = this.view.getUint8(this.at++);
      if (c === 0) return made;
      made += String.fromCharCode(c);
      if (made.length > LONGEST_NAME) throw cutOff(this.where);
    }
  }
}

export interface ExrChannel {
  name: string;
  /** where its name lies in the file */
  at: number;
  /** 0 whole number, 1 half, 2 float */
  kind: number;
  /** it holds a value for every so many px in a row, and rows */
  xEvery: number;
  yEvery: number;
}

/** What the header of a file says. */
export interface ExrFile {
  width: number;
  rows: number;
  /** the number of the first row */
  top: number;
  compression: number;
  blockRows: number;
  tiled: boolean;
  channels: ExrChannel[];
  /** where the size of the list of channels lies */
  sizeAt: number;
  /** where the header ends and the table of offsets begins */
  headerEnd: number;
}

function channelsOf(reader: Reader): ExrChannel[] {
  const found: ExrChannel[] = [];
  for (let at = reader.at; ; at = reader.at) {
    const name = reader.text();
    if (name === '') return found;
    // its kind, whether it is linear and spare bytes, how often it is sampled
    const [kind, , xEvery, yEvery] = [reader.int(), reader.int(), reader.int(), reader.int()];
    found.push({ name, at, kind, xEvery, yEvery });
  }
}

function headerOf(bytes: Uint8Array, where: string): ExrFile {
  if (bytes.length < 8) throw cutOff(where);
  const reader = new Reader(bytes, where);
  const flags = reader.view.getUint32(4, true);
  if ((flags & VERSION) !== 2) throw unread(where, `is of version ${flags & VERSION}, not 2`);
  if (flags & MULTI_PART) throw unread(where, 'has several parts');
  if (flags & DEEP) throw unread(where, 'holds deep data');
  const file: ExrFile = {
    width: 0,
    rows: 0,
    top: 0,
    compression: -1,
    blockRows: 0,
    tiled: (flags & TILED) !== 0,
    channels: [],
    sizeAt: 0,
    headerEnd: 0,
  };
  for (let name = reader.text(); name !== ''; name = reader.text()) {
    reader.text();
    const sizeAt = reader.at;
    const size = reader.int();
    reader.need(size);
    const end = reader.at + size;
    if (name === 'compression' && size === 1) file.compression = reader.view.getUint8(reader.at);
    if (name === 'dataWindow' && size === 16) {
      const [left, top, right, bottom] = [reader.int(), reader.int(), reader.int(), reader.int()];
      Object.assign(file, { width: right - left + 1, rows: bottom - top + 1, top });
    }
    if (name === 'channels') Object.assign(file, { channels: channelsOf(reader), sizeAt });
    reader.at = end;
  }
  file.headerEnd = reader.at;
  file.blockRows = ROWS[file.compression] ?? 0;
  if (file.blockRows === 0 || file.width < 1 || file.rows < 1) throw cutOff(where);
  return file;
}

/** A block of rows of a file that is not in tiles: the number of its first row, and where its bytes lie. */
interface Block {
  y: number;
  at: number;
  size: number;
}

/** All blocks of a file that is not in tiles; an offset or size may be beyond its end where the file is hurt. */
export function blocksOf(bytes: Uint8Array, { rows, blockRows, headerEnd }: ExrFile): Block[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return Array.from({ length: Math.ceil(rows / blockRows) }, (_, k) => {
    const entry = headerEnd + 8 * k;
    const at = view.getUint32(entry, true) + 2 ** 32 * view.getUint32(entry + 4, true);
    const inside = at + 8 <= bytes.length;
    return { at: at + 8, y: inside ? view.getInt32(at, true) : 0, size: inside ? view.getInt32(at + 4, true) : -1 };
  });
}

/**
 * Reads the header of an OpenEXR file and checks that the file holds what it says, and that it is not too large: readers
 * trust it and may run on for ever. Throws bad-picture and picture-too-large.
 */
export function checkExr(bytes: Uint8Array, where: string): ExrFile {
  const file = headerOf(bytes, where);
  const { width, rows, blockRows, headerEnd } = file;
  checkPixels(where, width, rows);
  if (file.tiled) return file;
  const tableEnd = headerEnd + 8 * Math.ceil(rows / blockRows);
  if (tableEnd > bytes.length) throw cutOff(where);
  for (const { at, size } of blocksOf(bytes, file))
    if (at - 8 < tableEnd || size < 0 || at + size > bytes.length) throw cutOff(where);
  return file;
}

/**
 * A copy of a file in which one channel is called Y, the name that readers take for the brightness: so a channel of any
 * name is read. What lies behind the header moves, and its table of offsets with it.
 */
export function withBrightness(bytes: Uint8Array, file: ExrFile, channel: string, where: string): Uint8Array {
  const { sizeAt, channels, headerEnd } = file;
  const one = channels.find(({ name }) => name === channel);
  if (!one) throw unread(where, `has no channel ${channel}`);
  const shorter = channel.length - 1;
  const out = new Uint8Array(bytes.length - shorter);
  out.set(bytes.subarray(0, one.at));
  out[one.at] = 'Y'.charCodeAt(0);
  out.set(bytes.subarray(one.at + channel.length), one.at + 1);
  const view = new DataView(out.buffer);
  view.setInt32(sizeAt, view.getInt32(sizeAt, true) - shorter, true);
  // the table ends where the first block begins
  let first = Infinity;
  for (let at = headerEnd - shorter; at < first - shorter && at + 8 <= out.length; at += 8) {
    const offset = view.getUint32(at, true) + 2 ** 32 * view.getUint32(at + 4, true);
    first = Math.min(first, offset);
    view.setUint32(at, (offset - shorter) % 2 ** 32, true);
    view.setUint32(at + 4, Math.floor((offset - shorter) / 2 ** 32), true);
  }
  return out;
}
