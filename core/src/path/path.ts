import { headingDeg, tanDeg } from '../maths/angles.ts';
import type { PenPoint } from '../model/strokes.ts';

/** A smoothed path as columns: one entry a vertex, `along` the arc length in px from the start. */
export interface Path {
  count: number;
  x: Float64Array;
  y: Float64Array;
  along: Float64Array;
  pressure: Float64Array;
  /** 0 upright .. 1 flat */
  tilt: Float64Array;
  tiltDirectionDeg: Float64Array;
  twistDeg: Float64Array;
  /** px per ms */
  speed: Float64Array;
  lengthPx: number;
}

/** What a path tells of the hand at one place. */
export interface PathSample {
  x: number;
  y: number;
  headingDeg: number;
  pressure: number;
  tilt: number;
  tiltDirectionDeg: number;
  twistDeg: number;
  speed: number;
}

const SAMPLES_MAX = 48;

/** A number of every pen sample; a plain loop, since TypedArray.from walks an iterator and takes ten times as long. */
export function numbers(points: readonly PenPoint[], read: (p: PenPoint, i: number) => number): Float64Array {
  const out = new Float64Array(points.length);
  for (let i = 0; i < out.length; i++) out[i] = read(points[i], i);
  return out;
}

/** Speed at each pen sample in px per ms, over its two neighbours; 0 where time stands still. */
function speeds(points: readonly PenPoint[]): Float64Array {
  return numbers(points, (_, i) => {
    const a = points[Math.max(0, i - 1)];
    const b = points[Math.min(points.length - 1, i + 1)];
    const ms = b.t - a.t;
    const dx = b.x - a.x;
    const dy = b.y - a.y;
    return ms > 0 ? Math.sqrt(dx * dx + dy * dy) / ms : 0;
  });
}

/** Tilt from upright as 0..1 of 90 degrees, from the two plane angles of Pointer Events. */
function tiltOf(p: PenPoint): number {
  if (p.tiltX === 0 && p.tiltY === 0) return 0;
  if (Math.abs(p.tiltX) >= 90 || Math.abs(p.tiltY) >= 90) return 1;
  const tx = tanDeg(p.tiltX);
  const ty = tanDeg(p.tiltY);
  return headingDeg(1, Math.sqrt(tx * tx + ty * ty)) / 90;
}

function tiltDirection(p: PenPoint): number {
  if (p.tiltX === 0 && p.tiltY === 0) return 0;
  const clampDeg = (v: number) => Math.max(-89.9, Math.min(89.9, v));
  return headingDeg(tanDeg(clampDeg(p.tiltX)), tanDeg(clampDeg(p.tiltY)));
}

/** Catmull-Rom through b..c with neighbours a, d (uniform), one coordinate. */
function through(a: number, b: number, c: number, d: number, t: number): number {
  return b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
}

/** Pieces a span is cut into: about 2 px each; a straight span needs one. */
function pieces(a: PenPoint, b: PenPoint, c: PenPoint, d: PenPoint): number {
  const dx = c.x - b.x;
  const dy = c.y - b.y;
  const bend = Math.abs((b.x - a.x) * dy - (b.y - a.y) * dx) + Math.abs((d.x - c.x) * dy - (d.y - c.y) * dx);
  if (bend === 0) return 1;
  return Math.max(1, Math.min(SAMPLES_MAX, Math.ceil(Math.sqrt(dx * dx + dy * dy) / 2)));
}

/** Pieces of the span that begins at each sample; the last sample begins none and stands for itself. */
function spanPieces(points: readonly PenPoint[]): Float64Array {
  const last = points.length - 1;
  return numbers(points, (b, i) =>
    i === last ? 1 : pieces(points[Math.max(0, i - 1)], b, points[i + 1], points[Math.min(last, i + 2)]),
  );
}

/** Fills the places of a path: every sample, and between them the pieces of the curve through them. */
function fillPlaces(points: readonly PenPoint[], counts: Float64Array, x: Float64Array, y: Float64Array): void {
  const last = points.length - 1;
  let at = 0;
  for (let i = 0; i <= last; i++) {
    const b = points[i];
    const a = points[Math.max(0, i - 1)];
    const c = points[Math.min(last, i + 1)];
    const d = points[Math.min(last, i + 2)];
    x[at] = b.x;
    y[at++] = b.y;
    for (let k = 1; k < counts[i]; k++) {
      x[at] = through(a.x, b.x, c.x, d.x, k / counts[i]);
      y[at++] = through(a.y, b.y, c.y, d.y, k / counts[i]);
    }
  }
}

