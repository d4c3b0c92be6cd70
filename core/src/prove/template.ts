import { hash32 } from '../maths/hash.ts';
import { grown } from '../flaws/body.ts';
import { PIXELS } from '../flaws/masks.ts';
import { cured, type Flaw } from '../flaws/flaw.ts';
import { ANALYSIS_SIDE, analysedTip } from '../flaws/analysed-tip.ts';
import { median, valuesIn } from '../maths/measures.ts';
import { blur } from '../raster/blur.ts';
import { difference, raster, type Plate, type Raster } from '../raster/raster.ts';

/** Width of what counts as the edge of a border, px of a tip of 256, and how strong it is against its strongest part. */
const EDGE_WIDTH = 6;
/** Share of the strongest. */
const EDGE_SHARE = 0.25;
/** Places that a feature is compared at: of more a choice by hash. */
const POINTS = 300;
/** What lies so near around a flaw belongs to how it is seen, px of a tip of 256. */
const NEAR = 6;

/** What a flaw looks like: points around it in shares of the plate's longer side, and the values that it adds there. */
export interface Template {
  x: Float64Array;
  y: Float64Array;
  value: Float64Array;
  energy: number;
  middle: readonly [number, number];
  /** what a faint square prints; else 1 */
  tone: number;
}

const templates = new WeakMap<Flaw, readonly Template[]>();

/** What is looked for of a flaw, where that is known already. */
export const knownTemplates = (flaw: Flaw): readonly Template[] | undefined => templates.get(flaw);
export const takeTemplates = (flaw: Flaw, made: readonly Template[]): void => void templates.set(flaw, made);

/** What is looked for of a flaw; of a border both its tone and its edges, since either may be what is seen again. */
export function templatesOf(plate: Plate, flaw: Flaw): readonly Template[] {
  const there = templates.get(flaw);
  if (there) return there;
  const added = addedBy(plate, flaw);
  const tone = flaw.tone === 'faint' ? usualOf(added.data, flaw.mask) : 1;
  const made = [makeTemplate(plate, flaw, added.data, grown(flaw.mask, NEAR), tone)];
  if (flaw.what === 'border') {
    const edges = edgesOf(flaw.tone === 'faint' ? upTo(analysedTip(plate).image, tone) : added);
    made.push(makeTemplate(plate, flaw, edges, edgePlaces(edges), tone));
  }
  const usable = made.filter((t): t is Template => t !== null);
  templates.set(flaw, usable);
  return usable;
}

/** What it usually prints where a mask is. */
const usualOf = (data: Float32Array, mask: Uint8Array): number => median(valuesIn(data, mask));

/** An image without what it prints beyond `most`: of a faint square with a tip on it, the square. */
function upTo({ width, height, data }: Raster, most: number): Raster {
  const made = raster(width, height);
  for (let i = 0; i < data.length; i++) made.data[i] = Math.min(data[i], most);
  return made;
}

/** What a flaw adds to its tip. */
function addedBy(plate: Plate, flaw: Flaw): Raster {
  const { image } = analysedTip(plate);
  return blur(difference(image, cured(image, flaw.cure())), 1.2);
}

/** The edges of what is added, without the even tone that they enclose. */
const edgesOf = (added: Raster): Float32Array => difference(added, blur(added, EDGE_WIDTH, false)).data;

/** Where edges are strong. */
function edgePlaces(edges: Float32Array): Uint8Array {
  let most = 0;
  for (let i = 0; i < edges.length; i++) most = Math.max(most, Math.abs(edges[i]));
  const strong = new Uint8Array(PIXELS);
  for (let i = 0; i < PIXELS; i++) strong[i] = Math.abs(edges[i]) > EDGE_SHARE * most ? 1 : 0;
  return strong;
}

/** The places of a set; where there are more than are looked at, some of them by chance. */
function placesOf(near: Uint8Array): number[] {
  const places: number[] = [];
  for (let i = 0; i < PIXELS; i++) if (near[i]) places.push(i);
  if (places.length <= POINTS) return places;
  // each hashed once, in one number with its place: to hash while comparing takes most of the time
  const dealt = Float64Array.from(places, (i) => hash32(i, 1) * PIXELS + i).sort();
  return Array.from(dealt.subarray(0, POINTS), (key) => key % PIXELS);
}

/** Takes their mean from values; gives the sum of their squares. */
function centre(value: Float64Array): number {
  let sum = 0;
  for (let k = 0; k < value.length; k++) sum += value[k];
  const mean = sum / value.length;
  let energy = 1e-9;
  for (let k = 0; k < value.length; k++) {
    value[k] -= mean;
    energy += value[k] * value[k];
  }
  return energy;
}

/** The mean place of a mask. */
function middleOf(mask: Uint8Array): readonly [number, number] {
  let [mx, my, n] = [0, 0, 0];
  for (let i = 0; i < PIXELS; i++) {
    if (!mask[i]) continue;
    mx += i % ANALYSIS_SIDE;
    my += Math.floor(i / ANALYSIS_SIDE);
    n++;
  }
  return [mx / n, my / n];
}

function makeTemplate(plate: Plate, flaw: Flaw, added: Float32Array, near: Uint8Array, tone: number): Template | null {
  const { left, top, side } = analysedTip(plate);
  const places = placesOf(near);
  const longest = Math.max(plate.width, plate.height);
  const share = side / ANALYSIS_SIDE / longest;
  const toX = (px: number) => (px + 0.5) * share + (left - plate.width / 2) / longest;
  const toY = (py: number) => (py + 0.5) * share + (top - plate.height / 2) / longest;
  const value = Float64Array.from(places, (i) => added[i]);
  const energy = centre(value);
  if (energy / value.length < 1e-6) return null;
  const [mx, my] = middleOf(flaw.mask);
  return {
    x: Float64Array.from(places, (i) => toX(i % ANALYSIS_SIDE)),
    y: Float64Array.from(places, (i) => toY(Math.floor(i / ANALYSIS_SIDE))),
    value,
    energy,
    middle: [toX(mx), toY(my)],
    tone,
  };
}
