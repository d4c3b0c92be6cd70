import { expMinus } from '../maths/exponential.ts';
import { fourthRoot } from '../maths/roots.ts';
import { clamp } from '../maths/ramps.ts';
import type { Raster } from '../raster/raster.ts';
import { saturate, saturateSquared } from '../maths/measures.ts';
import { scratchFor } from '../wasm/index.ts';
import { LOOK_SIDE, type Seen } from './seen.ts';

/** Half a patch, px, and the samples along its side. */
const HALF = LOOK_SIDE / 2 + 2;
/** Samples along the side of a patch; odd, so that one lies in its middle. */
const PATCH_SIDE = 27;
/** Side of a patch, px. */
const EDGE = 2 * HALF + 1;
/** How much of the mean patch is forgiven: even beads are only partly repetition. */
const BEADS = 0.4;
/** Values that are free to differ in each nominal tip of a stroke: chance likeness is one by the root of their number. */
const INSIDE_FREE = 40;
/** As many as that of the outline, which is a line and has fewer. */
const OUTLINE_FREE = 8;
/** What is half seen of the inside (shares) and of the outline (nominal tips). Fitted on the rated strokes. */
const INSIDE_SEEN = 0.03;
/** Of the outline. */
const OUTLINE_SEEN = 0.02;
/** Dabs that are compared with later ones; of more an even choice. */
const FIRSTS = 72;

/** Places of dabs at 48 px a nominal tip, in order along the path. */
export interface Places {
  count: number;
  u: Float64Array;
  v: Float64Array;
  turns: Float64Array;
  /** 1 or -1 */
  mirrorX: Float64Array;
  mirrorY: Float64Array;
  step: number;
}

/** Likeness of dabs at each lag from 1 on. */
export interface Part {
  /** how strong it is together, as far as it is seen, 0..1 */
  seen: number;
  lags: number[];
  /** for the first lags: which dabs are most alike to the one so much later, the most alike first */
  pairs: () => number[][];
}

/** Rows of samples, one a dab. */
interface Patches {
  count: number;
  size: number;
  data: Float32Array;
}

const patches = (count: number, size: number): Patches => ({ count, size, data: new Float32Array(count * size) });

/** Bilinear without bounds: the caller keeps to the raster. */
function read(data: Float32Array, width: number, height: number, x: number, y: number): number {
  const x0 = Math.floor(x);
  const y0 = Math.floor(y);
  if (x0 < 0 || y0 < 0 || x0 >= width - 1 || y0 >= height - 1) return 0;
  const fx = x - x0;
  const at = y0 * width + x0;
  const upper = data[at] + (data[at + 1] - data[at]) * fx;
  const low = data[at + width] + (data[at + width + 1] - data[at + width]) * fx;
  return upper + (low - upper) * (y - y0);
}

/** What surrounds each place, upright. */
function around(source: Raster, u: Float64Array, v: Float64Array, count: number): Patches {
  const { width, height, data } = source;
  const out = patches(count, PATCH_SIDE * PATCH_SIDE);
  const made = scratchFor(data.byteLength + 16 * count + out.data.byteLength);
  if (!made) {
    for (let i = 0, at = 0; i < count; i++)
      for (let b = -HALF; b <= HALF; b += 2)
        for (let a = -HALF; a <= HALF; a += 2) out.data[at++] = read(data, width, height, u[i] + a, v[i] + b);
    return out;
  }
  const from = made.put(data);
  const places = made.putRows([u.subarray(0, count), v.subarray(0, count)]);
  const to = made.room(out.data.byteLength);
  made.kernel.around(from, width, height, places, count, HALF, to);
  out.data.set(made.floats(to, out.data.length));
  return out;
}

/** The run of both edges around each place. */
function edgesAround({ width, data }: Raster, u: Float64Array, count: number): Patches {
  const out = patches(count, 2 * EDGE);
  for (let i = 0, at = 0; i < count; i++)
    for (let k = 0; k < 2; k++)
      for (let a = -HALF; a <= HALF; a++, at++) {
        const x = u[i] + a;
        const x0 = Math.floor(x);
        if (x0 < 0 || x0 >= width - 1) continue;
        const from = k * width + x0;
        out.data[at] = data[from] + (data[from + 1] - data[from]) * (x - x0);
      }
  return out;
}

