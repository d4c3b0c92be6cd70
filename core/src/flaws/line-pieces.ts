import { cosineTurns, sineTurns } from '../maths/angles.ts';
import { widenedRow } from '../raster/blur.ts';
import type { Raster } from '../raster/raster.ts';
import { scratchFor, type Scratch } from '../wasm/index.ts';
import { ANALYSIS_MIDDLE, ANALYSIS_SIDE } from './analysed-tip.ts';
import { plainRidges, plainTurned } from './turned.ts';

/** Directions that lines are looked for in, over half a turn. */
export const DIRECTIONS = 24;
/** From one to the next, degrees. */
export const STEP_DEG = 180 / DIRECTIONS;
/** Length of the pieces that are looked at, px; odd. */
const LENGTH = 61;
/** What one px of a piece counts. */
const SHARE = 1 / LENGTH;
/** Px of a piece that must lie inside. */
const ENOUGH_INSIDE = 0.75 * LENGTH;
/** How far beside a ridge lies what it is compared with, px. */
export const AWAY = 5;

/** Of each row the straight piece that stands out most against its own unevenness: lighter or darker than what is beside it. */
export interface Direction {
  dark: RowPeaks;
  light: RowPeaks;
}

interface RowPeaks {
  /** how far it stands out */
  value: Float32Array;
  /** the middle of the piece, px */
  x: Int32Array;
  /** its mean height, unsigned */
  height: Float32Array;
}

const noPeaks = (): RowPeaks => ({
  value: new Float32Array(ANALYSIS_SIDE),
  x: new Int32Array(ANALYSIS_SIDE),
  height: new Float32Array(ANALYSIS_SIDE),
});

/** The first and last row in which a piece of a line could lie: so much of it must lie inside. */
function rowsInside(inside: Float32Array, least: number): { first: number; last: number } {
  let [first, last] = [0, ANALYSIS_SIDE - 1];
  while (first < ANALYSIS_SIDE && rowSum(inside, first) < least) first++;
  while (last > first && rowSum(inside, last) < least) last--;
  return { first, last };
}

function rowSum(data: Float32Array, y: number): number {
  let sum = 0;
  for (let at = y * ANALYSIS_SIDE, end = at + ANALYSIS_SIDE; at < end; at++) sum += data[at];
  return sum;
}

/** How far from the middle anything lies inside, px: rows beyond are empty however the tip is turned. */
function reachOf(inside: Float32Array): number {
  let most = 0;
  for (let y = 0, i = 0; y < ANALYSIS_SIDE; y++)
    for (let x = 0; x < ANALYSIS_SIDE; x++, i++)
      if (inside[i] > 0) most = Math.max(most, (x - ANALYSIS_MIDDLE) ** 2 + (y - ANALYSIS_MIDDLE) ** 2);
  return Math.sqrt(most) + 1;
}

/** The piece of each row that stands out most, of either tone, in every direction; in WebAssembly where there is some, with the same bits. */
export function directionsOf(fine: Raster, inside: Raster, unit: number): Direction[] {
  const reach = reachOf(inside.data);
  const least = (0.35 * unit) ** 2;
  const look = quickLook(fine, inside, reach, least) ?? plainLook(fine, inside, reach, least);
  return Array.from({ length: DIRECTIONS }, (_, k) => look(k * STEP_DEG));
}

/** What is found in an image turned so. */
type Look = (angleDeg: number) => Direction;

function plainLook(fine: Raster, inside: Raster, reach: number, least: number): Look {
  return (angleDeg) => {
    const within = plainTurned(inside, angleDeg, { reach });
    const { first, last } = rowsInside(within, ENOUGH_INSIDE);
    const ridges = plainRidges(fine, angleDeg, AWAY, { first, last, reach });
    return plainPieces({ ridges, within, first, last }, least);
  };
}

/** Two images with their values side by side, in the scratch memory. */
function putBoth(made: Scratch, { data: a }: Raster, { data: b }: Raster): number {
  const at = made.room(2 * a.byteLength);
  const both = made.floats(at, 2 * a.length);
  for (let i = 0; i < a.length; i++) {
    both[2 * i] = a[i];
    both[2 * i + 1] = b[i];
  }
  return at;
}

function quickLook(fine: Raster, inside: Raster, reach: number, least: number): Look | undefined {
  const side = ANALYSIS_SIDE;
  const { byteLength, length } = fine.data;
  const rowBytes = 16 * (side + LENGTH + 4);
  const made = scratchFor(6 * byteLength + rowBytes + 24 * side);
  if (!made) return undefined;
  const { kernel } = made;
  const from = putBoth(made, fine, inside);
  const [turned, within, three, ridges] = [byteLength, byteLength, byteLength, byteLength].map((n) => made.room(n));
  const [rows, out] = [made.room(rowBytes), made.room(24 * side)];
  for (const at of [turned, within]) made.floats(at, length).fill(0);
  const peaksAt = (at: number): RowPeaks => ({
    value: made.floats(at, side).slice(),
    height: made.floats(at + 4 * side, side).slice(),
    x: new Int32Array(made.floats(at + 8 * side, side).slice().buffer),
  });
  return (angleDeg) => {
    const turns = angleDeg / 360;
    kernel.turned(from, turned, within, side, cosineTurns(turns), sineTurns(turns), 0, side - 1, reach);
    const { first, last } = rowsInside(made.floats(within, length), ENOUGH_INSIDE);
    kernel.ridge(turned, three, ridges, side, AWAY, first, last);
    kernel.pieces(ridges, within, side, first, last, LENGTH, ENOUGH_INSIDE, least, rows, out);
    return { dark: peaksAt(out), light: peaksAt(out + 12 * side) };
  };
}

/** Ridges of a turned image and what of it lies inside, in rows from `first` to `last`. */
interface Ridges {
  ridges: Float32Array;
  within: Float32Array;
  first: number;
  last: number;
}

function plainPieces({ ridges, within, first, last }: Ridges, least: number): Direction {
  const found = { dark: noPeaks(), light: noPeaks() };
  const r = (LENGTH - 1) / 2;
  const row = new Float32Array(ANALYSIS_SIDE + 2 * r + 1);
  const there = new Float32Array(ANALYSIS_SIDE + 2 * r + 1);
  for (let y = first; y <= last; y++) {
    widenedRow(ridges, y * ANALYSIS_SIDE, ANALYSIS_SIDE, r, false, row);
    widenedRow(within, y * ANALYSIS_SIDE, ANALYSIS_SIDE, r, false, there);
    // running sums of the ridge, of its square and of what lies inside
    let sum = 0;
    let squares = 0;
    let share = 0;
    for (let x = 0; x < LENGTH; x++) {
      sum += row[x];
      squares += row[x] * row[x];
      share += there[x];
    }
    for (let x = 0; x < ANALYSIS_SIDE; x++) {
      if (share > ENOUGH_INSIDE) {
        const mean = sum * SHARE;
        const stands = mean / Math.sqrt(Math.max(0, squares * SHARE - mean * mean) + least);
        const peaks = stands > 0 ? found.dark : found.light;
        const value = Math.abs(stands);
        if (value > peaks.value[y]) {
          peaks.value[y] = value;
          peaks.x[y] = x;
          peaks.height[y] = Math.abs(mean);
        }
      }
      const gone = row[x];
      const come = row[x + LENGTH];
      sum += come - gone;
      squares += come * come - gone * gone;
      share += there[x + LENGTH] - there[x];
    }
  }
  return found;
}
