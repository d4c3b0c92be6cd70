import { AmberError } from '../errors.ts';

/** One entry as the central directory of a zip file lists it. */
export interface ZipEntry {
  name: string;
  size: number;
  isLink: boolean;
}

const END_MARK = 0x06054b50;
const ENTRY_MARK = 0x02014b50;
const LINK_TYPE = 0xa000;
const TYPE_MASK = 0xf000;

const broken = () =>
  new AmberError('bad-pack', 'The pack is not a complete zip file; copy or download it again.', 'pack');

function latinText(bytes: Uint8Array): string {
  let text = '';
  for (const b of bytes) text += String.fromCharCode(b);
  return text;
}

/** Lists all entries, doubles included, without unpacking anything (PKWARE APPNOTE 4.3.12). Throws bad-pack. */
export function zipDirectory(bytes: Uint8Array): ZipEntry[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let end = bytes.length - 22;
  while (end >= 0 && end > bytes.length - 65558 && view.getUint32(end, true) !== END_MARK) end--;
  if (end < 0 || view.getUint32(end, true) !== END_MARK) throw broken();
  const count = view.getUint16(end + 10, true);
  let at = view.getUint32(end + 16, true);
  const entries: ZipEntry[] = [];
  for (let k = 0; k < count; k++) {
    if (at + 46 > bytes.length || view.getUint32(at, true) !== ENTRY_MARK) throw broken();
    const nameLength = view.getUint16(at + 28, true);
    const mode = view.getUint32(at + 38, true) >>> 16;
    entries.push({
      name: latinText(bytes.subarray(at + 46, at + 46 + nameLength)),
      size: view.getUint32(at + 24, true),
      isLink: (mode & TYPE_MASK) === LINK_TYPE,
    });
    at += 46 + nameLength + view.getUint16(at + 30, true) + view.getUint16(at + 32, true);
  }
  return entries;
}
