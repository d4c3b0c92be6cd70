import { makesRelief, type Recipe } from '@amber-stamp/core/cut';
import { resample, type Raster } from '@amber-stamp/core/raster';
import { shadeHeights } from '@amber-stamp/core/relief';

/** The size of a picture of a raster, at most `side` px. */
function sizeOf({ width, height }: Raster, side: number): { width: number; height: number; scale: number } {
  const scale = Math.max(1, Math.max(width, height) / side);
  return { width: Math.max(1, Math.round(width / scale)), height: Math.max(1, Math.round(height / scale)), scale };
}

/** A raster as it prints on white paper, at most `side` px; a few readings a pixel are enough for a thumbnail. */
export function pictureOf(raster: Raster, side: number): Promise<ImageBitmap> {
  const { width, height, scale } = sizeOf(raster, side);
  const pixels = new ImageData(width, height);
  const taps = Math.min(4, Math.ceil(scale));
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let sum = 0;
      for (let j = 0; j < taps; j++)
        for (let i = 0; i < taps; i++) {
          const sx = Math.min(raster.width - 1, Math.floor((x + (i + 0.5) / taps) * scale));
          const sy = Math.min(raster.height - 1, Math.floor((y + (j + 0.5) / taps) * scale));
          sum += Math.min(1, Math.max(0, raster.data[sy * raster.width + sx]));
        }
      const v = 255 - (sum / (taps * taps)) * 241;
      pixels.data.set([v, v, v, 255], (y * width + x) * 4);
    }
  return createImageBitmap(pixels);
}

/** Heights as clay under a lamp, at most `side` px. */
export function clayOf(heights: Raster, side: number): Promise<ImageBitmap> {
  const { width, height } = sizeOf(heights, side);
  const lit = shadeHeights(resample(heights, width, height));
  const pixels = new ImageData(width, height);
  for (let i = 0; i < lit.data.length; i++) {
    const v = lit.data[i] * 255;
    pixels.data.set([v, v, v, 255], 4 * i);
  }
  return createImageBitmap(pixels);
}

/** What a recipe made as it is looked at: in print, or as clay. */
export const seen = (recipe: Recipe, made: Raster, side: number): Promise<ImageBitmap> =>
  makesRelief(recipe) ? clayOf(made, side) : pictureOf(made, side);

/** What prints after a step, with what it took away in red, at most `side` px. */
export async function withRemoved(before: Raster, after: Raster, side: number): Promise<ImageBitmap> {
  const { width, height } = sizeOf(after, side);
  const [was, is] = [before, after].map((r) => resample(r, width, height));
  const pixels = new ImageData(width, height);
  for (let i = 0; i < is.data.length; i++) {
    const paper = 255 * (1 - Math.min(1, Math.max(0, is.data[i])));
    const gone = Math.min(1, 2 * Math.max(0, was.data[i] - is.data[i]));
    pixels.data.set(
      [paper + (205 - paper) * gone, paper * (1 - gone) + 40 * gone, paper * (1 - gone) + 30 * gone, 255],
      4 * i,
    );
  }
  return createImageBitmap(pixels);
}
