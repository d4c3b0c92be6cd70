import { cosineTurns, sineTurns } from '../maths/angles.ts';
import { clamp } from '../maths/ramps.ts';
import { mean } from '../maths/measures.ts';
import { cubeRoot, logTwo } from '../maths/roots.ts';
import { expMinus } from '../maths/exponential.ts';
import type { Plate, Raster } from '../raster/raster.ts';
import { valueAt } from '../raster/sample.ts';
import { ARCS, detailOf, rimTemplate, type RimTemplate } from './rim.ts';
import { scratchFor } from '../wasm/index.ts';
import { LOOK_SIDE } from './seen.ts';
import { slopesAlong } from './strip-loops.ts';
import type { StripDabs } from './strip.ts';

/** Dabs that are looked for, and next ones that each is compared with. */
const MAX_DABS_LOOKED_AT = 40;
/** So many. */
const NEXT = 3;
/** Of dabs that differ in size by this factor (octaves, one sigma) only two thirds are still taken for the same. */
const SIZE_APART = 0.58;
/** An arc is so alike to any stroke by chance: it holds few values that are free to differ. */
const BY_CHANCE = 0.4;
/** Contrast, per px, below which a place shows nothing. */
const FAINT = 1e-3;

/** Dabs of one coat in a strip, in px of the strip as it is looked at. */
export interface LookedAt {
  shares: Raster;
  dabs: StripDabs;
  tips: readonly Plate[];
  /** px of the look for one of the strip */
  scale: number;
}

/** How plainly single dabs are seen in a stroke. */
export interface Known {
  /** likeness of each dab's rim to what is seen at its place, the mean of all, 0..1 */
  rim: number;
  /** how alike neighbours lie, as they are turned, mirrored and sized, 0..1 */
  alike: number;
  /** steepness of a tip's edges together, in sides; of a deck the mean */
  edge: number;
  /** the dabs that were looked for, and the likeness of each one's rim */
  dabs: readonly number[];
  rims: readonly number[];
}

/** An even choice of the dabs that lie well within the strip. */
function chosen({ shares, dabs, scale }: LookedAt): number[] {
  const end = shares.width - 1.3 * LOOK_SIDE;
  const all: number[] = [];
  for (let i = 0; i < dabs.count; i++) {
    const u = dabs.u[i] * scale;
    if (u > 1.3 * LOOK_SIDE && u < end) all.push(i);
  }
  const every = Math.max(1, all.length / MAX_DABS_LOOKED_AT);
  return Array.from({ length: Math.min(MAX_DABS_LOOKED_AT, all.length) }, (_, k) => all[Math.floor(k * every)]);
}

const sidePx = ({ across, down }: StripDabs, i: number): number => Math.max(Math.abs(across[i]), Math.abs(down[i]));

/** How a dab lies in the look: its place, its turn, its sides, and what the slopes of its tip are multiplied by. */
function lyingOf({ dabs, scale }: LookedAt, i: number, px: number): Float64Array {
  const [c, s] = [cosineTurns(dabs.turns[i]), sineTurns(dabs.turns[i])];
  const [across, down] = [dabs.across[i] * scale, dabs.down[i] * scale];
  const place = [(dabs.u[i] + 0.5) * scale - 0.5, (dabs.v[i] + 0.5) * scale - 0.5];
  // a squashed or mirrored side is steeper, or rises the other way
  return Float64Array.of(...place, c, s, across, down, (c * px) / across, (s * px) / down);
}

/** Of each arc of a rim at a dab: both together, what is seen, what is looked for, and its weight. */
function plainRimSums(slopes: Raster, lying: Float64Array, { x, y, right, down, rim, arc }: RimTemplate): Float64Array {
  const [u, v, c, s, across, high, toRight, toDown] = lying;
  const sums = new Float64Array(4 * ARCS);
  for (let k = 0; k < x.length; k++) {
    const w = rim[k];
    if (w < 0.02) continue;
    const [a, b] = [x[k] * across, y[k] * high];
    const found = valueAt(slopes, u + c * a - s * b, v + s * a + c * b);
    const wanted = toRight * right[k] - toDown * down[k];
    const at = 4 * arc[k];
    sums[at] += w * found * wanted;
    sums[at + 1] += w * found * found;
    sums[at + 2] += w * wanted * wanted;
    sums[at + 3] += w;
  }
  return sums;
}

/**
 * Likeness of dabs' rims to the slopes that are seen at their places, 0..1. Only what changes along the path counts: an
 * edge that runs along it is the stroke's own. A rim is looked at arc by arc, and plain arcs count most: a few that are
 * not covered by other dabs are enough to know the whole. In WebAssembly where there is some, with the same bits.
 */
function rimsSeen(slopes: Raster, look: LookedAt, rows: readonly number[]): number[] {
  const { dabs, scale, tips } = look;
  const templates = rows.map((i) => rimTemplate(tips[dabs.tip[i]], sidePx(dabs, i) * scale));
  const lying = rows.map((i, k) => lyingOf(look, i, templates[k].px));
  const largest = Math.max(...templates.map(({ x }) => x.byteLength));
  const made = scratchFor(slopes.data.byteLength + 6 * largest + 8 * (8 + 4 * ARCS));
  if (!made) return rows.map((_, k) => joinedArcs(plainRimSums(slopes, lying[k], templates[k])));
  const from = made.put(slopes.data);
  const [dab, sums, rim] = [made.room(64), made.room(32 * ARCS), made.room(6 * largest)];
  return templates.map(({ x, y, right, down, rim: share, arc }, k) => {
    [x, y, right, down, share, arc].forEach((row, n) => made.doubles(rim + n * x.byteLength, x.length).set(row));
    made.doubles(dab, 8).set(lying[k]);
    made.doubles(sums, 4 * ARCS).fill(0);
    made.kernel.rimSums(from, slopes.width, slopes.height, rim, x.length, dab, sums);
    return joinedArcs(made.doubles(sums, 4 * ARCS));
  });
}

