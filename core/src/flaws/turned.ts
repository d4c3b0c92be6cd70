import { cosineTurns, sineTurns } from '../maths/angles.ts';
import { widenedRow } from '../raster/blur.ts';
import type { Raster } from '../raster/raster.ts';
import { scratchFor, type Scratch } from '../wasm/index.ts';
import { ANALYSIS_SIDE } from './analysed-tip.ts';

/** What is wanted of a turned image: rows, and how far from the middle there is anything, px. */
interface Wanted {
  first: number;
  last: number;
  reach: number;
}
/** Cosine and sine. */
type Turn = readonly [number, number];

/** The square image turned about its middle; the same at angle -a undoes it. In WebAssembly where there is some, to the bit. */
export function turned(image: Raster, angleDeg: number, wanted: Partial<Wanted> = {}): Float32Array {
  const made = scratchFor(2 * image.data.byteLength);
  if (!made) return plainTurned(image, angleDeg, wanted);
  return made.floats(turnedIn(made, image, angleDeg, wanted), image.data.length).slice();
}

const turnOf = (angleDeg: number): Turn => [cosineTurns(angleDeg / 360), sineTurns(angleDeg / 360)];

const rowsOf = (width: number, { first = 0, last = width - 1, reach = width }: Partial<Wanted>): Wanted => ({
  first: Math.max(0, first),
  last: Math.min(width - 1, last),
  reach,
});

/** Turns an image in the scratch memory, with room for two of them; gives the address. */
function turnedIn(made: Scratch, { data, width }: Raster, angleDeg: number, wanted: Partial<Wanted>): number {
  const { first, last, reach } = rowsOf(width, wanted);
  const from = made.put(data);
  const to = made.room(data.byteLength);
  made.floats(to, data.length).fill(0);
  made.kernel.turned(from, to, 0, width, ...turnOf(angleDeg), first, last, reach);
  return to;
}

export function plainTurned({ data, width }: Raster, angleDeg: number, wanted: Partial<Wanted>): Float32Array {
  const [c, s] = turnOf(angleDeg);
  const { first, last, reach } = rowsOf(width, wanted);
  const middle = (width - 1) / 2;
  const out = new Float32Array(data.length);
  for (let y = first; y <= last; y++) {
    const away = Math.abs(y - middle);
    if (away > reach) continue;
    const half = Math.min(middle, Math.ceil(Math.sqrt(reach * reach - away * away)) + 0.5);
    const from = Math.max(0, middle - half) | 0;
    let px = middle + c * (from - middle) - s * (y - middle);
    let py = middle + s * (from - middle) + c * (y - middle);
    for (let at = y * width + from, end = y * width + ((middle + half + 1) | 0); at < end; at++, px += c, py += s) {
      if (px < 0 || py < 0 || px >= width - 1 || py >= width - 1) continue;
      const x0 = px | 0;
      const y0 = py | 0;
      const i = y0 * width + x0;
      const fx = px - x0;
      const upper = data[i] + (data[i + 1] - data[i]) * fx;
      const low = data[i + width] + (data[i + width + 1] - data[i + width]) * fx;
      out[at] = upper + (low - upper) * (py - y0);
    }
  }
  return out;
}

/** Running mean of `length` values along the rows from `first` to `last`; the end value goes on beyond the ends. */
export function meanAlong(
  data: Float32Array,
  length: number,
  first = 0,
  last = data.length / ANALYSIS_SIDE - 1,
): Float32Array {
  const out = new Float32Array(data.length);
  const r = (length - 1) / 2;
  const share = 1 / length;
  const row = new Float32Array(ANALYSIS_SIDE + 2 * r + 1);
  for (let at = first * ANALYSIS_SIDE; at <= last * ANALYSIS_SIDE; at += ANALYSIS_SIDE) {
    widenedRow(data, at, ANALYSIS_SIDE, r, false, row);
    let sum = 0;
    for (let x = 0; x < length; x++) sum += row[x];
    for (let x = 0; x < ANALYSIS_SIDE; x++) {
      out[at + x] = sum * share;
      sum += row[x + length] - row[x];
    }
  }
  return out;
}

