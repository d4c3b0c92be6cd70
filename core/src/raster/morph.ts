import { raster, type Raster } from './raster.ts';

/** Running extreme of 2 r + 1 values of one line (van Herk 1992, Gil and Werman 1993): three comparisons a value. */
function runningMax(line: Float32Array, r: number, prefix: Float32Array, suffix: Float32Array): void {
  const n = line.length;
  const span = 2 * r + 1;
  for (let i = 0; i < n; i++) prefix[i] = i % span === 0 ? line[i] : Math.max(prefix[i - 1], line[i]);
  for (let i = n - 1; i >= 0; i--)
    suffix[i] = i === n - 1 || (i + 1) % span === 0 ? line[i] : Math.max(suffix[i + 1], line[i]);
  for (let i = 0; i < n; i++) {
    const low = Math.max(0, i - r);
    const high = Math.min(n - 1, i + r);
    // within one block a window begins where the block does, or ends where it or the line does
    if (low % span === 0) line[i] = low + span > high ? prefix[high] : Math.max(suffix[low], prefix[high]);
    else line[i] = high - (high % span) <= low ? suffix[low] : Math.max(suffix[low], prefix[high]);
  }
}

/** The largest value within a square of 2 r + 1 px around each pixel. */
export function dilate(source: Raster, r: number): Raster {
  const { width, height } = source;
  const target: Raster = { ...source, data: source.data.slice() };
  if (r < 1) return target;
  const longest = Math.max(width, height);
  const prefix = new Float32Array(longest);
  const suffix = new Float32Array(longest);
  for (let y = 0; y < height; y++) runningMax(target.data.subarray(y * width, (y + 1) * width), r, prefix, suffix);
  const column = new Float32Array(height);
  for (let x = 0; x < width; x++) {
    for (let y = 0; y < height; y++) column[y] = target.data[y * width + x];
    runningMax(column, r, prefix, suffix);
    for (let y = 0; y < height; y++) target.data[y * width + x] = column[y];
  }
  return target;
}

const negated = (source: Raster): Raster => {
  const target = raster(source.width, source.height);
  for (let i = 0; i < target.data.length; i++) target.data[i] = -source.data[i];
  return target;
};

/** The smallest value within a square of 2 r + 1 px around each pixel. */
export const erode = (source: Raster, r: number): Raster => negated(dilate(negated(source), r));

/** What is left of ridges narrower than 2 r + 1 px: erosion, then dilation. */
export const opened = (source: Raster, r: number): Raster => dilate(erode(source, r), r);

/** Valleys narrower than 2 r + 1 px filled: dilation, then erosion. */
export const closed = (source: Raster, r: number): Raster => erode(dilate(source, r), r);
