import { blur, blurRows } from '../raster/blur.ts';
import { pieces } from '../raster/pieces.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { resample } from '../raster/resample.ts';
import { evenSample, maxOf, percentile, filteredValues } from '../maths/measures.ts';
import type { Strip } from './strip.ts';

/** The nominal tip, px, at which likeness is measured. */
export const LOOK_SIDE = 48;
/** What prints more than this of the dark parts belongs to the stroke. */
const BODY_AT = 0.3;
/** Smaller pieces are strays, px. */
const LEAST_BODY = 0.03 * LOOK_SIDE * LOOK_SIDE;
/** What lies within so many px of the edges is the outline's, not the inside's. */
const ERODE = 2;
/** Tone that changes over more than this is no texture, px. */
const LOCAL = 0.14 * LOOK_SIDE;
/** What runs along the path for longer is a streak, which does not repeat, px. */
const STREAK = 2 * LOOK_SIDE;

/** What the eye follows in a stroke: how its two edges run, and what happens between them. */
export interface Seen {
  width: number;
  height: number;
  /** two rows: distance of the upper and lower edge from the middle, in nominal tips, less their own slow run */
  outline: Raster;
  inside: Raster;
}

/** Values that are enough to know how dark a strip is. */
const ENOUGH = 40_000;

/** What the darker parts print: the 95th of a hundred of what is covered at all. */
export function fullOf(data: Float32Array): number {
  const some = evenSample(data, ENOUGH);
  const least = 0.02 * maxOf(some);
  return percentile(
    filteredValues(some, (i) => some[i] > least),
    0.95,
  );
}

/** Coverage as shares of what its darker parts print: 1 is the 95th of a hundred. */
export function sharesOf(image: Raster): Raster {
  const full = fullOf(image.data);
  const share = full > 0 ? 1 / full : 1;
  const from = image.data;
  const data = new Float32Array(from.length);
  for (let i = 0; i < data.length; i++) data[i] = Math.min(1.2, from[i] * share);
  return { ...image, data };
}

/** A strip at 48 px a nominal tip, as shares of what its darker parts print. */
export function normalised({ image, side }: Strip): Raster {
  const factor = LOOK_SIDE / side;
  return sharesOf(resample(image, Math.floor(image.width * factor), Math.floor(image.height * factor)));
}

/** A set with the px above, below and beside each of its own. */
function widened(set: Uint8Array, width: number, height: number): Uint8Array {
  const out = set.slice();
  for (let i = width; i < set.length; i++) {
    out[i] |= set[i - width];
    out[i - width] |= set[i];
  }
  for (let y = 0, row = 0; y < height; y++, row += width)
    for (let i = row + 1; i < row + width; i++) {
      out[i] |= set[i - 1];
      out[i - 1] |= set[i];
    }
  return out;
}

/** Everything that prints, and of it the large pieces. */
function bodyOf(soft: Raster): { printing: Uint8Array; body: Uint8Array } {
  const { width, height, data } = soft;
  const printing = new Uint8Array(data.length);
  for (let i = 0; i < data.length; i++) printing[i] = data[i] > BODY_AT ? 1 : 0;
  const near = widened(printing, width, height);
  const found = pieces({ width, height, data: new Float32Array(near) }, 0.5);
  const area = new Int32Array(found.count + 1);
  for (let i = 0; i < printing.length; i++) area[found.label[i]] += printing[i];
  const body = new Uint8Array(printing.length);
  let some = 0;
  for (let i = 0; i < body.length; i++) some |= body[i] = printing[i] && area[found.label[i]] >= LEAST_BODY ? 1 : 0;
  return { printing, body: some ? body : printing };
}

interface Edges {
  top: Float64Array;
  bottom: Float64Array;
  there: Uint8Array;
}

/** Where the body begins and ends in each column, between pixels. */
function edgesOf(soft: Raster, body: Uint8Array): Edges {
  const { width, height, data } = soft;
  const middle = (height - 1) / 2;
  const edges = {
    top: new Float64Array(width).fill(middle),
    bottom: new Float64Array(width).fill(middle),
    there: new Uint8Array(width),
  };
  const before = (at: number, from: number) =>
    data[at] > data[from] ? Math.min(1, Math.max(0, (data[at] - BODY_AT) / (data[at] - data[from]))) : 0;
  for (let x = 0; x < width; x++) {
    let a = 0;
    while (a < height && !body[a * width + x]) a++;
    if (a === height) continue;
    let b = height - 1;
    while (!body[b * width + x]) b--;
    edges.there[x] = 1;
    edges.top[x] = a - (a > 0 ? before(a * width + x, (a - 1) * width + x) : 0);
    edges.bottom[x] = b + (b < height - 1 ? before(b * width + x, (b + 1) * width + x) : 0);
  }
  return edges;
}

