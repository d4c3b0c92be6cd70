import { cosineTurns, sineTurns } from '../maths/angles.ts';
import { hash32 } from '../maths/hash.ts';
import { clamp } from '../maths/index.ts';
import { fourthRoot } from '../maths/roots.ts';
import { blur, expMinus } from '../raster/blur.ts';
import type { Plate, Raster } from '../raster/raster.ts';
import { valueAt } from '../raster/sample.ts';
import { grown, maskWhere, PIXELS } from '../flaws/body.ts';
import { cured, type Flaw, type FlawName } from '../flaws/flaw.ts';
import { flawsOf } from '../flaws/flaws.ts';
import { greatest, median, picked, rise } from '../maths/measures.ts';
import { lagWeights } from './likeness.ts';
import { SIGHT, sightOf } from '../flaws/sight.ts';
import type { Strip, StripDabs } from './strip.ts';
import { LOOK_SIDE } from './seen.ts';

const MOST = 6;
const LEAST_SALIENCE = 0.03;
/** Width of what counts as the edge of a border, px of a tip of 256, and how strong it is against its strongest part. */
const EDGE_WIDTH = 6;
const EDGE_SHARE = 0.25;
const POINTS = 300;
const NEAR = 6;
/** Layers of a faint square that are still taken for it, beyond those that overlap along the path. */
const MORE = 1;
/** A dab that keeps more than this of a feature shows it. */
const SHOWN = 0.25;
const SAME_PLACE = 0.1;
/** Within so much of a turn a flaw runs the same way; what share of it is recognised in another. */
const SAME_WAY = 12 / 360;
const OTHER_WAY = 0.4;
const FULL = 0.5;
/** A share of a feature that is barely to be seen. */
const BARELY = 0.015;
/** Dabs that are looked at: from the head on. */
const DABS = 240;

/** A flaw of a tip as it comes back in a stroke. */
export interface GiveAway {
  flaw: Flaw;
  coat: number;
  /** place among the cards of the coat's deck */
  card: number;
  /** 0..100 */
  strength: number;
  /** how many dabs show it, and where in the strip, px */
  seen: number;
  places: readonly (readonly [number, number])[];
}

/** What a flaw looks like: points around it in shares of the plate's longer side, and the values that it adds there. */
interface Template {
  x: Float64Array;
  y: Float64Array;
  value: Float64Array;
  energy: number;
  middle: readonly [number, number];
  /** what a faint square prints; else 1 */
  tone: number;
}

const templates = new WeakMap<Flaw, readonly Template[]>();

/** What is looked for of a flaw; of a border both its tone and its edges, since either may be what is seen again. */
function templatesOf(plate: Plate, flaw: Flaw): readonly Template[] {
  const there = templates.get(flaw);
  if (there) return there;
  const difference = differenceOf(plate, flaw);
  const tone = flaw.tone === 'faint' ? usualOf(difference.data, flaw.mask) : 1;
  const made = [makeTemplate(plate, flaw, difference.data, grown(flaw.mask, NEAR), tone)];
  if (flaw.what === 'border') {
    const edges = edgesOf(flaw.tone === 'faint' ? upTo(sightOf(plate).image, tone) : difference);
    made.push(makeTemplate(plate, flaw, edges, edgePlaces(edges), tone));
  }
  const usable = made.filter((t): t is Template => t !== null);
  templates.set(flaw, usable);
  return usable;
}

/** What it usually prints where a mask is. */
const usualOf = (data: Float32Array, mask: Uint8Array): number => median(picked(data, (i) => mask[i] === 1));

/** An image without what it prints beyond `most`: of a faint square with a tip on it, the square. */
const upTo = (image: Raster, most: number): Raster => ({ ...image, data: image.data.map((v) => Math.min(v, most)) });

/** What a flaw adds to its tip. */
function differenceOf(plate: Plate, flaw: Flaw): Raster {
  const { image } = sightOf(plate);
  const without = cured(image, flaw.cure());
  return blur({ ...image, data: image.data.map((v, i) => v - without.data[i]) }, 1.2);
}

/** The edges of what is added, without the even tone that they enclose. */
function edgesOf(difference: Raster): Float32Array {
  const even = blur(difference, EDGE_WIDTH, false).data;
  return difference.data.map((v, i) => v - even[i]);
}

/** Where edges are strong. */
function edgePlaces(edges: Float32Array): Uint8Array {
  const least = EDGE_SHARE * greatest(edges.map(Math.abs));
  return maskWhere((i) => Math.abs(edges[i]) > least);
}

