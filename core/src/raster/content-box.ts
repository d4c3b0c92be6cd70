import type { Box } from './box.ts';

/** Smallest box around what prints above the threshold; undefined when nothing does. */
export function contentBox(
  { width, height, data }: { width: number; height: number; data: ArrayLike<number> },
  threshold: number,
): Box | undefined {
  const box = { x0: width, y0: height, x1: 0, y1: 0 };
  for (let y = 0; y < height; y++) {
    const row = y * width;
    let x = 0;
    while (x < width && data[row + x] <= threshold) x++;
    if (x === width) continue;
    box.x0 = Math.min(box.x0, x);
    let end = width;
    while (data[row + end - 1] <= threshold) end--;
    box.x1 = Math.max(box.x1, end);
    box.y0 = Math.min(box.y0, y);
    box.y1 = y + 1;
  }
  return box.x1 > box.x0 ? box : undefined;
}
