import type { Strip } from '@amber-stamp/core/prove';
import { raster, resample, type Raster } from '@amber-stamp/core/raster';

/** The middle of a strip as a small picture, black on white: so many nominal tips of it. */
const SHOWN_TIPS = 7;
const PICTURE = { width: 576, height: 108 };

export function pictureOf({ image: bare, side, grain }: Strip): Promise<ImageBitmap> {
  // as it lies on the sheet, with its grain: the standard stroke is straight on the sheet too
  const image = grain?.grained ?? bare;
  const width = Math.min(image.width, SHOWN_TIPS * side);
  const height = Math.round((width * PICTURE.height) / PICTURE.width);
  const { data } = resample(middleOf(image, width, height), PICTURE.width, PICTURE.height);
  const pixels = new ImageData(PICTURE.width, PICTURE.height);
  darken(new Uint32Array(pixels.data.buffer), data);
  return createImageBitmap(pixels);
}

/** The middle of a strip; beyond its edges nothing. */
function middleOf(strip: Raster, width: number, height: number): Raster {
  const part = raster(width, height);
  const [left, top] = [Math.floor((strip.width - width) / 2), Math.floor((strip.height - height) / 2)];
  for (let y = Math.max(0, -top); y < Math.min(height, strip.height - top); y++) {
    const from = (y + top) * strip.width + left;
    part.data.set(strip.data.subarray(from, from + width), y * width);
  }
  return part;
}

/** Whole pixels, alpha, blue, green and red in one number. */
const GRAY = 0x00010101;
const OPAQUE = 0xff000000;

function darken(pixels: Uint32Array, prints: Float32Array): void {
  for (let i = 0; i < prints.length; i++) pixels[i] = OPAQUE + GRAY * (255 - Math.round(241 * Math.min(1, prints[i])));
}
