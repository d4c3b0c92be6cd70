import { AmberError } from '@amber-stamp/core/errors';
import { pngSize } from '@amber-stamp/core/formats';
import { crc32 } from 'node:zlib';

/** What the chunks of a PNG are. */
export interface PngChunks {
  width: number;
  height: number;
  /** their types; of texts with their keys, as `tEXt Title` */
  kinds: ReadonlySet<string>;
}

const NUL = 0;

/** The type of a chunk, and of a text its key. */
function kindOf(type: string, data: Uint8Array): string {
  if (type !== 'tEXt') return type;
  return `${type} ${String.fromCharCode(...data.subarray(0, Math.max(0, data.subarray(0, 80).indexOf(NUL))))}`;
}

/** Walks the chunks of a PNG: declared lengths, checksums and the end mark. Other formats give undefined. */
export function checkPngChunks(bytes: Uint8Array, where: string): PngChunks | undefined {
  const kinds = new Set<string>();
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
    kinds.add(kindOf(type, bytes.subarray(at + 8, at + 8 + length)));
    if (type === 'IEND') return { ...size, kinds };
    at += 12 + length;
  }
  throw new AmberError('bad-picture', `${where} is cut off: its end is missing; copy or export it again.`, where);
}
