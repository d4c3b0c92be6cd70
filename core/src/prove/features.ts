import type { Flaw, FlawName } from '../flaws/flaw.ts';
import { mindedFlaws } from '../flaws/without-flaws.ts';
import { cosineTurns, sineTurns } from '../maths/angles.ts';
import { clamp } from '../maths/ramps.ts';
import { saturate } from '../maths/measures.ts';
import { fourthRoot } from '../maths/roots.ts';
import { expMinus } from '../maths/exponential.ts';
import type { Plate } from '../raster/raster.ts';
import { valueAt } from '../raster/sample.ts';
import { scratchFor } from '../wasm/index.ts';
import { lagWeights, combinedLikeness } from './likeness.ts';
import { LOOK_SIDE } from './seen.ts';
import type { Strip, StripDabs } from './strip.ts';
import { templatesOf, type Template } from './template.ts';

/** Layers of a faint square that are still taken for it, beyond those that overlap along the path. */
const MORE = 1;
/** A dab that keeps more than this of a feature shows it. */
const SHOWN = 0.25;
/** Within so much across the path, nominal tips, it comes back at the same place. */
const SAME_PLACE = 0.1;
/** Within so much of a turn a flaw runs the same way; what share of it is recognised in another. */
const SAME_WAY = 12 / 360;
/** Share that is still recognised when it lies otherwise. */
const OTHER_WAY = 0.4;
/** Likeness at which a feature is mostly recognised (63 of 100). */
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
  /** how strongly it is recognised 1, 2, ... dabs further on, 0..1: a hundredth of its strength, were all lags alike */
  lags: readonly number[];
  /** how many dabs show it; which, and where in the strip, px */
  seen: number;
  dabs: readonly number[];
  places: readonly (readonly [number, number])[];
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

/** The dabs that print one card: of each its place among all, and u, v, cosine, sine, across and down. */
function dabsOfCard({ turns, u, v, across, down, tip }: StripDabs, card: number, most: number) {
  const rows = Array.from({ length: most }, (_, i) => i).filter((i) => tip[i] === card);
  const laid = new Float64Array(6 * rows.length);
  rows.forEach((i, k) => laid.set([u[i], v[i], cosineTurns(turns[i]), sineTurns(turns[i]), across[i], down[i]], 6 * k));
  return { rows, laid };
}

/** Sums over a template at each of some dabs, moved along the path by `shift` px. */
type Sums = (shift: number) => Float64Array;

function plainSums({ image }: Strip, { x, y, value }: Template, laid: Float64Array, most: number): Sums {
  return (shift) => {
    const sums = new Float64Array(laid.length / 6);
    for (let i = 0; i < sums.length; i++) {
      const [at, v, c, s, across, down] = laid.subarray(6 * i, 6 * i + 6);
      const u = at + shift;
      for (let k = 0; k < value.length; k++) {
        const [a, b] = [x[k] * across, y[k] * down];
        sums[i] += value[k] * Math.min(most, valueAt(image, u + c * a - s * b, v + s * a + c * b));
      }
    }
    return sums;
  };
}

/** The same in WebAssembly where there is some, with the same bits. */
function sumsOf(strip: Strip, template: Template, laid: Float64Array, most: number): Sums {
  const { width, height, data } = strip.image;
  const { x, y, value } = template;
  const made = scratchFor(data.byteLength + 3 * value.byteLength + 2 * laid.byteLength);
  if (!made) return plainSums(strip, template, laid, most);
  const image = made.put(data);
  const rows = made.putRows([x, y, value]);
  const dabs = made.put(laid);
  const count = laid.length / 6;
  const out = made.room(8 * count);
  return (shift) => {
    made.kernel.shown(image, width, height, rows, value.length, dabs, count, shift, most, out);
    return made.doubles(out, count).slice();
  };
}