export const rowOf = (y: number): number => Math.max(0, Math.min(ANALYSIS_SIDE - 1, y)) * ANALYSIS_SIDE;

/** Rows from `first` to `last`, as far as there is anything beside the middle: `reach` px. */
interface Part {
  first: number;
  last: number;
  reach?: number;
}

/** How far three rows together rise above the rows `away` px beside them, in a part of the image. */
function ridge(data: Float32Array, away: number, { first, last, reach = ANALYSIS_SIDE }: Part): Float32Array {
  const left = Math.max(0, ANALYSIS_SIDE / 2 - Math.ceil(reach) - 2);
  const right = ANALYSIS_SIDE - left;
  const three = new Float32Array(data.length);
  for (let y = Math.max(0, first - away); y <= Math.min(ANALYSIS_SIDE - 1, last + away); y++) {
    const a = rowOf(y - 1);
    const b = y * ANALYSIS_SIDE;
    const c = rowOf(y + 1);
    for (let x = left; x < right; x++) three[b + x] = (data[a + x] + data[b + x] + data[c + x]) / 3;
  }
  const out = new Float32Array(data.length);
  for (let y = Math.max(0, first); y <= Math.min(ANALYSIS_SIDE - 1, last); y++) {
    const a = rowOf(y - away);
    const b = y * ANALYSIS_SIDE;
    const c = rowOf(y + away);
    for (let x = left; x < right; x++) out[b + x] = three[b + x] - 0.3 * (three[a + x] + three[c + x]);
  }
  return out;
}

/** The rows of a turned image that ridges of a part of it are made from. */
const rowsFor = (away: number, { first, last, reach }: Part): Partial<Wanted> => ({
  first: first - away - 1,
  last: last + away + 1,
  reach,
});

export const plainRidges = (image: Raster, angleDeg: number, away: number, part: Part): Float32Array =>
  ridge(plainTurned(image, angleDeg, rowsFor(away, part)), away, part);

/** Ridges of a turned image in some rows, and their running means along those; the others hold whatever was there. */
export interface TurnedRidges {
  ridges: Float32Array;
  means: Float32Array;
}

/**
 * Finds the ridges of an image turned this way and that, and their running means of `length` values. What it gives holds
 * until it is asked again, or anything else asks for scratch memory.
 */
export function ridgeFinder(
  image: Raster,
  away: number,
  length: number,
): (angleDeg: number, part: Part) => TurnedRidges {
  const { data, width } = image;
  const r = (length - 1) / 2;
  const rowBytes = 32 * (width + length + 4);
  const made = scratchFor(5 * data.byteLength + rowBytes);
  if (!made)
    return (angleDeg, part) => {
      const ridges = plainRidges(image, angleDeg, away, part);
      const { first, last } = rowsOf(width, part);
      return { ridges, means: meanAlong(ridges, length, first, last) };
    };
  const from = made.put(data);
  const [to, three, ridges, means] = [1, 2, 3, 4].map(() => made.room(data.byteLength));
  const row = made.room(rowBytes);
  return (angleDeg, part) => {
    const { first, last, reach } = rowsOf(width, rowsFor(away, part));
    made.kernel.turned(from, to, 0, width, ...turnOf(angleDeg), first, last, reach);
    made.kernel.ridge(to, three, ridges, width, away, part.first, part.last);
    const within = rowsOf(width, part);
    const skipped = 4 * width * within.first;
    made.kernel.boxRows(ridges + skipped, means + skipped, width, within.last - within.first + 1, r, 0, row);
    return { ridges: made.floats(ridges, data.length), means: made.floats(means, data.length) };
  };
}