function makeTemplate(plate: Plate, flaw: Flaw, added: Float32Array, near: Uint8Array, tone: number): Template | null {
  const { left, top, side } = sightOf(plate);
  let places: number[] = [];
  for (let i = 0; i < PIXELS; i++) if (near[i]) places.push(i);
  if (places.length > POINTS) places = places.sort((a, b) => hash32(a, 1) - hash32(b, 1)).slice(0, POINTS);
  const longest = Math.max(plate.width, plate.height);
  const share = side / SIGHT / longest;
  const toX = (px: number) => (px + 0.5) * share + (left - plate.width / 2) / longest;
  const toY = (py: number) => (py + 0.5) * share + (top - plate.height / 2) / longest;
  const value = Float64Array.from(places, (i) => added[i]);
  const mean = value.reduce((a, b) => a + b, 0) / value.length;
  let energy = 1e-9;
  for (let k = 0; k < value.length; k++) {
    value[k] -= mean;
    energy += value[k] * value[k];
  }
  if (energy / value.length < 1e-6) return null;
  let [mx, my, n] = [0, 0, 0];
  for (let i = 0; i < PIXELS; i++)
    if (flaw.mask[i]) {
      mx += i % SIGHT;
      my += Math.floor(i / SIGHT);
      n++;
    }
  return {
    x: Float64Array.from(places, (i) => toX(i % SIGHT)),
    y: Float64Array.from(places, (i) => toY(Math.floor(i / SIGHT))),
    value,
    energy,
    middle: [toX(mx / n), toY(my / n)],
    tone,
  };
}

/** A coat's dabs in a strip; `full` is what the dark parts of the strip print, and what prints more than `most` is not the flaw. */
interface Look {
  strip: Strip;
  dabs: StripDabs;
  full: number;
  most: number;
}

/** What a faint square's layers print together: other dabs lie over it, and what prints more says nothing of it. */
function mostOf({ side, step }: Strip, full: number, { tone }: Template): number {
  if (tone === 1) return Infinity;
  const layers = Math.ceil(side / Math.max(1, step)) + MORE;
  let left = 1;
  for (let k = 0; k < layers; k++) left *= 1 - tone;
  return full * (1 - left);
}

/** How much of a template is seen in a strip around a dab, moved along the path by `shift` px: 1 is all of it. */
function shownAt(
  { strip, dabs, full, most }: Look,
  i: number,
  { x, y, value, energy }: Template,
  shift: number,
): number {
  const c = cosineTurns(dabs.turns[i]);
  const s = sineTurns(dabs.turns[i]);
  const [across, down] = [dabs.across[i], dabs.down[i]];
  const [u, v] = [dabs.u[i] + shift, dabs.v[i]];
  let sum = 0;
  for (let k = 0; k < value.length; k++) {
    const [a, b] = [x[k] * across, y[k] * down];
    // the template's mean is nothing, so that of the strip falls away
    sum += value[k] * Math.min(most, valueAt(strip.image, u + c * a - s * b, v + s * a + c * b));
  }
  return clamp(sum / (energy * full), -1, 1.5);
}

/** What each dab shows of a flaw: nothing where another tip printed, and less what lies half a step beside. */
function shownByDabs(look: Look, card: number, template: Template): Float64Array {
  const { strip, dabs } = look;
  const count = Math.min(DABS, dabs.count);
  const shown = new Float64Array(count);
  const half = strip.step / 2;
  let beside = 0;
  let n = 0;
  for (let i = 0; i < count; i++) {
    if (dabs.tip[i] !== card) continue;
    shown[i] = shownAt(look, i, template, 0);
    beside += (shownAt(look, i, template, half) + shownAt(look, i, template, -half)) / 2;
    n++;
  }
  const less = Math.max(0, beside / Math.max(1, n));
  for (let i = 0; i < count; i++) if (dabs.tip[i] === card) shown[i] -= less;
  return shown;
}

/** After so much of a turn what runs on comes to lie on itself: a line after half of one, a square after a quarter. */
const COMES_ROUND: Partial<Record<FlawName, number>> = { line: 1 / 2, border: 1 / 4 };

/** How alike two dabs show the way that a flaw runs, 0..1: a line that is turned is hardly known again. */
function alikeWays({ turns, across, down }: StripDabs, { what }: Flaw): (i: number, k: number) => number {
  const round = COMES_ROUND[what];
  if (round === undefined) return () => 1;
  return (i, k) => {
    const flipped = across[i] * down[i] * across[k] * down[k] < 0;
    if (flipped && what === 'line') return OTHER_WAY;
    const way = flipped ? turns[i] + turns[k] : turns[i] - turns[k];
    const away = way - round * Math.round(way / round);
    return OTHER_WAY + (1 - OTHER_WAY) * expMinus((away * away) / (2 * SAME_WAY * SAME_WAY));
  };
}

