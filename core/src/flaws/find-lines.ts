import { cosineTurns, sineTurns } from '../maths/angles.ts';
import { clamp } from '../maths/index.ts';
import { blur } from '../raster/blur.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { areaOf, asRaster, maskedBlur, maskWhere, type Tip256 } from './body.ts';
import { filledIn } from './cures.ts';
import { flaw, type Flaw } from './flaw.ts';
import { greatest, median, picked, rise, riseSquared } from '../maths/measures.ts';
import { SIGHT, SIGHT_MIDDLE } from './sight.ts';

const DIRECTIONS = 24;
const STEP_DEG = 180 / DIRECTIONS;
const LENGTH = 61;
const LONG = 91;
const MOST = 3;
/** A body smaller than this, px, has no room for a line. */
const ROOM = 400;
const LEAST_PX = 60;

/** The square image turned about its middle; the same at angle -a undoes it. */
function turned({ data, width }: Raster, angleDeg: number): Float32Array {
  const c = cosineTurns(angleDeg / 360);
  const s = sineTurns(angleDeg / 360);
  const middle = (width - 1) / 2;
  const out = new Float32Array(data.length);
  for (let y = 0, at = 0; y < width; y++) {
    let px = middle - c * middle - s * (y - middle);
    let py = middle - s * middle + c * (y - middle);
    for (let x = 0; x < width; x++, at++, px += c, py += s) {
      if (px < 0 || py < 0 || px >= width - 1 || py >= width - 1) continue;
      const x0 = px | 0;
      const y0 = py | 0;
      const from = y0 * width + x0;
      const fx = px - x0;
      const upper = data[from] + (data[from + 1] - data[from]) * fx;
      const low = data[from + width] + (data[from + width + 1] - data[from + width]) * fx;
      out[at] = upper + (low - upper) * (py - y0);
    }
  }
  return out;
}

/** Running mean of `length` values along rows; the end value goes on beyond the ends. */
function meanAlong(data: Float32Array, length: number): Float32Array {
  const out = new Float32Array(data.length);
  const r = (length - 1) / 2;
  const share = 1 / length;
  const row = new Float32Array(SIGHT + 2 * r + 1);
  for (let at = 0; at < data.length; at += SIGHT) {
    row.fill(data[at], 0, r);
    row.set(data.subarray(at, at + SIGHT), r);
    row.fill(data[at + SIGHT - 1], r + SIGHT);
    let sum = 0;
    for (let x = 0; x < length; x++) sum += row[x];
    for (let x = 0; x < SIGHT; x++) {
      out[at + x] = sum * share;
      sum += row[x + length] - row[x];
    }
  }
  return out;
}

const rowOf = (y: number): number => Math.max(0, Math.min(SIGHT - 1, y)) * SIGHT;

/** How far three rows together rise above the rows `away` px beside them. */
function ridge(data: Float32Array, away: number): Float32Array {
  const three = new Float32Array(data.length);
  for (let y = 0; y < SIGHT; y++) {
    const [a, b, c] = [rowOf(y - 1), y * SIGHT, rowOf(y + 1)];
    for (let x = 0; x < SIGHT; x++) three[b + x] = (data[a + x] + data[b + x] + data[c + x]) / 3;
  }
  const out = new Float32Array(data.length);
  for (let y = 0; y < SIGHT; y++) {
    const [a, b, c] = [rowOf(y - away), y * SIGHT, rowOf(y + away)];
    for (let x = 0; x < SIGHT; x++) out[b + x] = three[b + x] - 0.3 * (three[a + x] + three[c + x]);
  }
  return out;
}

interface Direction {
  /** how far a straight piece stands out against its own unevenness, signed */
  stands: Float32Array;
  /** its mean height */
  height: Float32Array;
}

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
  const unit = 0.9 * 1.48 * median(picked(away.map(Math.abs), (i) => inside.data[i] > 0)) + 0.03;
  const fine = { ...image, data: away.map((v, i) => clamp(v, -1.6 * unit, 1.6 * unit) * inside.data[i]) };
  return { fine, inside, unit };
}

function lookAlong(fine: Raster, inside: Raster, unit: number, direction: number): Direction {
  const ridges = ridge(turned(fine, direction * STEP_DEG), 5);
  const height = meanAlong(ridges, LENGTH);
  const share = meanAlong(turned(inside, direction * STEP_DEG), LENGTH);
  const squares = meanAlong(
    ridges.map((v) => v * v),
    LENGTH,
  );
  const least = (0.35 * unit) ** 2;
  const stands = new Float32Array(height.length);
  for (let i = 0; i < stands.length; i++)
    if (share[i] > 0.75) stands[i] = height[i] / Math.sqrt(Math.max(0, squares[i] - height[i] * height[i]) + least);
  return { stands, height };
}

