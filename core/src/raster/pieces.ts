import type { Raster } from './raster.ts';

/** Connected pieces (eight neighbours) of what prints above a threshold: `label` 0 is none, piece k is k in 1..count. */
export interface Pieces {
  label: Int32Array;
  count: number;
  /** px of each piece, index 0 unused */
  area: number[];
}

/** The labels that touch the frame; 0 is among them where something there does not belong to a piece. */
export function touchingFrame({ label }: Pieces, width: number, height: number): Set<number> {
  const touching = new Set<number>();
  for (let x = 0; x < width; x++) touching.add(label[x]).add(label[(height - 1) * width + x]);
  for (let y = 0; y < height; y++) touching.add(label[y * width]).add(label[y * width + width - 1]);
  return touching;
}

export function pieces(source: Raster, threshold: number): Pieces {
  const { width, height, data } = source;
  const label = new Int32Array(data.length);
  const area = [0];
  const stack: number[] = [];
  for (let start = 0; start < data.length; start++) {
    if (data[start] <= threshold || label[start] !== 0) continue;
    const id = area.length;
    let size = 0;
    label[start] = id;
    stack.push(start);
    while (stack.length > 0) {
      const at = stack.pop() as number;
      size++;
      const x = at % width;
      const y = (at - x) / width;
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const nx = x + dx;
          const ny = y + dy;
          if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue;
          const n = ny * width + nx;
          if (label[n] === 0 && data[n] > threshold) {
            label[n] = id;
            stack.push(n);
          }
        }
    }
    area.push(size);
  }
  return { label, count: area.length - 1, area };
}