/** How regularly a feature comes back at each lag, together. */
function recurrence(
  shown: Float64Array,
  at: readonly (readonly [number, number])[],
  usable: Uint8Array,
  weights: Float64Array,
  own: (i: number) => boolean,
  alike: (i: number, k: number) => number,
): number {
  const count = shown.length;
  let energy = 0;
  let n = 0;
  for (let i = 0; i < count; i++)
    if (own(i) && usable[i]) {
      energy += shown[i] * shown[i];
      n++;
    }
  if (n < 2) return 0;
  // halfway between how plainly it shows and how alike: what is faint everywhere is still recognised by its course
  const plain = Math.sqrt(energy / n) + BARELY;
  const scale = plain * Math.sqrt(plain);
  let sum = 0;
  for (let k = 0; k < weights.length; k++) {
    const lag = k + 1;
    let product = 0;
    let pairs = 0;
    for (let i = 0; i + lag < count; i++) {
      if (!usable[i] || !usable[i + lag]) continue;
      pairs++;
      const both = shown[i] * shown[i + lag];
      if (both === 0) continue;
      const dx = at[i + lag][0] - at[i][0];
      const dy = at[i + lag][1] - at[i][1];
      product += both * alike(i, i + lag) * (0.5 + 0.5 * expMinus((dx * dx + dy * dy) / (2 * SAME_PLACE * SAME_PLACE)));
    }
    const rho = pairs >= 2 ? Math.min(1, Math.max(0, product / pairs) / scale) : 0;
    sum += weights[k] * rho * rho;
  }
  return Math.sqrt(sum);
}

/** Every give-away of the tips of one coat, in one strip. */
function ofCoat(strip: Strip, place: number, full: number): GiveAway[] {
  const { coat, dabs, tips } = strip.coats[place];
  const count = Math.min(DABS, dabs.count);
  if (count < 3) return [];
  const weights = lagWeights(count, (strip.step * LOOK_SIDE) / strip.side);
  const first = dabs.u.reduce((a, b) => Math.min(a, b), Infinity);
  const last = dabs.u.reduce((a, b) => Math.max(a, b), -Infinity);
  const usable = Uint8Array.from({ length: count }, (_, i) =>
    dabs.u[i] > first + 0.3 * strip.side && dabs.u[i] < last - 0.3 * strip.side ? 1 : 0,
  );
  return tips.flatMap((plate, card) => {
    const own = (i: number) => dabs.tip[i] === card;
    if (!usable.some((v, i) => v === 1 && own(i))) return [];
    return flawsOf(plate)
      .slice(0, MOST)
      .flatMap((flaw): GiveAway[] => {
        if (flaw.salience < LEAST_SALIENCE) return [];
        const all = templatesOf(plate, flaw).map((template) => {
          const look = { strip, dabs, full, most: mostOf(strip, full, template) };
          const shown = shownByDabs(look, card, template);
          const middles = Array.from({ length: count }, (_, i) => placeOf(dabs, i, template.middle));
          // beside its dab along the path, beside the path across it, in nominal tips
          const beside = middles.map(([u, v], i) => [(u - dabs.u[i]) / strip.side, v / strip.side] as const);
          const s = recurrence(shown, beside, usable, weights, own, alikeWays(dabs, flaw));
          return { strength: 100 * flaw.salience * rise(s / FULL), places: middles.filter((_, i) => shown[i] > SHOWN) };
        });
        const [strongest] = all.sort((a, b) => b.strength - a.strength);
        return strongest ? [{ flaw, coat, card, ...strongest, seen: strongest.places.length }] : [];
      });
  });
}

/** Where a place of the tip lies in the strip for a dab, px. */
function placeOf(dabs: StripDabs, i: number, [mx, my]: Template['middle']): [number, number] {
  const c = cosineTurns(dabs.turns[i]);
  const s = sineTurns(dabs.turns[i]);
  const [a, b] = [mx * dabs.across[i], my * dabs.down[i]];
  return [dabs.u[i] + c * a - s * b, dabs.v[i] + s * a + c * b];
}

/** Every give-away of the tips in one strip, the strongest first. `full` is what the dark parts of the strip print. */
export function giveAwaysIn(strip: Strip, full: number): GiveAway[] {
  return strip.coats.flatMap((_, place) => ofCoat(strip, place, full)).sort((a, b) => b.strength - a.strength);
}

/** The strength of all together. */
export const featuresOf = (all: readonly GiveAway[]): number =>
  fourthRoot(all.reduce((sum, { strength }) => sum + strength ** 4, 0));
