import type { Raster } from './raster.ts';

/** What prints of a raster, px; right and bottom are outside. */
export interface ContentBox {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** Smallest box around what prints above the threshold; undefined when nothing does. */
export function contentBox({ width, height, data }: Raster, threshold: number): ContentBox | undefined {
  const box = { left: width, top: height, right: 0, bottom: 0 };
  for (let y = 0; y < height; y++) {
    const row = y * width;
    let x = 0;
    while (x < width && data[row + x] <= threshold) x++;
    if (x === width) continue;
    box.left = Math.min(box.left, x);
    let end = width;
    while (data[row + end - 1] <= threshold) end--;
    box.right = Math.max(box.right, end);
    box.top = Math.min(box.top, y);
    box.bottom = y + 1;
  }
  return box.right > box.left ? box : undefined;
}
