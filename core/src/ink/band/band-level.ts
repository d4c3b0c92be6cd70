import type { Plate } from '../../raster/raster.ts';

/** A plate reduced along and across on its own: values 0..1. */
export interface BandLevel {
  width: number;
  height: number;
  data: Float32Array;
}

/** For each of `to` parts of a line of `from` values: the mean over the part, its ends counted by their share. */
function boxed(from: number, to: number, read: (i: number) => number, write: (i: number, v: number) => void): void {
  const span = from / to;
  for (let i = 0; i < to; i++) {
    const [a, b] = [i * span, (i + 1) * span];
    let sum = 0;
    for (let k = Math.floor(a); k < b && k < from; k++) sum += read(k) * (Math.min(b, k + 1) - Math.max(a, k));
    write(i, sum / span);
  }
}

/** The plate at another size, each value the mean of what it covers: what tiles still tiles. */
function reduced({ width, height, data }: Plate, toWidth: number, toHeight: number): BandLevel {
  const half = new Float32Array(toWidth * height);
  for (let y = 0; y < height; y++)
    boxed(
      width,
      toWidth,
      (x) => data[y * width + x] / 65535,
      (x, v) => void (half[y * toWidth + x] = v),
    );
  const out = new Float32Array(toWidth * toHeight);
  for (let x = 0; x < toWidth; x++)
    boxed(
      height,
      toHeight,
      (y) => half[y * toWidth + x],
      (y, v) => void (out[y * toWidth + x] = v),
    );
  return { width: toWidth, height: toHeight, data: out };
}

const levels = new WeakMap<Plate, Map<number, BandLevel>>();

const sizeAt = (side: number, quarters: number): number =>
  Math.max(1, Math.round(side / (2 ** Math.floor(quarters / 4) * (1 + (quarters % 4) / 4))));

/** The level of a plate reduced by so many quarters of octaves along the band and across it. Made once each. */
export function levelAt(plate: Plate, along: number, across: number): BandLevel {
  const made = levels.get(plate) ?? new Map<number, BandLevel>();
  levels.set(plate, made);
  const key = along * 256 + across;
  const level = made.get(key) ?? reduced(plate, sizeAt(plate.width, along), sizeAt(plate.height, across));
  made.set(key, level);
  return level;
}

/** A value of a level between its values; `wraps`: its left end follows its right one, else nothing lies beyond. */
export function valueOn({ width, height, data }: BandLevel, u: number, v: number, wraps: boolean): number {
  const x = u * width - 0.5;
  const y = v * height - 0.5;
  const x0 = Math.floor(x);
  const y0 = Math.floor(y);
  const fx = x - x0;
  const fy = y - y0;
  let left = x0;
  let right = x0 + 1;
  if (wraps) {
    left = left < 0 ? left + width : left;
    right = right >= width ? right - width : right;
  }
  const hasLeft = left >= 0 && left < width;
  const hasRight = right >= 0 && right < width;
  let above = 0;
  let below = 0;
  if (y0 >= 0 && y0 < height) {
    const a = hasLeft ? data[y0 * width + left] : 0;
    above = a + ((hasRight ? data[y0 * width + right] : 0) - a) * fx;
  }
  if (y0 + 1 >= 0 && y0 + 1 < height) {
    const a = hasLeft ? data[(y0 + 1) * width + left] : 0;
    below = a + ((hasRight ? data[(y0 + 1) * width + right] : 0) - a) * fx;
  }
  return above + (below - above) * fy;
}