function sumPatch({ count, size, data }: Patches): Float64Array {
  const made = scratchFor(data.byteLength + 8 * (size + 4));
  if (made) {
    const [from, to] = [made.put(data), made.room(8 * (size + 4))];
    made.kernel.columnSums(from, count, size, to);
    return made.doubles(to, size).slice();
  }
  const sum = new Float64Array(size);
  for (let i = 0, at = 0; i < count; i++) for (let k = 0; k < size; k++) sum[k] += data[at++];
  return sum;
}

function takeRow({ count, size, data }: Patches, less: Float64Array): void {
  const made = scratchFor(data.byteLength + less.byteLength);
  if (made) {
    const [from, by] = [made.put(data), made.put(less)];
    made.kernel.lessRow(from, count, size, by);
    data.set(made.floats(from, data.length));
  } else for (let i = 0, at = 0; i < count; i++) for (let k = 0; k < size; k++) data[at++] -= less[k];
}

/** Takes the share of the mean patch away that is the same upright, mirrored and upside down. */
function forgiveBeads(set: Patches, columns: number): void {
  const mean = sumPatch(set).map((v) => v / Math.max(1, set.count));
  const rows = set.size / columns;
  const even = mean.map((_, k) => {
    const x = k % columns;
    const y = (k - x) / columns;
    const [mx, my] = [columns - 1 - x, rows - 1 - y];
    return (BEADS / 4) * (mean[k] + mean[my * columns + x] + mean[y * columns + mx] + mean[my * columns + mx]);
  });
  takeRow(set, even);
}

const energyOf = ({ count, data }: Patches): number => {
  let sum = 0;
  for (let i = 0; i < data.length; i++) sum += data[i] * data[i];
  return sum / Math.max(1, count) + 1e-12;
};

function dot(p: Patches, i: number, q: Patches, j: number): number {
  const { size } = p;
  const x = p.data;
  const y = q.data;
  // four sums side by side: a single one waits for itself at every step
  let s0 = 0;
  let s1 = 0;
  let s2 = 0;
  let s3 = 0;
  let a = i * size;
  let b = j * size;
  const end = a + size;
  for (; a + 3 < end; a += 4, b += 4) {
    s0 += x[a] * y[b];
    s1 += x[a + 1] * y[b + 1];
    s2 += x[a + 2] * y[b + 2];
    s3 += x[a + 3] * y[b + 3];
  }
  for (; a < end; a++, b++) s0 += x[a] * y[b];
  return s0 + s1 + (s2 + s3);
}

/** Mean product of `pairs` patches and those `later` in the other set; of many an even choice. */
type MeanProduct = (pairs: number, later: number) => number;
const everyOf = (pairs: number): number => Math.max(1, pairs / FIRSTS);

function plainProduct(p: Patches, q: Patches): MeanProduct {
  return (pairs, later) => {
    const every = everyOf(pairs);
    let sum = 0;
    let n = 0;
    for (let at = 0; at < pairs; at += every, n++) sum += dot(p, Math.floor(at), q, Math.floor(at) + later);
    return sum / n;
  };
}

/** Products of patches with those of their own set and of another: in WebAssembly where there is some, with the same bits. */
function productsOf(p: Patches, q: Patches): { own: MeanProduct; other: MeanProduct } {
  const made = scratchFor(p.data.byteLength + q.data.byteLength);
  if (!made) return { own: plainProduct(p, p), other: plainProduct(p, q) };
  const [first, second] = [made.put(p.data), made.put(q.data)];
  const by =
    (set: number): MeanProduct =>
    (pairs, later) =>
      made.kernel.product(first, set, p.size, pairs, everyOf(pairs), later);
  return { own: by(first), other: by(second) };
}

/** Likeness at lags 1..most; near lags less the mean likeness to what lies midway between dabs. */
function likeness(p: Patches, midway: Patches, most: number, step: number): number[] {
  const energy = energyOf(p);
  const { own, other } = productsOf(p, midway);
  /** `shift` reads what lies midway that much earlier */
  const beside = (lag: number, shift: number): number => {
    const pairs = Math.min(p.count, midway.count + shift) - lag;
    return pairs < 1 ? 0 : other(pairs, lag - shift);
  };
  return Array.from({ length: most }, (_, i) => {
    const lag = i + 1;
    const pairs = p.count - lag;
    let r = (pairs < 1 ? 0 : own(pairs, lag)) / energy;
    if (lag * step < 1.2 * LOOK_SIDE) {
      const before = beside(lag, 1);
      const after = lag < midway.count ? beside(lag, 0) : before;
      r -= Math.max(0, (before + after) / 2 / energy);
    }
    return r;
  });
}

