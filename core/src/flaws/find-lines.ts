import { cosineTurns, sineTurns } from '../maths/angles.ts';
import { clamp } from '../maths/ramps.ts';
import { blur, widenedRow } from '../raster/blur.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { areaOf, asRaster, maskedBlur, maskWhere, type Tip256 } from './body.ts';
import { filledIn } from './cures.ts';
import { flaw, type Flaw } from './flaw.ts';
import { maxOf, median, filteredValues, saturate, saturateSquared } from '../maths/measures.ts';
import { ANALYSIS_SIDE, ANALYSIS_MIDDLE } from './analysed-tip.ts';
import { meanAlong, rowOf, turned, turnedRidges } from './turned.ts';

/** Directions that lines are looked for in, over half a turn. */
const DIRECTIONS = 24;
/** From one to the next, degrees. */
const STEP_DEG = 180 / DIRECTIONS;
/** Length of the pieces that are looked at, px; odd. */
const LENGTH = 61;
/** What one px of a piece counts. */
const SHARE = 1 / LENGTH;
/** Px of a piece that must lie inside. */
const ENOUGH_INSIDE = 0.75 * LENGTH;
/** How far beside a ridge lies what it is compared with, px. */
const AWAY = 5;
/** Length along which the course of a line is weighed, px; odd. */
const LONG = 91;
/** Rows to both sides in which the exact course of a line is looked for. */
const NEAR_ROWS = 9;
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

/** Of each row the straight piece that stands out most against its own unevenness: lighter or darker than what is beside it. */
interface Direction {
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
function fineOf({ image, solid, inn }: Tip256): { fine: Raster; inside: Raster; unit: number } {
  const inside = asRaster(maskWhere((i) => inn[i] > 5));
  const local = maskedBlur(image, asRaster(solid), 4);
  const soft = blur(image, 0.7, false).data;
  const away = soft.map((v, i) => v - local[i]);
  const unit = 0.9 * 1.48 * median(filteredValues(away.map(Math.abs), (i) => inside.data[i] > 0)) + 0.03;
  const fine = { ...image, data: away.map((v, i) => clamp(v, -1.6 * unit, 1.6 * unit) * inside.data[i]) };
  return { fine, inside, unit };
}

/** The first and last row in which a piece of a line could lie: so much of it must lie inside. */
function rowsInside(inside: Float32Array, least: number): { first: number; last: number } {
  let [first, last] = [ANALYSIS_SIDE, -1];
  for (let y = 0; y < ANALYSIS_SIDE; y++) {
    let sum = 0;
    for (let at = y * ANALYSIS_SIDE, end = at + ANALYSIS_SIDE; at < end; at++) sum += inside[at];
    if (sum < least) continue;
    first = Math.min(first, y);
    last = y;
  }
  return { first, last };
}

/** How far from the middle anything lies inside, px: rows beyond are empty however the tip is turned. */
function reachOf(inside: Float32Array): number {
  let most = 0;
  for (let y = 0, i = 0; y < ANALYSIS_SIDE; y++)
    for (let x = 0; x < ANALYSIS_SIDE; x++, i++)
      if (inside[i] > 0) most = Math.max(most, (x - ANALYSIS_MIDDLE) ** 2 + (y - ANALYSIS_MIDDLE) ** 2);
  return Math.sqrt(most) + 1;
}

function lookAlong(fine: Raster, inside: Raster, unit: number, direction: number, reach: number): Direction {
  const angle = direction * STEP_DEG;
  const within = turned(inside, angle, { reach });
  const { first, last } = rowsInside(within, ENOUGH_INSIDE);
  const ridges = turnedRidges(fine, angle, AWAY, { first, last, reach });
  const least = (0.35 * unit) ** 2;
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
  let best: (Course & { value: number }) | undefined;
  for (let turn = -4; turn <= 4; turn++) {
    const angleDeg = direction * STEP_DEG + turn;
    const [c, s] = [cosineTurns(turn / 360), sineTurns(turn / 360)];
    const nearX = Math.round(ANALYSIS_MIDDLE + s * (y - ANALYSIS_MIDDLE) + c * (x - ANALYSIS_MIDDLE));
    const nearY = Math.round(ANALYSIS_MIDDLE + c * (y - ANALYSIS_MIDDLE) - s * (x - ANALYSIS_MIDDLE));
    const first = Math.max(0, nearY - NEAR_ROWS);
    const last = Math.min(ANALYSIS_SIDE - 1, nearY + NEAR_ROWS);
    const ridges = turnedRidges(signed, angleDeg, AWAY + 1, { first, last });
    const long = meanAlong(ridges, LONG, first, last);
    for (let py = first; py <= last; py++)
      for (let px = Math.max(0, nearX - 25); px <= Math.min(ANALYSIS_SIDE - 1, nearX + 25); px++) {
        const value = long[py * ANALYSIS_SIDE + px];
        if (!best || value > best.value) best = { value, angleDeg, x: px, y: py };
      }
  }
  return best as Course;
}

/** A line as it runs in the image turned by its direction. */
interface Way {
  angleDeg: number;
  /** its row at each column */
  rows: Int16Array;
  from: number;
  to: number;
}

/** How far a line may bend from its straight course, px, and what it must gain at once to do so, as a share of its height. */
const BEND = 6;
/** Share of its height. */
const GAIN = 0.1;

/** Follows a line along its course and its bends, from its middle to both ends. */
function wayOf(signed: Raster, { angleDeg, x, y }: Course): Way {
  const ridges = turnedRidges(signed, angleDeg, AWAY + 1, { first: y - BEND - 1, last: y + BEND + 1 });
  const near = meanAlong(ridges, 15, Math.max(0, y - BEND), Math.min(ANALYSIS_SIDE - 1, y + BEND));
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
  const { fine, inside, unit } = fineOf(tip);
  let room = 0;
  for (const v of inside.data) room += v;
  if (room <= ROOM) return [];
  const reach = reachOf(inside.data);
  const directions = Array.from({ length: DIRECTIONS }, (_, k) => lookAlong(fine, inside, unit, k, reach));
  const all = candidatesOf(directions);
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
  const signed = { ...fine, data: fine.data.map((v) => sign * v) };
  const way = wayOf(signed, refined(signed, candidate));
  const salience = outstanding * saturateSquared(stepOf(soft, sign, way), 0.1 * tip.ref);
  if (salience < 0.02) return undefined;
  const back = bandOf(way);
  const mask = maskWhere((i) => back[i] > 0.5 && tip.solid[i] === 1);
  if (areaOf(mask) < LEAST_PX) return undefined;
  return flaw({ what: 'line', tone: sign < 0 ? 'light' : 'dark', mask }, salience, () => filledIn(tip, mask));
}
