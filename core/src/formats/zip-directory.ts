import { AmberError } from '../errors.ts';

/** One entry as the central directory of a zip file lists it. */
export interface ZipEntry {
  name: string;
  /** bytes once it is unpacked, and as it lies in the file */
  size: number;
  packed: number;
  /** 0 stored, 8 deflated */
  method: number;
  /** where its own header begins in the file */
  at: number;
  isLink: boolean;
}

const END_MARK = 0x06054b50;
const ENTRY_MARK = 0x02014b50;
const HEADER_MARK = 0x04034b50;
const LINK_TYPE = 0xa000;
const TYPE_MASK = 0xf000;
/** Bytes of an entry's own header before its name. */
export const ZIP_HEADER = 30;
/** The end of the directory lies within so many of the last bytes. */
export const ZIP_TAIL = 65_558;

const broken = () =>
  new AmberError('bad-pack', 'The pack is not a complete zip file; copy or download it again.', 'pack');

const viewOf = (bytes: Uint8Array): DataView => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);

function latinText(bytes: Uint8Array): string {
  let text = '';
  for (const b of bytes) text += String.fromCharCode(b);
  return text;
}

/** Where the directory of a zip file lies, from its last bytes (PKWARE APPNOTE 4.3.16). Throws bad-pack. */
export function zipEnd(tail: Uint8Array): { count: number; at: number; size: number } {
  const view = viewOf(tail);
  let end = tail.length - 22;
  while (end >= 0 && end > tail.length - ZIP_TAIL && view.getUint32(end, true) !== END_MARK) end--;
  if (end < 0 || view.getUint32(end, true) !== END_MARK) throw broken();
  return {
    count: view.getUint16(end + 10, true),
    size: view.getUint32(end + 12, true),
    at: view.getUint32(end + 16, true),
  };
}

/** Lists the entries of a directory, doubles included (PKWARE APPNOTE 4.3.12). Throws bad-pack. */
export function zipEntries(bytes: Uint8Array, count: number): ZipEntry[] {
  const view = viewOf(bytes);
  const entries: ZipEntry[] = [];
  let at = 0;
  for (let k = 0; k < count; k++) {
    if (at + 46 > bytes.length || view.getUint32(at, true) !== ENTRY_MARK) throw broken();
    const nameLength = view.getUint16(at + 28, true);
    const mode = view.getUint32(at + 38, true) >>> 16;
    entries.push({
      name: latinText(bytes.subarray(at + 46, at + 46 + nameLength)),
      method: view.getUint16(at + 10, true),
      packed: view.getUint32(at + 20, true),
      size: view.getUint32(at + 24, true),
      at: view.getUint32(at + 42, true),
      isLink: (mode & TYPE_MASK) === LINK_TYPE,
    });
    at += 46 + nameLength + view.getUint16(at + 30, true) + view.getUint16(at + 32, true);
  }
  return entries;
}

/** How far behind the beginning of an entry's own header its bytes begin. Throws bad-pack. */
export function zipDataAt(header: Uint8Array): number {
  const view = viewOf(header);
  if (header.length < ZIP_HEADER || view.getUint32(0, true) !== HEADER_MARK) throw broken();
  return ZIP_HEADER + view.getUint16(26, true) + view.getUint16(28, true);
}

/** Lists all entries of a zip file without unpacking anything. Throws bad-pack. */
export function zipDirectory(bytes: Uint8Array): ZipEntry[] {
  const { count, at } = zipEnd(bytes);
  if (at > bytes.length) throw broken();
  return zipEntries(bytes.subarray(at), count);
}
