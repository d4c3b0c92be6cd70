import { OwnReason, reasonOf } from './reason.ts';
import { decode, encode } from 'fast-png';
import { AmberError } from '../errors.ts';
import type { Plate } from '../raster/raster.ts';

/** A plate as 16-bit grayscale PNG, without a colour profile or gamma: the numbers arrive as they are. */
export function encodePlate(plate: Plate): Uint8Array {
  return encode({ width: plate.width, height: plate.height, data: plate.data, channels: 1, depth: 16 });
}

/** RGBA pixels as PNG at 8 or 16 bit. */
export function encodeRgba(
  width: number,
  height: number,
  data: Uint8Array | Uint8ClampedArray | Uint16Array,
): Uint8Array {
  if (data instanceof Uint16Array) return encode({ width, height, data, channels: 4, depth: 16 });
  return encode({ width, height, data, channels: 4, depth: 8 });
}

const SIGNATURE = [137, 80, 78, 71, 13, 10, 26, 10];
export const isPng = (bytes: Uint8Array): boolean => SIGNATURE.every((b, i) => bytes[i] === b);

/** Width and height that a PNG declares, before anything is decoded; undefined when it is no PNG. */
export function pngSize(bytes: Uint8Array): { width: number; height: number } | undefined {
  if (!isPng(bytes) || bytes.length < 24) return undefined;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return { width: view.getUint32(16), height: view.getUint32(20) };
}

export const MAX_PLATE_SIDE = 8192;

/**
 * Reads a plate from a grayscale or colour PNG of 8 or 16 bit (colour: its first channel; 8 bit is widened exactly by
 * 257). Throws bad-picture or picture-too-large; checksums are checked.
 */
export function decodePlate(bytes: Uint8Array, where: string): Plate {
  const size = pngSize(bytes);
  if (!size)
    throw new AmberError('bad-picture', `${where} is not a PNG file; a plate is a 16-bit grayscale PNG.`, where);
  if (size.width > MAX_PLATE_SIDE || size.height > MAX_PLATE_SIDE)
    throw new AmberError(
      'picture-too-large',
      `${where} declares ${size.width} x ${size.height} px; a plate may have at most ${MAX_PLATE_SIDE} px a side.`,
      where,
    );
  try {
    const png = decode(bytes, { checkCrc: true });
    const count = png.width * png.height;
    const data = new Uint16Array(count);
    const factor = png.depth === 16 ? 1 : png.depth === 8 ? 257 : 65535 / (2 ** png.depth - 1);
    if (png.palette || png.depth < 8) throw new OwnReason('it is not grayscale at 8 or 16 bit');
    for (let i = 0; i < count; i++) data[i] = png.data[i * png.channels] * factor;
    return { width: png.width, height: png.height, data };
  } catch (cause) {
    throw new AmberError('bad-picture', `${where} cannot be read (${reasonOf(cause)}); export it again.`, where);
  }
}
