import { AmberError } from '../errors.ts';
import { checkPixels } from '../raster/limits.ts';

/** Whether bytes begin like an OpenEXR file. */
export const isExr = (bytes: Uint8Array): boolean =>
  bytes.length > 4 && bytes[0] === 0x76 && bytes[1] === 0x2f && bytes[2] === 0x31 && bytes[3] === 0x01;

const MULTI_PART = 0x1000;
const DEEP = 0x800;
const TILED = 0x200;
const LONGEST_NAME = 255;
/** Rows in a block, by the number of the compression (OpenEXR file layout). */
const ROWS = [1, 1, 1, 16, 32, 16, 32, 32, 32, 256];

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

/** What has to be known of a header to check what follows it. */
interface Header {
  rows: number;
  compression: number;
  width: number;
}

function headerOf(reader: Reader, where: string): Header {
  let found: Header | undefined;
  let compression = -1;
  for (let name = reader.text(); name !== ''; name = reader.text()) {
    reader.text();
    const size = reader.int();
    reader.need(size);
    if (name === 'compression' && size === 1) compression = reader.view.getUint8(reader.at);
    if (name === 'dataWindow' && size === 16) {
      const [left, top, right, bottom] = [0, 4, 8, 12].map((o) => reader.view.getInt32(reader.at + o, true));
      found = { width: right - left + 1, rows: bottom - top + 1, compression: 0 };
    }
    reader.at += size;
  }
  if (!found || !(ROWS[compression] > 0) || found.width < 1 || found.rows < 1) throw cutOff(where);
  return { ...found, compression };
}

/**
 * Checks that an OpenEXR file holds what its header says, and that it is not too large: readers trust it and may run on
 * for ever. Throws bad-picture and picture-too-large.
 */
export function checkExr(bytes: Uint8Array, where: string): void {
  const reader = new Reader(bytes, where);
  if (bytes.length < 8) throw cutOff(where);
  const flags = reader.view.getUint32(4, true);
  if (flags & MULTI_PART) throw unread(where, 'has several parts');
  if (flags & DEEP) throw unread(where, 'holds deep data');
  const { width, rows, compression } = headerOf(reader, where);
  checkPixels(where, width, rows);
  if (flags & TILED) return;
  const blocks = Math.ceil(rows / ROWS[compression]);
  reader.need(8 * blocks);
  for (let k = 0; k < blocks; k++) {
    const at =
      reader.view.getUint32(reader.at + 8 * k, true) + 2 ** 32 * reader.view.getUint32(reader.at + 8 * k + 4, true);
    if (at < reader.at + 8 * blocks || at + 8 > bytes.length) throw cutOff(where);
    const size = reader.view.getInt32(at + 4, true);
    if (size < 0 || at + 8 + size > bytes.length) throw cutOff(where);
  }
}

/** Where the list of channels lies in a file: from its size on, and the names in it. */
interface ChannelList {
  sizeAt: number;
  names: { name: string; at: number }[];
  /** where the header ends and the table of offsets begins */
  headerEnd: number;
}

function channelList(bytes: Uint8Array, where: string): ChannelList {
  const reader = new Reader(bytes, where);
  const found: ChannelList = { sizeAt: 0, names: [], headerEnd: 0 };
  for (let name = reader.text(); name !== ''; name = reader.text()) {
    reader.text();
    const sizeAt = reader.at;
    const size = reader.int();
    const end = reader.at + size;
    reader.need(size);
    if (name === 'channels') {
      found.sizeAt = sizeAt;
      for (let at = reader.at; ; at = reader.at) {
        const channel = reader.text();
        if (channel === '') break;
        found.names.push({ name: channel, at });
        // kind, whether it is linear, spare bytes, and how often it is sampled
        reader.need(16);
        reader.at += 16;
      }
    }
    reader.at = end;
  }
  return { ...found, headerEnd: reader.at };
}

/** The names of the channels of an OpenEXR file, in its order. Throws bad-picture. */
export const exrChannels = (bytes: Uint8Array, where: string): string[] =>
  channelList(bytes, where).names.map(({ name }) => name);

/**
 * A copy of a file in which one channel is called Y, the name that readers take for the brightness: so a channel of any
 * name is read. What lies behind the header moves, and its table of offsets with it.
 */
export function withBrightness(bytes: Uint8Array, channel: string, where: string): Uint8Array {
  const { sizeAt, names, headerEnd } = channelList(bytes, where);
  const one = names.find(({ name }) => name === channel);
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