/** The rows of each direction that stand out most, at least 12 px apart. */
function candidatesOf(directions: readonly Direction[]): Candidate[] {
  const all: Candidate[] = [];
  directions.forEach(({ stands, height }, direction) => {
    for (const sign of [1, -1]) {
      const peaks = new Float32Array(SIGHT);
      const places = new Int32Array(SIGHT);
      for (let y = 0; y < SIGHT; y++)
        for (let x = 0; x < SIGHT; x++) {
          const v = sign * stands[y * SIGHT + x];
          if (v > peaks[y]) [peaks[y], places[y]] = [v, x];
        }
      for (let k = 0; k < MOST; k++) {
        const y = peaks.indexOf(greatest(peaks));
        if (peaks[y] <= 0.05) break;
        const contrast = Math.abs(height[y * SIGHT + places[y]]);
        all.push({ value: peaks[y], direction, sign, contrast, x: places[y], y });
        peaks.fill(0, Math.max(0, y - 12), y + 13);
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
  const y = apart > DIRECTIONS / 2 ? SIGHT - 1 - b.y : b.y;
  return Math.abs(a.y - y) < 14 + 8 * turn;
}

/**
 * The mean of the strongest lines that are other lines than `chosen`, but for the first: what it must stand out against.
 * Two lines that both stand out do not hide each other.
 */
function rivalsOf(chosen: Candidate, all: readonly Candidate[]): number {
  const met = [chosen];
  const values: number[] = [];
  for (const c of all) {
    if (met.some((m) => same(c, m))) continue;
    met.push(c);
    values.push(c.value);
    if (values.length === 6) break;
  }
  const rest = values.length > 1 ? values.slice(1) : values;
  return rest.length > 0 ? rest.reduce((a, b) => a + b, 0) / rest.length : 0.1;
}

interface Course {
  angleDeg: number;
  x: number;
  y: number;
  ridges: Float32Array;
}

/** The direction to a degree, by longer pieces near the candidate. */
function refined(fine: Raster, { direction, sign, x, y }: Candidate): Course {
  let best: (Course & { value: number }) | undefined;
  const signed = { ...fine, data: fine.data.map((v) => sign * v) };
  for (let turn = -4; turn <= 4; turn++) {
    const angleDeg = direction * STEP_DEG + turn;
    const ridges = ridge(turned(signed, angleDeg), 6);
    const long = meanAlong(ridges, LONG);
    const [c, s] = [cosineTurns(turn / 360), sineTurns(turn / 360)];
    const nearX = Math.round(SIGHT_MIDDLE + s * (y - SIGHT_MIDDLE) + c * (x - SIGHT_MIDDLE));
    const nearY = Math.round(SIGHT_MIDDLE + c * (y - SIGHT_MIDDLE) - s * (x - SIGHT_MIDDLE));
    for (let py = Math.max(0, nearY - 9); py <= Math.min(SIGHT - 1, nearY + 9); py++)
      for (let px = Math.max(0, nearX - 25); px <= Math.min(SIGHT - 1, nearX + 25); px++) {
        const value = long[py * SIGHT + px];
        if (!best || value > best.value) best = { value, angleDeg, x: px, y: py, ridges };
      }
  }
  return best as Course;
}

/** From where to where a line runs along its row. */
function endsOf({ x, y, ridges }: Course): { from: number; to: number } {
  const strongest = new Float32Array(SIGHT);
  for (let k = 0; k < SIGHT; k++)
    strongest[k] = Math.max(ridges[rowOf(y - 1) + k], ridges[rowOf(y) + k], ridges[rowOf(y + 1) + k]);
  const row = meanAlong(strongest, 31);
  let [from, to] = [x, x];
  while (from > 0 && row[from - 1] > 0.4 * row[x]) from--;
  while (to < SIGHT - 1 && row[to + 1] > 0.4 * row[x]) to++;
  return { from, to };
}

/** The usual height of a line above both its sides. */
function stepOf(image: Raster, sign: number, { angleDeg, y }: Course, from: number, to: number): number {
  const data = turned(blur(image, 0.5, false), angleDeg);
  const at = (rows: readonly number[], x: number) =>
    (sign * rows.reduce((sum, dy) => sum + data[rowOf(y + dy) + x], 0)) / rows.length;
  const steps = new Float32Array(Math.max(0, to - from + 1));
  for (let x = from; x <= to; x++) {
    const own = at([-1, 0, 1], x);
    steps[x - from] = Math.min(own - at([-7, -6, -5], x), own - at([5, 6, 7], x));
  }
  return steps.length > 1 ? median(steps) : 0;
}

/** Lines through the inside, lighter or darker than what is beside them. */
export function findLines(tip: Tip256): Flaw[] {
  const { fine, inside, unit } = fineOf(tip);
  let room = 0;
  for (const v of inside.data) room += v;
  if (room <= ROOM) return [];
  const directions = Array.from({ length: DIRECTIONS }, (_, k) => lookAlong(fine, inside, unit, k));
  const all = candidatesOf(directions);
  const used: Candidate[] = [];
  const made: Flaw[] = [];
  for (const candidate of all) {
    if (used.some((u) => same(candidate, u))) continue;
    used.push(candidate);
    if (used.length > MOST) break;
    const line = lineOf(tip, fine, candidate, rivalsOf(candidate, all));
    if (line) made.push(line);
  }
  return made;
}

function lineOf(tip: Tip256, fine: Raster, candidate: Candidate, rivals: number): Flaw | undefined {
  const { value, sign, contrast } = candidate;
  const v = value / 1.6;
  const outstanding =
    riseSquared(value / (rivals + 0.15) - 1, 0.5) * rise(v * v * v) * riseSquared(contrast, 0.04 * tip.ref);
  if (outstanding < 0.02) return undefined;
  const course = refined(fine, candidate);
  const { from, to } = endsOf(course);
  const salience = outstanding * riseSquared(stepOf(tip.image, sign, course, from, to), 0.1 * tip.ref);
  if (salience < 0.02) return undefined;
  const band = raster(SIGHT, SIGHT);
  for (let row = Math.max(0, course.y - 3); row <= Math.min(SIGHT - 1, course.y + 3); row++)
    band.data.fill(1, row * SIGHT + Math.max(0, from - 8), row * SIGHT + Math.min(SIGHT, to + 9));
  const back = turned(band, -course.angleDeg);
  const mask = maskWhere((i) => back[i] > 0.5 && tip.solid[i] === 1);
  if (areaOf(mask) < LEAST_PX) return undefined;
  return flaw('line', sign < 0 ? 'light' : 'dark', mask, salience, () => filledIn(tip, mask));
}
