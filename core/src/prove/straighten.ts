import { cosineTurns, headingDeg, sineTurns } from '../maths/angles.ts';
import type { PenStroke } from '../model/strokes.ts';
import { smoothPath } from '../path/path.ts';
import { steadied } from '../path/steady.ts';
import { raster, windowOfRaster, type Raster } from '../raster/raster.ts';
import { valueAt } from '../raster/sample.ts';
import { mixedRows } from './strip-loops.ts';

/** Where things on a sheet lie in the strip of a stroke. */
export interface Way {
  lengthPx: number;
  /** writes u, v and the heading of the path in turns for a place on the sheet whose dab was due at `along`, all px */
  find: (x: number, y: number, along: number, out: Float64Array) => void;
}

/** The path of a stroke, every px: x, y and its direction as cosine and sine. */
interface Rail {
  lengthPx: number;
  x: Float64Array;
  y: Float64Array;
  c: Float64Array;
  s: Float64Array;
  turns: Float64Array;
}

function railOf(stroke: PenStroke, steady: number, zoom: number): Rail {
  const path = smoothPath(steadied(stroke.points, steady));
  const lengthPx = path.lengthPx * zoom;
  const count = Math.max(2, Math.ceil(lengthPx) + 1);
  const rail: Rail = {
    lengthPx,
    x: new Float64Array(count),
    y: new Float64Array(count),
    c: new Float64Array(count),
    s: new Float64Array(count),
    turns: new Float64Array(count),
  };
  for (let i = 0, k = 0; i < count; i++) {
    const along = Math.min(path.lengthPx, i / zoom);
    while (k < path.count - 2 && path.along[k + 1] < along) k++;
    const span = path.along[k + 1] - path.along[k];
    const t = span > 0 ? (along - path.along[k]) / span : 0;
    rail.x[i] = (path.x[k] + (path.x[k + 1] - path.x[k]) * t) * zoom;
    rail.y[i] = (path.y[k] + (path.y[k + 1] - path.y[k]) * t) * zoom;
  }
  directed(rail);
  return rail;
}

/** How far to both sides a direction is looked for, px: the corners of a drawn way must not shear the strip. */
const LOOK = 8;

function directed(rail: Rail): void {
  const last = rail.x.length - 1;
  for (let i = 0; i <= last; i++) {
    const a = Math.max(0, i - LOOK);
    const b = Math.min(last, i + LOOK);
    rail.turns[i] = headingDeg(rail.x[b] - rail.x[a], rail.y[b] - rail.y[a]) / 360;
    rail.c[i] = cosineTurns(rail.turns[i]);
    rail.s[i] = sineTurns(rail.turns[i]);
  }
}

/**
 * How a sheet is read along the path of a stroke: columns go along it, a column before its head and behind its tail for
 * each px of `side`, rows across it. The strip is as high as what prints beside the path on the sheet that is given.
 */
export function straightened(
  sheet: Raster,
  stroke: PenStroke,
  steady: number,
  zoom: number,
  side: number,
): { read: (sheet: Raster) => Raster; way: Way } {
  const rail = railOf(stroke, steady, zoom);
  const width = Math.ceil(rail.lengthPx) + 2 * side;
  const half = halfHeight(sheet, rail, side);
  const read = (other: Raster) => (isLevel(rail) ? levelStrip : bentStrip)(other, rail, width, half, side);
  const last = rail.x.length - 1;
  const find: Way['find'] = (x, y, along, out) => {
    const i = Math.max(0, Math.min(last, Math.floor(along + 0.5)));
    const dx = x - rail.x[i];
    const dy = y - rail.y[i];
    out[0] = side + i + rail.c[i] * dx + rail.s[i] * dy;
    out[1] = half - rail.s[i] * dx + rail.c[i] * dy;
    out[2] = rail.turns[i];
  };
  return { read, way: { lengthPx: rail.lengthPx, find } };
}

/** The strip of any path: each column is read across the path at its place. */
function bentStrip(sheet: Raster, rail: Rail, width: number, half: number, side: number): Raster {
  const out = raster(width, 2 * half + 1);
  const last = rail.x.length - 1;
  for (let u = 0; u < width; u++) {
    const i = Math.max(0, Math.min(last, u - side));
    const beyond = u - side - i;
    const x = rail.x[i] + rail.c[i] * beyond - 0.5;
    const y = rail.y[i] + rail.s[i] * beyond - 0.5;
    for (let v = -half; v <= half; v++)
      out.data[(v + half) * width + u] = valueAt(sheet, x - rail.s[i] * v, y + rail.c[i] * v);
  }
  return out;
}

/** Whether a path runs straight to the right. */
const isLevel = ({ x, turns }: Rail): boolean => turns.every((t) => t === 0) && x[x.length - 1] > x[0];

/** The strip of a level path: all its places lie equally between pixels, so whole rows are mixed. */
function levelStrip(sheet: Raster, rail: Rail, width: number, half: number, side: number): Raster {
  const out = raster(width, 2 * half + 1);
  const left = rail.x[0] - 0.5 - side;
  const top = rail.y[0] - 0.5 - half;
  const [x0, y0] = [Math.floor(left), Math.floor(top)];
  const [fx, fy] = [left - x0, top - y0];
  const from = Math.max(0, -x0);
  const count = Math.min(width, sheet.width - 1 - x0) - from;
  const [first, end] = [Math.max(0, -y0), Math.min(out.height, sheet.height - 1 - y0)];
  if (count <= 0 || end <= first) return out;
  const rows = windowOfRaster(sheet, x0 + from, y0 + first, count + 1, end - first + 1);
  const run = mixedRows(rows, fx, fy);
  for (let v = first; v < end; v++)
    out.data.set(run.data.subarray((v - first) * count, (v - first + 1) * count), v * width + from);
  return out;
}

/** How far from a row of a sheet anything prints in some columns or the ones behind them, px. */
function farthestFrom(y: number, sheet: Raster, columns: Int32Array): number {
  let top = 0;
  let bottom = sheet.height - 1;
  while (top < sheet.height && isEmpty(sheet, top, columns)) top++;
  while (bottom > top && isEmpty(sheet, bottom, columns)) bottom--;
  return top < sheet.height ? Math.max(y - top, bottom - y, 0) + 2 : 0;
}

function isEmpty({ width, data }: Raster, y: number, columns: Int32Array): boolean {
  for (let k = 0; k < columns.length; k++) {
    const x = columns[k];
    if (x >= 0 && x < width && data[y * width + x] !== 0) return false;
    if (x + 1 >= 0 && x + 1 < width && data[y * width + x + 1] !== 0) return false;
  }
  return true;
}

/** A path is asked how far it is covered beside it at every so many of its places. */
const EVERY = 8;

/** How far a sheet is covered beside a path, px: looked for outward from a few places. */
function halfHeight(sheet: Raster, rail: Rail, side: number): number {
  const columns = Int32Array.from({ length: Math.ceil(rail.x.length / EVERY) }, (_, k) =>
    Math.floor(rail.x[EVERY * k]),
  );
  const far = isLevel(rail) ? farthestFrom(rail.y[0], sheet, columns) : Infinity;
  const most = Math.ceil(Math.min(4 * side, Math.max(sheet.width, sheet.height), far));
  let reach = Math.ceil(0.6 * side);
  for (let i = 0; i < rail.x.length; i += EVERY)
    for (let v = most; v > reach; v--)
      for (const sign of [1, -1])
        if (valueAt(sheet, rail.x[i] - rail.s[i] * sign * v, rail.y[i] + rail.c[i] * sign * v) > 0.004) reach = v;
  return reach + Math.ceil(0.1 * side);
}
