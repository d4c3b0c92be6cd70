import { cosineTurns, sineTurns } from '../maths/angles.ts';
import { clamp } from '../maths/ramps.ts';
import { blur } from '../raster/blur.ts';
import type { Box } from '../raster/box.ts';
import { maskOf } from '../raster/distance.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { maskedBlur, type Tip256 } from './body.ts';
import { filling } from './cures.ts';
import { flaw, type Flaw } from './flaw.ts';
import { areaOf, asRaster, both, type PixelSet } from './masks.ts';
import { maxOf, median, saturate, saturateSquared, valuesIn } from '../maths/measures.ts';
import { ANALYSIS_SIDE, ANALYSIS_MIDDLE } from './analysed-tip.ts';
import { AWAY, DIRECTIONS, directionsOf, STEP_DEG, type Direction } from './line-pieces.ts';
import { meanAlong, ridgeFinder, rowOf, turned } from './turned.ts';

/** Length along which the course of a line is weighed, px; odd. */
const LONG = 91;
/** Rows to both sides in which the exact course of a line is looked for. */
const NEAR_ROWS = 9;
/** Columns to both sides of its middle. */
const NEAR_COLUMNS = 25;
/** So many are told, the plainest. */
const MAX_LINES = 5;
/** So many others a line must stand out against. */
const RIVALS = 10;
/** So many rows of a direction can be lines, of either tone. */
const ROWS = 8;
/** A body smaller than this, px, has no room for a line. */
const ROOM = 400;
/** A line of fewer px is none. */
const LEAST_PX = 60;

interface Candidate {
  value: number;
  direction: number;
  sign: number;
  /** its mean height */
  contrast: number;
  x: number;
  y: number;
}

/** Fine structure without its extremes: what a line consists of. */
function fineOf({ image, solid, inn }: Tip256): { fine: Raster; inside: Raster; within: PixelSet; unit: number } {
  const within = maskOf(inn, 5);
  const inside = asRaster(within);
  const local = maskedBlur(image, asRaster(solid), 4);
  const away = blur(image, 0.7, false).data;
  for (let i = 0; i < away.length; i++) away[i] -= local[i];
  const unit = 0.9 * 1.48 * median(absolutes(valuesIn(away, within))) + 0.03;
  clampWithin(away, 1.6 * unit, inside.data);
  return { fine: { ...image, data: away }, inside, within, unit };
}

function absolutes(values: Float32Array): Float32Array {
  const out = new Float32Array(values.length);
  for (let i = 0; i < out.length; i++) out[i] = Math.abs(values[i]);
  return out;
}

/** Cuts values off beyond `most` of either sign, times a weight. */
function clampWithin(values: Float32Array, most: number, weight: Float32Array): void {
  for (let i = 0; i < values.length; i++) values[i] = clamp(values[i], -most, most) * weight[i];
}

/** An image, or its negative. */
function signedBy(sign: number, image: Raster): Raster {
  const out = raster(image.width, image.height);
  for (let i = 0; i < out.data.length; i++) out.data[i] = sign * image.data[i];
  return out;
}

/** The rows of each direction that stand out most, at least 12 px apart. */
function candidatesOf(directions: readonly Direction[]): Candidate[] {
  const all: Candidate[] = [];
  directions.forEach(({ dark, light }, direction) => {
    for (const [sign, { value, x, height }] of [[1, dark] as const, [-1, light] as const]) {
      const left = value.slice();
      for (let k = 0; k < ROWS; k++) {
        const y = left.indexOf(maxOf(left));
        if (left[y] <= 0.05) break;
        all.push({ value: left[y], direction, sign, contrast: height[y], x: x[y], y });
        left.fill(0, Math.max(0, y - 12), y + 13);
      }
    }
  });
  return all.sort((a, b) => b.value - a.value);
}

