import type { Raster } from '@amber-stamp/core';

/** A raster as it prints on white paper, at most `side` px; a few readings a pixel are enough for a thumbnail. */
export function pictureOf(raster: Raster, side: number): Promise<ImageBitmap> {
  const scale = Math.max(1, Math.max(raster.width, raster.height) / side);
  const width = Math.max(1, Math.round(raster.width / scale));
  const height = Math.max(1, Math.round(raster.height / scale));
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
