import type { Strip } from '@amber-stamp/core/prove';
import { raster, resample } from '@amber-stamp/core/raster';

/** The middle of a strip as a small picture, black on white: so many nominal tips of it. */
const SHOWN_TIPS = 7;
const PICTURE = { width: 576, height: 108 };

export function pictureOf({ image: bare, side, grain }: Strip): Promise<ImageBitmap> {
  // as it lies on the sheet, with its grain: the standard stroke is straight on the sheet too
  const image = grain?.grained ?? bare;
  const width = Math.min(image.width, SHOWN_TIPS * side);
  const height = Math.round((width * PICTURE.height) / PICTURE.width);
  const part = raster(width, height);
  const [left, top] = [Math.floor((image.width - width) / 2), Math.floor((image.height - height) / 2)];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const from = y + top;
      if (from >= 0 && from < image.height) part.data[y * width + x] = image.data[from * image.width + x + left];
    }
  const { data } = resample(part, PICTURE.width, PICTURE.height);
  const pixels = new ImageData(PICTURE.width, PICTURE.height);
  for (let i = 0; i < data.length; i++) {
    const gray = 255 - Math.round(241 * Math.min(1, data[i]));
    pixels.data.fill(gray, 4 * i, 4 * i + 3);
    pixels.data[4 * i + 3] = 255;
  }
  return createImageBitmap(pixels);
}
