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
