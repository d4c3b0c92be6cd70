import { raster, type Raster } from '../raster/raster.ts';

export type Place = readonly [number, number];

/** Adds one edge to the field of signed areas: what it covers of its own pixel, and the whole of those to the right. */
function edge(field: Float32Array, width: number, height: number, a: Place, b: Place): void {
  if (a[1] === b[1]) return;
  const sign = a[1] < b[1] ? 1 : -1;
  const [top, low] = sign > 0 ? [a, b] : [b, a];
  const slope = (low[0] - top[0]) / (low[1] - top[1]);
  const last = Math.min(height, low[1]);
  for (let y = Math.max(0, Math.floor(top[1])); y < last; y++) {
    const y0 = Math.max(y, top[1]);
    const y1 = Math.min(y + 1, low[1], height);
    if (y1 <= y0) continue;
    const from = top[0] + (y0 - top[1]) * slope;
    const to = top[0] + (y1 - top[1]) * slope;
    span(field, y * (width + 2), width, [Math.min(from, to), Math.max(from, to)], sign * (y1 - y0));
  }
}

/** Spreads the height that an edge covers in a row over the pixels that it crosses. */
function span(
  field: Float32Array,
  row: number,
  width: number,
  [from, to]: readonly [number, number],
  height: number,
): void {
  const left = Math.max(0, Math.min(width, from));
  const right = Math.max(0, Math.min(width, to));
  const first = Math.floor(left);
  if (right - first <= 1) {
    const middle = (left + right) / 2 - first;
    field[row + first] += height * (1 - middle);
    field[row + first + 1] += height * middle;
    return;
  }
  const perPixel = height / (right - left);
  let covered = 0;
  for (let x = first; x < right; x++) {
    const x0 = Math.max(left, x);
    const x1 = Math.min(right, x + 1);
    // area left of the edge within this pixel
    const share = perPixel * (x1 - x0);
    const area = share * (x + 1 - (x0 + x1) / 2) + covered;
    // running sums: this pixel holds the area, the next begins with all that is covered so far
    field[row + x] += area - covered;
    covered += share;
    field[row + x + 1] += covered - area;
  }
}

/**
 * Closed outlines filled by exact area coverage, 0..1, in px of a raster of this size. Windings add up: a hole runs the
 * other way round, and where outlines overlap it is full.
 */
export function fillOutlines(width: number, height: number, outlines: readonly (readonly Place[])[]): Raster {
  const field = new Float32Array((width + 2) * height);
  for (const points of outlines)
    for (let k = 0; k < points.length; k++) edge(field, width, height, points[k], points[(k + 1) % points.length]);
  const target = raster(width, height);
  for (let y = 0; y < height; y++) {
    let sum = 0;
    for (let x = 0; x < width; x++) {
      sum += field[y * (width + 2) + x];
      target.data[y * width + x] = Math.min(1, Math.abs(sum));
    }
  }
  return target;
}
