import { toPlate, type Raster } from '@amber-stamp/core/raster';
import { encode } from 'fast-png';
import sharp from 'sharp';

/** A raster as grayscale PNG of 8 or 16 bit; values outside 0..1 are clamped. */
export function encodeGray(raster: Raster, bits: 8 | 16): Uint8Array {
  const { width, height, data } = toPlate(raster);
  if (bits === 16) return encode({ width, height, data, channels: 1, depth: 16 });
  const bytes = Uint8Array.from(data, (v) => Math.floor(v / 257 + 0.5));
  return encode({ width, height, data: bytes, channels: 1, depth: 8 });
}

/** An opaque RGBA painting as PNG or JPEG file. */
export async function encodePainting(
  painting: { width: number; height: number; data: Uint8Array | Uint16Array },
  format: 'png' | 'jpeg',
): Promise<Uint8Array> {
  const image = sharp(painting.data, {
    raw: { width: painting.width, height: painting.height, channels: 4 },
  }).removeAlpha();
  return format === 'png' ? image.png({ compressionLevel: 7 }).toBuffer() : image.jpeg({ quality: 93 }).toBuffer();
}
