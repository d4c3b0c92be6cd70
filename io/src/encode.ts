import { toPlate, type Raster } from '@amber-stamp/core';
import { encode } from 'fast-png';

/** A raster as grayscale PNG of 8 or 16 bit; values outside 0..1 are clamped. */
export function encodeGray(raster: Raster, bits: 8 | 16): Uint8Array {
  const { width, height, data } = toPlate(raster);
  if (bits === 16) return encode({ width, height, data, channels: 1, depth: 16 });
  const bytes = Uint8Array.from(data, (v) => Math.floor(v / 257 + 0.5));
  return encode({ width, height, data: bytes, channels: 1, depth: 8 });
}
