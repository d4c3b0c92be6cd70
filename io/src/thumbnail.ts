import { raster, reducePicture, toPlate, type Picture } from '@amber-stamp/core';
import sharp from 'sharp';
import { decodeWorking, probePicture } from './decode.ts';

/** Stretches the gray of a float or height picture to what can be seen. */
function visible(picture: Picture): Uint8Array {
  const gray = raster(picture.width, picture.height);
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < gray.data.length; i++) {
    const v = Number(picture.data[i * picture.channels]);
    gray.data[i] = v;
    if (!Number.isFinite(v)) continue;
    low = Math.min(low, v);
    high = Math.max(high, v);
  }
  for (let i = 0; i < gray.data.length; i++) gray.data[i] = (gray.data[i] - low) / (high - low || 1);
  return Uint8Array.from(toPlate(gray).data, (v) => v >> 8);
}

/** A small WebP of a picture file, upright, `side` px at its longer side. */
export async function thumbnailOf(bytes: Uint8Array, side: number, where: string): Promise<Buffer> {
  const info = await probePicture(bytes, where);
  const box = { width: side, height: side, fit: 'inside', withoutEnlargement: true } as const;
  if (info.bits !== 32)
    return sharp(bytes).autoOrient().resize(box).toColourspace('srgb').webp({ quality: 86 }).toBuffer();
  const picture = reducePicture(await decodeWorking(bytes, where, 'keep'), 2048);
  const raw = { width: picture.width, height: picture.height, channels: 1 } as const;
  return sharp(visible(picture), { raw }).resize(box).webp({ quality: 86 }).toBuffer();
}