/** The run of both edges over the columns from `from` to `to`, less their slow run. */
function outlineOf({ top, bottom }: Edges, height: number, from: number, to: number): Raster {
  const width = top.length;
  const middle = (height - 1) / 2;
  const run = raster(Math.max(1, to - from), 2);
  for (let x = from; x < to; x++) {
    run.data[x - from] = (middle - top[x]) / LOOK_SIDE;
    run.data[run.width + x - from] = (bottom[x] - middle) / LOOK_SIDE;
  }
  const slow = blurRows(run, LOOK_SIDE, false);
  const out = raster(width, 2);
  for (let k = 0; k < 2; k++)
    for (let x = from; x < to; x++)
      out.data[k * width + x] = run.data[k * run.width + x - from] - slow.data[k * run.width + x - from];
  return out;
}

/** What lies between the edges, and what well within them. */
function fillOf({ top, bottom, there }: Edges, width: number, height: number): { fill: Raster; deep: Raster } {
  const fill = raster(width, height);
  const outside = new Uint8Array(width * height).fill(1);
  for (let x = 0; x < width; x++) {
    if (!there[x]) continue;
    const last = Math.min(height - 1, Math.floor(bottom[x]));
    for (let y = Math.max(0, Math.ceil(top[x])), i = y * width + x; y <= last; y++, i += width) {
      fill.data[i] = 1;
      outside[i] = 0;
    }
  }
  let near: Uint8Array = outside;
  for (let k = 0; k < ERODE; k++) near = widened(near, width, height);
  const core = raster(width, height);
  const { data } = core;
  for (let i = 0; i < near.length; i++) data[i] = 1 - near[i];
  return { fill, deep: blur(core, 1) };
}

/** What of a strip repeats if anything does: its edges, and the inside less its local mean and constant streaks. */
export function seenOf(shares: Raster, from: number, to: number): Seen {
  const { width, height, data } = shares;
  const soft = blur(shares, 0.8);
  const { printing, body } = bodyOf(soft);
  const edges = edgesOf(soft, body);
  const { fill, deep } = fillOf(edges, width, height);
  const weighed = raster(width, height);
  for (let i = 0, out = weighed.data, f = fill.data; i < data.length; i++) out[i] = data[i] * f[i];
  const local = blur(weighed, LOCAL).data;
  const weight = blur(fill, LOCAL).data;
  const inside = raster(width, height);
  const [left, within] = [inside.data, deep.data];
  for (let i = 0; i < data.length; i++) left[i] = (data[i] - local[i] / Math.max(1e-3, weight[i])) * within[i];
  const streaks = blurRows(inside, STREAK).data;
  const depth = blurRows(deep, STREAK).data;
  for (let i = 0; i < data.length; i++) left[i] -= (streaks[i] / Math.max(0.05, depth[i])) * within[i];
  addStrays(inside, shares, printing, body, fill);
  return { width, height, outline: outlineOf(edges, height, from, to), inside: blur(inside, 0.8) };
}

/** How far the two edges of a stroke run off their slow course, nominal tips: the root of the mean of squares. */
export function unevennessOf({ outline, width }: Seen, from: number, to: number): number {
  let sum = 0;
  for (let row = 0; row < 2; row++)
    for (let x = from; x < to; x++) {
      const v = outline.data[row * width + x];
      sum += v * v;
    }
  return Math.sqrt(sum / Math.max(1, 2 * (to - from)));
}

/** Adds what prints apart from the body: it repeats as much as anything. */
function addStrays(inside: Raster, shares: Raster, printing: Uint8Array, body: Uint8Array, fill: Raster): void {
  const { width, height } = shares;
  const apart = new Uint8Array(printing.length);
  let some = 0;
  for (let i = 0; i < apart.length; i++) some |= apart[i] = printing[i] && !body[i] ? 1 : 0;
  if (!some) return;
  const near = widened(apart, width, height);
  const soft = blur(shares, 0.6);
  const strays = raster(width, height);
  for (let i = 0; i < near.length; i++) strays.data[i] = near[i] && fill.data[i] === 0 ? soft.data[i] : 0;
  const streaks = blurRows(strays, STREAK);
  for (let i = 0; i < near.length; i++) inside.data[i] += strays.data[i] - streaks.data[i];
}
