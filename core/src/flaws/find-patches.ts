import { expMinus } from '../maths/exponential.ts';
import { blur } from '../raster/blur.ts';
import { maskOf } from '../raster/distance.ts';
import { pieces, type Pieces } from '../raster/pieces.ts';
import { grown, maskedBlur, shrunk, type Tip256 } from './body.ts';
import { filling } from './cures.ts';
import { flaw, type Flaw } from './flaw.ts';
import { asRaster, both, lessMask, PIXELS, type PixelSet } from './masks.ts';
import { deviation, mean, median, percentile, saturateSquared, valuesIn } from '../maths/measures.ts';
import { ANALYSIS_SIDE } from './analysed-tip.ts';

/** Shares of the strongest difference at which pieces are cut out. */
const LEVELS = [0.75, 0.55, 0.35];
/** So many of either kind are told. */
const MAX_PATCHES = 2;
/** What has fewer px is texture. */
const LEAST_PX = 25;
/** Larger ones do not count more, px. */
const WIDEST = 900;
/** What stands out less among its rivals counts for nothing. */
const FAINT = 0.01;

interface Candidate {
  mask: PixelSet;
  places: readonly number[];
  /** how strong it is by itself, and against its rivals */
  strength: number;
  against: number;
}

/** Pixel lists of all pieces, so that each is looked at once. */
function placesOf({ label, count }: Pieces): number[][] {
  const places: number[][] = Array.from({ length: count + 1 }, () => []);
  for (let i = 0; i < label.length; i++) if (label[i]) places[label[i]].push(i);
  return places;
}

/** How strong a piece is: its contrast, size, compactness and flatness together. */
function strengthOf(places: readonly number[], { image, ref, area }: Tip256, usual: number, sign: number): number {
  if (places.length < LEAST_PX || places.length > 0.05 * area) return 0;
  const xs = places.map((i) => i % ANALYSIS_SIDE);
  const ys = places.map((i) => Math.floor(i / ANALYSIS_SIDE));
  const extent = (v: number[]) => Math.max(...v) - Math.min(...v) + 1;
  const long = Math.max(extent(xs), extent(ys));
  const compact = Math.min(1, places.length / (0.7853981633974483 * long * long));
  const values = places.map((i) => image.data[i]);
  const spread = deviation(values) / (0.12 * ref);
  const contrast = Math.max(0, sign * (mean(values) - usual)) / ref;
  const flat = 0.25 + 0.75 * expMinus(spread * spread);
  return contrast * Math.sqrt(Math.min(places.length, WIDEST)) * compact * Math.sqrt(compact) * flat;
}

/** How far a tip lies from its surroundings, upwards (1) or downwards (-1). */
function awayFrom(soft: Float32Array, local: Float32Array, sign: number): Float32Array {
  const away = new Float32Array(PIXELS);
  for (let i = 0; i < PIXELS; i++) away[i] = sign * (soft[i] - local[i]);
  return away;
}

function take(taken: PixelSet, more: PixelSet): void {
  for (let i = 0; i < PIXELS; i++) if (more[i]) taken[i] = 1;
}

function maskOfPlaces(places: readonly number[]): PixelSet {
  const mask = new Uint8Array(PIXELS);
  for (const i of places) mask[i] = 1;
  return mask;
}

function candidates(tip: Tip256, away: Float32Array, usual: number, sign: number): Candidate[] {
  const within = maskOf(tip.inn, 4);
  const top = percentile(valuesIn(away, within), 0.999);
  return LEVELS.flatMap((level) => {
    const all = placesOf(pieces(asRaster(both(maskOf(away, level * top), within)), 0.5));
    const strengths = all.map((places) => strengthOf(places, tip, usual, sign));
    const order = strengths.map((_, k) => k).sort((a, b) => strengths[b] - strengths[a]);
    return order.slice(0, MAX_PATCHES).flatMap((label) => {
      const strength = strengths[label];
      if (strength <= 0) return [];
      const rivals = order.filter((k) => k !== label).slice(1, 5);
      const against = strength / (rivals.reduce((sum, k) => sum + strengths[k], 0) / 4 + 1.2);
      const mask = maskOfPlaces(all[label]);
      return [{ mask, places: all[label], strength, against }];
    });
  }).sort((a, b) => b.strength * b.against - a.strength * a.against);
}

/** How fast values change at each pixel. */
function slopesOf(data: Float32Array): Float32Array {
  const out = new Float32Array(PIXELS);
  for (let i = ANALYSIS_SIDE; i < PIXELS - ANALYSIS_SIDE; i++) {
    const dx = (data[i + 1] - data[i - 1]) / 2;
    const dy = (data[i + ANALYSIS_SIDE] - data[i - ANALYSIS_SIDE]) / 2;
    out[i] = Math.sqrt(dx * dx + dy * dy);
  }
  return out;
}

/** How sharply a patch ends against what surrounds it, 0..1. */
function sharpness(tip: Tip256, { mask }: Candidate, slope: Float32Array, sign: number): number {
  const { image, solid, ref } = tip;
  const near = grown(mask, 4.3);
  const wide = grown(mask, 7.3);
  const rim = shrunk(mask, 3);
  const around = valuesIn(image.data, both(lessMask(wide, near), solid));
  const edge = valuesIn(image.data, lessMask(mask, rim));
  if (around.length === 0 || edge.length === 0) return 0;
  const core = shrunk(mask, 2);
  const band = grown(mask, 3.2);
  const steep = median(valuesIn(slope, lessMask(band, core)));
  return saturateSquared(sign * (mean(edge) - median(around)), 0.2 * ref) * saturateSquared(steep, 0.035 * ref);
}

/** Holes and dense patches: flat places inside that are unlike the rest. */
export function findPatches(tip: Tip256): Flaw[] {
  const { image, inn, solid } = tip;
  const weight = asRaster(maskOf(inn, 5));
  const local = maskedBlur(image, weight, 14);
  const soft = blur(image, 1.6, false).data;
  const usual = median(valuesIn(image.data, solid));
  const slope = slopesOf(blur(image, 1.2, false).data);
  return [-1, 1].flatMap((sign) => {
    const away = awayFrom(soft, local, sign);
    const taken = new Uint8Array(PIXELS);
    const made: Flaw[] = [];
    for (const candidate of candidates(tip, away, usual, sign)) {
      if (made.length === MAX_PATCHES) break;
      const { mask, places, strength, against } = candidate;
      if (places.some((i) => taken[i] === 1)) continue;
      const wide = grown(mask, 4.3);
      take(taken, wide);
      const outstanding = saturateSquared(strength, 4) * saturateSquared(against - 0.8, 1.3);
      // how sharply it ends is looked at only where that can still count
      const salience = outstanding < FAINT ? 0 : outstanding * sharpness(tip, candidate, slope, sign);
      made.push(flaw({ what: sign < 0 ? 'hole' : 'dense patch', mask }, salience, filling(tip, wide)));
    }
    return made;
  });
}