/** A column of the samples' values, straight between one sample and the next. */
function between(values: Float64Array, counts: Float64Array, total: number): Float64Array {
  const column = new Float64Array(total);
  let at = 0;
  for (let i = 0; i < values.length; i++) {
    const rise = (values[Math.min(values.length - 1, i + 1)] - values[i]) / counts[i];
    for (let k = 0; k < counts[i]; k++) column[at++] = values[i] + rise * k;
  }
  return column;
}

/** Arc length in px at every place. */
export function arcLengths(x: Float64Array, y: Float64Array): Float64Array {
  const along = new Float64Array(x.length);
  for (let k = 1; k < x.length; k++) {
    const dx = x[k] - x[k - 1];
    const dy = y[k] - y[k - 1];
    along[k] = along[k - 1] + Math.sqrt(dx * dx + dy * dy);
  }
  return along;
}

/**
 * Smooths pen samples into a path that passes through every one of them (uniform Catmull-Rom, straight spans stay
 * straight) and measures it. Samples in one place add no length.
 */
export function smoothPath(points: readonly PenPoint[]): Path {
  const counts = spanPieces(points);
  const count = counts.reduce((sum, n) => sum + n, 0);
  const x = new Float64Array(count);
  const y = new Float64Array(count);
  fillPlaces(points, counts, x, y);
  const along = arcLengths(x, y);
  const column = (read: (p: PenPoint) => number) => between(numbers(points, read), counts, count);
  return {
    count,
    x,
    y,
    along,
    pressure: column((p) => p.pressure),
    tilt: column(tiltOf),
    tiltDirectionDeg: column(tiltDirection),
    twistDeg: column((p) => p.twist),
    speed: between(speeds(points), counts, count),
    lengthPx: along[count - 1],
  };
}

/** Columns of pen that a reader writes rows of. */
export type PathColumns = Record<keyof PathSample, Float64Array>;

/**
 * A reader that walks a path forwards: writes the hand at arc length s in px as row `i` of the columns; s must not fall.
 */
export function pathReader(path: Path): (s: number, pen: PathColumns, i: number) => void {
  let k = -1;
  let next = 0;
  let span = 0;
  let heading = 0;
  /** Enters the piece that holds s: heading and length are those of the piece. */
  const enter = (s: number) => {
    let piece = Math.max(0, k);
    while (piece < path.count - 2 && path.along[piece + 1] < s) piece++;
    while (piece < path.count - 2 && path.along[piece + 1] === path.along[piece]) piece++;
    if (piece === k) return;
    k = piece;
    next = Math.min(path.count - 1, k + 1);
    span = path.along[next] - path.along[k];
    heading = headingDeg(path.x[next] - path.x[k], path.y[next] - path.y[k]);
  };
  return (s, pen, i) => {
    if (k < 0 || s > path.along[next]) enter(s);
    const t = span > 0 ? Math.min(1, (s - path.along[k]) / span) : 0;
    pen.x[i] = path.x[k] + (path.x[next] - path.x[k]) * t;
    pen.y[i] = path.y[k] + (path.y[next] - path.y[k]) * t;
    pen.headingDeg[i] = heading;
    pen.pressure[i] = path.pressure[k] + (path.pressure[next] - path.pressure[k]) * t;
    pen.tilt[i] = path.tilt[k] + (path.tilt[next] - path.tilt[k]) * t;
    pen.tiltDirectionDeg[i] = path.tiltDirectionDeg[k] + (path.tiltDirectionDeg[next] - path.tiltDirectionDeg[k]) * t;
    pen.twistDeg[i] = path.twistDeg[k] + (path.twistDeg[next] - path.twistDeg[k]) * t;
    pen.speed[i] = path.speed[k] + (path.speed[next] - path.speed[k]) * t;
  };
}

/** Writes the hand at one sample of a path that has no length (clicks in one place) as row `i` of the columns. */
export function readStill(path: Path, index: number, pen: PathColumns, i: number): void {
  pen.x[i] = path.x[index];
  pen.y[i] = path.y[index];
  pen.headingDeg[i] = 0;
  pen.pressure[i] = path.pressure[index];
  pen.tilt[i] = path.tilt[index];
  pen.tiltDirectionDeg[i] = path.tiltDirectionDeg[index];
  pen.twistDeg[i] = path.twistDeg[index];
  pen.speed[i] = 0;
}
