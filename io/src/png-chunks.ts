import { AmberError } from '@amber-stamp/core/errors';
import { pngSize } from '@amber-stamp/core/formats';
import { crc32 } from 'node:zlib';

/** Walks the chunks of a PNG: declared lengths, checksums and the end mark. Other formats give undefined. */
export function checkPngChunks(bytes: Uint8Array, where: string): { width: number; height: number } | undefined {
  const size = pngSize(bytes);
  if (!size) return undefined;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let at = 8;
  while (at + 12 <= bytes.length) {
    const length = view.getUint32(at);
    const type = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    if (at + 12 + length > bytes.length) break;
    if (crc32(bytes.subarray(at + 4, at + 8 + length)) !== view.getUint32(at + 8 + length))
      throw new AmberError(
        'bad-picture',
        `${where} is damaged: the checksum of its ${type} part is wrong; copy or export it again.`,
        where,
      );
    if (type === 'IEND') return size;
    at += 12 + length;
  }
  throw new AmberError('bad-picture', `${where} is cut off: its end is missing; copy or export it again.`, where);
}