/** Whether two candidates are the same line, seen in neighbouring directions. */
function same(a: Candidate, b: Candidate): boolean {
  const apart = Math.abs(a.direction - b.direction);
  const turn = Math.min(apart, DIRECTIONS - apart);
  if (turn > 3) return false;
  const y = apart > DIRECTIONS / 2 ? ANALYSIS_SIDE - 1 - b.y : b.y;
  return Math.abs(a.y - y) < 14 + 8 * turn;
}

/**
 * The usual one of the strongest lines that are other lines than `chosen`, but for the first: what it must stand out against.
 * A few lines that all stand out do not hide each other; many are a texture.
 */
function rivalsOf(chosen: Candidate, all: readonly Candidate[]): number {
  const met = [chosen];
  const values: number[] = [];
  for (const c of all) {
    if (met.some((m) => same(c, m))) continue;
    met.push(c);
    values.push(c.value);
    if (values.length === RIVALS) break;
  }
  const rest = values.length > 1 ? values.slice(1) : values;
  return rest.length > 0 ? median(rest) : 0.1;
}

interface Course {
  angleDeg: number;
  x: number;
  y: number;
}

/** The direction to a degree, by longer pieces near the candidate. */
function refined(signed: Raster, { direction, x, y }: Candidate): Course {
  const find = ridgeFinder(signed, AWAY + 1, LONG);
  let best: (Course & { value: number }) | undefined;
  for (let turn = -4; turn <= 4; turn++) {
    const angleDeg = direction * STEP_DEG + turn;
    const [c, s] = [cosineTurns(turn / 360), sineTurns(turn / 360)];
    const nearX = Math.round(ANALYSIS_MIDDLE + s * (y - ANALYSIS_MIDDLE) + c * (x - ANALYSIS_MIDDLE));
    const nearY = Math.round(ANALYSIS_MIDDLE + c * (y - ANALYSIS_MIDDLE) - s * (x - ANALYSIS_MIDDLE));
    const first = Math.max(0, nearY - NEAR_ROWS);
    const last = Math.min(ANALYSIS_SIDE - 1, nearY + NEAR_ROWS);
    const { means } = find(angleDeg, { first, last });
    const [x0, x1] = [Math.max(0, nearX - NEAR_COLUMNS), Math.min(ANALYSIS_SIDE, nearX + NEAR_COLUMNS + 1)];
    const most = greatestIn(means, { x0, x1, y0: first, y1: last + 1 });
    if (!best || most.value > best.value) best = { ...most, angleDeg };
  }
  return best as Course;
}

/** The greatest value within a box of a square image, the first of those that are equal. */
function greatestIn(data: Float32Array, { x0, y0, x1, y1 }: Box): { value: number; x: number; y: number } {
  let [value, x, y] = [-Infinity, x0, y0];
  for (let py = y0; py < y1; py++)
    for (let px = x0; px < x1; px++) {
      const here = data[py * ANALYSIS_SIDE + px];
      if (here > value) [value, x, y] = [here, px, py];
    }
  return { value, x, y };
}

/** A line as it runs in the image turned by its direction. */
interface Way {
  angleDeg: number;
  /** its row at each column */
  rows: Int16Array;
  from: number;
  to: number;
}

/** Length along which it is weighed where a line bends, px; odd. */
const BRIEF = 15;
/** How far a line may bend from its straight course, px, and what it must gain at once to do so, as a share of its height. */
const BEND = 6;
/** Share of its height. */
const GAIN = 0.1;

/** Follows a line along its course and its bends, from its middle to both ends. */
function wayOf(signed: Raster, { angleDeg, x, y }: Course): Way {
  const find = ridgeFinder(signed, AWAY + 1, BRIEF);
  const { ridges, means: near } = find(angleDeg, { first: y - BEND - 1, last: y + BEND + 1 });
  const least = GAIN * near[rowOf(y) + x];
  const rows = new Int16Array(ANALYSIS_SIDE).fill(y);
  for (const step of [-1, 1])
    for (let k = x + step, row = y; k >= 0 && k < ANALYSIS_SIDE; k += step) {
      for (const next of [row - 1, row + 1])
        if (Math.abs(next - y) <= BEND && near[rowOf(next) + k] > near[rowOf(row) + k] + least) row = next;
      rows[k] = row;
    }
  const strongest = Float32Array.from(rows, (row, k) =>
    Math.max(ridges[rowOf(row - 1) + k], ridges[rowOf(row) + k], ridges[rowOf(row + 1) + k]),
  );
  const height = meanAlong(strongest, 31);
  let [from, to] = [x, x];
  while (from > 0 && height[from - 1] > 0.4 * height[x]) from--;
  while (to < ANALYSIS_SIDE - 1 && height[to + 1] > 0.4 * height[x]) to++;
  return { angleDeg, rows, from, to };
}