/** What each dab shows of a flaw, 1 for all of it: nothing where another tip printed, and less what lies half a step beside. */
function shownByDabs({ strip, dabs, full, most }: Look, card: number, template: Template): Float64Array {
  const count = Math.min(DABS, dabs.count);
  const { rows, laid } = dabsOfCard(dabs, card, count);
  const sums = sumsOf(strip, template, laid, most);
  // the template's mean is nothing, so that of the strip falls away
  const at = (shift: number) => sums(shift).map((sum) => clamp(sum / (template.energy * full), -1, 1.5));
  const [own, after, before] = [0, strip.step / 2, -strip.step / 2].map(at);
  let beside = 0;
  for (let k = 0; k < rows.length; k++) beside += (after[k] + before[k]) / 2;
  const less = Math.max(0, beside / Math.max(1, rows.length));
  const shown = new Float64Array(count);
  rows.forEach((i, k) => {
    shown[i] = own[k] - less;
  });
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

/** How regularly a feature comes back at each of so many lags, 0..1. */
function recurrence(
  shown: Float64Array,
  at: readonly (readonly [number, number])[],
  usable: Uint8Array,
  most: number,
  { own, alike }: { own: (i: number) => boolean; alike: (i: number, k: number) => number },
): Float64Array {
  const count = shown.length;
  let energy = 0;
  let n = 0;
  for (let i = 0; i < count; i++)
    if (own(i) && usable[i]) {
      energy += shown[i] * shown[i];
      n++;
    }
  const rho = new Float64Array(most);
  if (n < 2) return rho;
  // halfway between how plainly it shows and how alike: what is faint everywhere is still recognised by its course
  const plain = Math.sqrt(energy / n) + BARELY;
  const scale = plain * Math.sqrt(plain);
  for (let k = 0; k < most; k++) {
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
    if (pairs >= 2) rho[k] = Math.min(1, Math.max(0, product / pairs) / scale);
  }
  return rho;
}

/** The dabs of a coat in a strip, and how they are compared. */
interface Row {
  strip: Strip;
  dabs: StripDabs;
  coat: number;
  count: number;
  /** what the dark parts of the strip print */
  full: number;
  /** 1 for dabs that lie well within the strip */
  usable: Uint8Array;
  /** of each lag */
  weights: Float64Array;
}

/** How one template of a flaw comes back. */
function comesBack(row: Row, card: number, flaw: Flaw, template: Template) {
  const { strip, dabs, count, full, usable, weights } = row;
  const own = (i: number) => dabs.tip[i] === card;
  const shown = shownByDabs({ strip, dabs, full, most: mostOf(strip, full, template) }, card, template);
  const middles = Array.from({ length: count }, (_, i) => placeOf(dabs, i, template.middle));
  // beside its dab along the path, beside the path across it, in nominal tips
  const beside = middles.map(([u, v], i) => [(u - dabs.u[i]) / strip.side, v / strip.side] as const);
  const rho = recurrence(shown, beside, usable, weights.length, { own, alike: alikeWays(dabs, flaw) });
  return { strength: 100 * flaw.salience * saturate(combinedLikeness(rho, weights, 0) / FULL), rho, shown, middles };
}

/** A flaw of a tip in a strip, by what of it comes back most strongly. */
function giveAwayOf(row: Row, plate: Plate, card: number, flaw: Flaw): GiveAway[] {
  const all = templatesOf(plate, flaw).map((template) => comesBack(row, card, flaw, template));
  const [strongest] = all.sort((a, b) => b.strength - a.strength);
  if (!strongest) return [];
  const { strength, rho, shown, middles } = strongest;
  const dabs = middles.flatMap((_, i) => (shown[i] > SHOWN ? [i] : []));
  return [
    {
      flaw,
      coat: row.coat,
      card,
      strength,
      lags: Array.from(rho, (r) => flaw.salience * saturate(r / FULL)),
      seen: dabs.length,
      dabs,
      places: dabs.map((i) => middles[i]),
    },
  ];
}

/** Every give-away of the tips of one coat, in one strip. */
function ofCoat(strip: Strip, place: number, full: number, looked: Looked): GiveAway[] {
  const { coat, dabs, tips } = strip.coats[place];
  const count = Math.min(DABS, dabs.count);
  if (count < 3) return [];
  const weights = lagWeights(count, (strip.step * LOOK_SIDE) / strip.side);
  const first = dabs.u.reduce((a, b) => Math.min(a, b), Infinity);
  const last = dabs.u.reduce((a, b) => Math.max(a, b), -Infinity);
  const usable = Uint8Array.from({ length: count }, (_, i) =>
    dabs.u[i] > first + 0.3 * strip.side && dabs.u[i] < last - 0.3 * strip.side ? 1 : 0,
  );
  const row: Row = { strip, dabs, coat, count, full, usable, weights };
  return tips.flatMap((plate, card) =>
    looked(plate) && usable.some((v, i) => v === 1 && dabs.tip[i] === card)
      ? mindedFlaws(plate).flatMap((flaw) => giveAwayOf(row, plate, card, flaw))
      : [],
  );
}

/** Where a place of the tip lies in the strip for a dab, px. */
function placeOf(dabs: StripDabs, i: number, [mx, my]: Template['middle']): [number, number] {
  const c = cosineTurns(dabs.turns[i]);
  const s = sineTurns(dabs.turns[i]);
  const [a, b] = [mx * dabs.across[i], my * dabs.down[i]];
  return [dabs.u[i] + c * a - s * b, dabs.v[i] + s * a + c * b];
}

/** Which tips are looked over for what stands out on them. */
export type Looked = (plate: Plate) => boolean;

/** Every give-away of the tips in one strip, the strongest first. `full` is what the dark parts of the strip print. */
export function giveAwaysIn(strip: Strip, full: number, looked: Looked): GiveAway[] {
  return strip.coats.flatMap((_, place) => ofCoat(strip, place, full, looked)).sort((a, b) => b.strength - a.strength);
}

/** The strength of all together. */
export const featuresOf = (all: readonly GiveAway[]): number =>
  fourthRoot(all.reduce((sum, { strength }) => sum + strength ** 4, 0));