/** Lags for which the likest dabs are told, for the plot. */
const PAIRED_LAGS = 24;
/** Of each so many. */
const PAIRS = 5;

/** For the first lags: the dabs that are most alike to the one so much later. */
function alikePairs(p: Patches, most: number): number[][] {
  return Array.from({ length: Math.min(PAIRED_LAGS, most) }, (_, k) => {
    const lag = k + 1;
    const found = Array.from({ length: Math.max(0, p.count - lag) }, (_, i) => ({ i, r: dot(p, i, p, i + lag) }));
    return found
      .sort((a, b) => b.r - a.r)
      .slice(0, PAIRS)
      .map(({ i }) => i);
  });
}

/** Weights of lags 1..most: near ones count more. */
export function lagWeights(count: number, step: number): Float64Array {
  const reach = Math.max(3, LOOK_SIDE / Math.max(1e-3, step));
  const most = Math.max(1, Math.floor(Math.min(0.6 * count, 4 * reach)));
  const weights = Float64Array.from({ length: most }, (_, k) => expMinus(k / reach));
  const sum = weights.reduce((a, b) => a + b, 0);
  return weights.map((w) => w / sum);
}

/** How strong likeness is together: the root of the weighted mean of its squares, above the floor of chance. */
export function combinedLikeness(lags: ArrayLike<number>, weights: Float64Array, floor: number): number {
  let sum = 0;
  for (let k = 0; k < weights.length; k++) {
    const rho = clamp((lags[k] - floor) / (1 - floor));
    sum += weights[k] * rho * rho;
  }
  return Math.sqrt(sum);
}

/** How strong patches are, by the fourth power, since it is the strong parts that are seen. */
function strengthOf({ data }: Patches): number {
  let sum = 0;
  for (let i = 0; i < data.length; i++) sum += data[i] * data[i] * data[i] * data[i];
  return fourthRoot(sum / Math.max(1, data.length));
}

const middles = (values: Float64Array, count: number): Float64Array =>
  Float64Array.from({ length: Math.max(0, count - 1) }, (_, i) => (values[i] + values[i + 1]) / 2);

/** How patches of one part are compared. */
interface PartLook {
  /** samples in a row of a patch */
  columns: number;
  /** likeness that chance has */
  floor: number;
  step: number;
  weights: Float64Array;
  /** how much of patches so strong is seen, 0..1 */
  shown: (strength: number) => number;
}

/** Likeness of patches at each lag, as strong as it is together and as much of it as is seen. */
function partOf(p: Patches, q: Patches, look: PartLook): Part {
  forgiveBeads(p, look.columns);
  forgiveBeads(q, look.columns);
  const lags = likeness(p, q, look.weights.length, look.step);
  const seen = combinedLikeness(lags, look.weights, look.floor) * look.shown(strengthOf(p));
  return { seen, lags, pairs: () => alikePairs(p, look.weights.length) };
}

/** How alike the inside and the outline of dabs are, each at its place along the path: the regular part of an echo. */
export function likenessOf(seen: Seen, places: Places): { inside: Part; outline: Part } {
  const { count, u, v, step } = places;
  const weights = lagWeights(count, step);
  const span = Math.max(1, (u[count - 1] - u[0]) / LOOK_SIDE);
  const [um, vm] = [middles(u, count), middles(v, count)];
  const common = { step, weights };
  return {
    inside: partOf(around(seen.inside, u, v, count), around(seen.inside, um, vm, count - 1), {
      ...common,
      columns: PATCH_SIDE,
      floor: 1 / Math.sqrt(span * INSIDE_FREE),
      shown: (a) => saturateSquared(a * a, INSIDE_SEEN * INSIDE_SEEN),
    }),
    outline: partOf(edgesAround(seen.outline, u, count), edgesAround(seen.outline, um, count - 1), {
      ...common,
      columns: EDGE,
      floor: 1 / Math.sqrt(span * OUTLINE_FREE),
      shown: (a) => saturate(a / OUTLINE_SEEN),
    }),
  };
}
