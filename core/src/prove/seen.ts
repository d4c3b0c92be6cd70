import { blur, blurRows } from '../raster/blur.ts';
import { pieceRuns, type PieceRuns } from '../raster/pieces.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { resample } from '../raster/resample.ts';
import { evenSample, maxOf, percentile } from '../maths/measures.ts';
import { stretch } from '../raster/stretch.ts';
import { filledColumns, lessLocal, printingAbove, product, takeAway, takeStreaks, widened } from './strip-loops.ts';
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
  let covered = 0;
  for (let i = 0; i < some.length; i++) if (some[i] > least) some[covered++] = some[i];
  return percentile(some.subarray(0, covered), 0.95);
}

/** Coverage as shares of what its darker parts print: 1 is the 95th of a hundred. */
export function sharesOf(image: Raster): Raster {
  const full = fullOf(image.data);
  const gain = full > 0 ? 1 / full : 1;
  const data = new Float32Array(image.data.length);
  stretch(image.data, data, { less: 0, gain, more: 0, low: 0, high: 1.2 });
  return { ...image, data };
}

/** A strip at 48 px a nominal tip, as shares of what its darker parts print. */
export function normalised({ image, side }: Strip): Raster {
  const factor = LOOK_SIDE / side;
  return sharesOf(resample(image, Math.floor(image.width * factor), Math.floor(image.height * factor)));
}

/** Everything that prints, of it the large pieces, and whether anything is apart from those. */
interface Body {
  printing: Raster;
  body: Raster;
  strays: boolean;
}

function bodyOf(soft: Raster): Body {
  const printing = printingAbove(soft, BODY_AT);
  const found = pieceRuns(widened(printing), 0.5);
  const area = areasOf(found, printing.data);
  const large = area.map((px) => (px >= LEAST_BODY ? 1 : 0));
  const strays = large.includes(1) && area.some((px, id) => px > 0 && !large[id]);
  if (!strays) return { printing, body: printing, strays };
  const body = raster(soft.width, soft.height);
  copyPieces(found, large, printing.data, body.data);
  return { printing, body, strays };
}

/** How much of each piece prints; the first is of none. */
function areasOf({ runs: { begin, end }, ids, count }: PieceRuns, printing: Float32Array): Int32Array {
  const area = new Int32Array(count + 1);
  for (let run = 0; run < ids.length; run++) for (let i = begin[run]; i < end[run]; i++) area[ids[run]] += printing[i];
  return area;
}

function copyPieces(
  { runs: { begin, end }, ids }: PieceRuns,
  wanted: Int32Array,
  from: Float32Array,
  to: Float32Array,
): void {
  for (let run = 0; run < ids.length; run++)
    if (wanted[ids[run]]) to.set(from.subarray(begin[run], end[run]), begin[run]);
}

interface Edges {
  top: Float64Array;
  bottom: Float64Array;
  there: Uint8Array;
}

/** Where the body begins and ends in each column, between pixels. */
function edgesOf(soft: Raster, { data: body }: Raster): Edges {
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

/** The first and the last row that lies between the edges, of each column. */
function rowsOf({ top, bottom, there }: Edges, height: number): { first: Float32Array; last: Float32Array } {
  const first = new Float32Array(top.length).fill(height);
  const last = new Float32Array(top.length).fill(-1);
  for (let x = 0; x < top.length; x++) {
    if (!there[x]) continue;
    const from = Math.max(0, Math.ceil(top[x]));
    const to = Math.min(height - 1, Math.floor(bottom[x]));
    if (from <= to) [first[x], last[x]] = [from, to];
  }
  return { first, last };
}

/** What lies between the edges, and what so well within them that no way of two px along rows and columns leads out. */
function fillOf(edges: Edges, height: number): { fill: Raster; deep: Raster } {
  const { first, last } = rowsOf(edges, height);
  const width = first.length;
  const within = { first: first.slice(), last: last.slice() };
  for (let x = 0; x < width; x++)
    for (let dx = -ERODE; dx <= ERODE; dx++) {
      const beside = x + dx;
      if (beside < 0 || beside >= width) continue;
      const reach = ERODE - Math.abs(dx);
      // nothing lies beyond the strip, so nothing comes in from there
      if (first[beside] > 0) within.first[x] = Math.max(within.first[x], first[beside] + reach);
      if (last[beside] < height - 1) within.last[x] = Math.min(within.last[x], last[beside] - reach);
    }
  return {
    fill: filledColumns(first, last, height),
    deep: blur(filledColumns(within.first, within.last, height), 1),
  };
}

/** What of a strip repeats if anything does: its edges, and the inside less its local mean and constant streaks. */
export function seenOf(shares: Raster, from: number, to: number): Seen {
  const { width, height } = shares;
  const soft = blur(shares, 0.8);
  const found = bodyOf(soft);
  const edges = edgesOf(soft, found.body);
  const { fill, deep } = fillOf(edges, height);
  const inside = lessLocal(shares, blur(product(shares, fill), LOCAL), blur(fill, LOCAL), deep);
  takeStreaks(inside, blurRows(inside, STREAK), blurRows(deep, STREAK), deep);
  if (found.strays) addStrays(inside, shares, found, fill);
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
function addStrays(inside: Raster, shares: Raster, { printing, body }: Body, fill: Raster): void {
  const apart = { ...printing, data: printing.data.slice() };
  takeAway(apart, body);
  const near = widened(apart).data;
  const strays = blur(shares, 0.6);
  clearUnless(strays.data, near, fill.data);
  addMore(inside.data, strays.data, blurRows(strays, STREAK).data);
}

/** Leaves only what lies near something, and not in what is filled. */
function clearUnless(data: Float32Array, near: Float32Array, filled: Float32Array): void {
  for (let i = 0; i < data.length; i++) if (!near[i] || filled[i]) data[i] = 0;
}

function addMore(to: Float32Array, more: Float32Array, less: Float32Array): void {
  for (let i = 0; i < to.length; i++) to[i] += more[i] - less[i];
}