/** Rows of a line, and those above and below it that it is compared with. */
const ON = [-1, 0, 1];
/** Above it, rows. */
const ABOVE = [-7, -6, -5];
/** Below it, rows. */
const BELOW = [5, 6, 7];
/** The farthest of all these, rows. */
const BESIDE = 7;

/** The usual height of a line above both its sides, in the image blurred a little. */
function stepOf(soft: Raster, sign: number, { angleDeg, rows, from, to }: Way): number {
  const [first, last] = [Math.min(...rows) - BESIDE, Math.max(...rows) + BESIDE];
  const data = turned(soft, angleDeg, { first, last });
  const at = (beside: readonly number[], x: number) =>
    (sign * beside.reduce((sum, dy) => sum + data[rowOf(rows[x] + dy) + x], 0)) / beside.length;
  const steps = new Float32Array(Math.max(0, to - from + 1));
  for (let x = from; x <= to; x++) {
    const own = at(ON, x);
    steps[x - from] = Math.min(own - at(ABOVE, x), own - at(BELOW, x));
  }
  return steps.length > 1 ? median(steps) : 0;
}

/** A band of 7 px along a line and a little beyond its ends, in the image as it stands. */
function bandOf({ angleDeg, rows, from, to }: Way): Float32Array {
  const band = raster(ANALYSIS_SIDE, ANALYSIS_SIDE);
  for (let x = Math.max(0, from - 8); x < Math.min(ANALYSIS_SIDE, to + 9); x++)
    for (let dy = -3; dy <= 3; dy++) band.data[rowOf(rows[x] + dy) + x] = 1;
  return turned(band, -angleDeg);
}

/** Lines through the inside, lighter or darker than what is beside them. */
export function findLines(tip: Tip256): Flaw[] {
  const { fine, inside, within, unit } = fineOf(tip);
  if (areaOf(within) <= ROOM) return [];
  const all = candidatesOf(directionsOf(fine, inside, unit));
  const used: Candidate[] = [];
  const made: Flaw[] = [];
  const soft = blur(tip.image, 0.5, false);
  for (const candidate of all) {
    if (used.some((u) => same(candidate, u))) continue;
    used.push(candidate);
    if (used.length > MAX_LINES) break;
    const line = lineOf(tip, fine, soft, candidate, rivalsOf(candidate, all));
    if (line) made.push(line);
  }
  return made;
}

function lineOf(tip: Tip256, fine: Raster, soft: Raster, candidate: Candidate, rivals: number): Flaw | undefined {
  const { value, sign, contrast } = candidate;
  const v = value / 1.6;
  const outstanding =
    saturateSquared(value / (rivals + 0.15) - 1, 0.5) * saturate(v * v * v) * saturateSquared(contrast, 0.04 * tip.ref);
  if (outstanding < 0.02) return undefined;
  const signed = signedBy(sign, fine);
  const way = wayOf(signed, refined(signed, candidate));
  const salience = outstanding * saturateSquared(stepOf(soft, sign, way), 0.1 * tip.ref);
  if (salience < 0.02) return undefined;
  const back = bandOf(way);
  const mask = both(maskOf(back, 0.5), tip.solid);
  if (areaOf(mask) < LEAST_PX) return undefined;
  return flaw({ what: 'line', tone: sign < 0 ? 'light' : 'dark', mask }, salience, filling(tip, mask));
}