/** The likeness of arcs above chance, as one: the cube root of the mean of their cubes, by how much there is to see of each. */
function joinedArcs(sums: Float64Array): number {
  let [cubes, all] = [0, 1e-20];
  for (let at = 0; at < sums.length; at += 4) {
    const [both, seen, own] = sums.subarray(at, at + 3);
    const floor = sums[at + 3] * FAINT * FAINT;
    const likeness = both / Math.sqrt((seen + floor) * (own + floor) + 1e-20);
    const r = clamp((likeness - BY_CHANCE) / (1 - BY_CHANCE));
    cubes += own * r * r * r;
    all += own;
  }
  return cubeRoot(cubes / all);
}

/** How a place of one dab's tip comes to lie on another's, were both laid on each other: (x, y) times the matrix, mirrored. */
function layingOn(dabs: StripDabs, i: number, k: number) {
  const turn = dabs.turns[i] - dabs.turns[k];
  const [c, s] = [cosineTurns(turn), sineTurns(turn)];
  const [fx, fy] = [Math.sign(dabs.across[i]), Math.sign(dabs.down[i])];
  return {
    ...{ xx: c * fx, xy: s * fy, yx: s * fx, yy: c * fy },
    ...{ gx: Math.sign(dabs.across[k]), gy: Math.sign(dabs.down[k]) },
  };
}
type Laying = ReturnType<typeof layingOn>;

/** Products of a tip with the detail of another that is laid on it, with itself, and of the other with itself. */
function plainProducts(own: RimTemplate, detail: Raster, { xx, xy, yx, yy, gx, gy }: Laying): Float64Array {
  const middle = (detail.width - 1) / 2;
  const sums = new Float64Array(3);
  for (let n = 0; n < own.x.length; n++) {
    const w = own.printed[n];
    const [x, y, value] = [own.x[n], own.y[n], own.value[n]];
    const u = gx * (xx * x - xy * y);
    const v = gy * (yx * x + yy * y);
    const there = valueAt(detail, u * own.px + middle, v * own.px + middle);
    sums[0] += w * value * there;
    sums[1] += w * value * value;
    sums[2] += w * there * there;
  }
  return sums;
}

/** The same in WebAssembly where there is some, with the same bits. */
function productsOf(own: RimTemplate, detail: Raster, on: Laying): Float64Array {
  const { width, height, data } = detail;
  const made = scratchFor(4 * own.x.byteLength + data.byteLength + 24);
  if (!made) return plainProducts(own, detail, on);
  const tip = made.putRows([own.x, own.y, own.value, own.printed]);
  const laid = made.put(data);
  const out = made.room(24);
  const middle = (width - 1) / 2;
  const { xx, xy, gx, yx, yy, gy } = on;
  made.kernel.laidOn(tip, own.x.length, laid, width, height, own.px, middle, xx, xy, gx, yx, yy, gy, out);
  return made.doubles(out, 3).slice();
}

/** Likeness of two dabs as they lie, whatever their sizes, 0..1. */
function alikeAsTurned({ dabs, tips }: LookedAt, i: number, k: number): number {
  const own = rimTemplate(tips[dabs.tip[i]], LOOK_SIDE);
  const { detail } = rimTemplate(tips[dabs.tip[k]], LOOK_SIDE);
  const [both, mine, other] = productsOf(own, detail, layingOn(dabs, i, k));
  return clamp(both / Math.sqrt(mine * other + 1e-12));
}

/** How alike each chosen dab lies to the next ones: the square of their likeness, less where sizes differ. */
function alikeNeighbours(look: LookedAt, rows: readonly number[]): number {
  const { dabs } = look;
  let sum = 0;
  let n = 0;
  rows.forEach((i, at) => {
    for (const k of rows.slice(at + 1, at + 1 + NEXT)) {
      const octaves = logTwo(sidePx(dabs, i) / sidePx(dabs, k)) / SIZE_APART;
      const r = alikeAsTurned(look, i, k);
      sum += r * r * expMinus((octaves * octaves) / 2);
      n++;
    }
  });
  return n > 0 ? sum / n : 0;
}

/** How plainly the dabs of a coat are known again; undefined with fewer than three dabs. */
export function knownOf(look: LookedAt): Known | undefined {
  const rows = chosen(look);
  if (rows.length < 3) return undefined;
  const { shares, dabs, tips } = look;
  const rims = rimsSeen(slopesAlong(detailOf(shares)), look, rows);
  return {
    rim: mean(rims),
    alike: alikeNeighbours(look, rows),
    edge: mean(rows.map((i) => rimTemplate(tips[dabs.tip[i]], LOOK_SIDE).edge)),
    dabs: rows,
    rims,
  };
}
