import { raster, reducePicture, toPlate, type Picture, type Plate } from '@amber-stamp/core/raster';
import sharp, { type Sharp } from 'sharp';
import { decodeWorking, probePicture } from './decode.ts';
import { isSvg, svgAsPng } from './svg.ts';

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

/** A picture as a WebP, `side` px at its longer side, never larger than it was. */
const small = (image: Sharp, side: number): Promise<Buffer> =>
  image.resize({ width: side, height: side, fit: 'inside', withoutEnlargement: true }).webp({ quality: 86 }).toBuffer();

/** A small WebP of floats that were read, `side` px at its longer side. */
function thumbnailOfFloats(floats: Picture, side: number): Promise<Buffer> {
  const picture = reducePicture(floats, Math.max(side, 2048));
  const raw = { width: picture.width, height: picture.height, channels: 1 } as const;
  return small(sharp(visible(picture), { raw }), side);
}

/** A small WebP of a picture file, upright, `side` px at its longer side. */
export async function thumbnailOf(bytes: Uint8Array, side: number, where: string): Promise<Buffer> {
  const info = await probePicture(bytes, where);
  if (info.bits === 32) return thumbnailOfFloats(await decodeWorking(bytes, where, 'keep'), side);
  const image = sharp(isSvg(bytes) ? await svgAsPng(bytes, where) : bytes);
  return small(image.autoOrient().toColourspace('srgb'), side);
}

/** A small WebP of a plate as it prints, dark on paper, `side` px at its longer side. */
export function thumbnailOfPlate({ width, height, data }: Plate, side: number): Promise<Buffer> {
  const printed = Uint8Array.from(data, (v) => 255 - (v >> 8));
  return small(sharp(printed, { raw: { width, height, channels: 1 } }), side);
}
