import type { Raster } from '../raster/raster.ts';
import { knownOf, type Known } from './known.ts';
import { likenessOf, type Part, type Places } from './likeness.ts';
import { knownAgain, UNLIKE, type Likenesses } from './put-together.ts';
import { LOOK_SIDE, seenOf, unevennessOf } from './seen.ts';
import type { Strip, StripDabs } from './strip.ts';

/** The places of a coat's dabs that lie well within the strip, at the scale that likeness is measured. */
function placesOf(strip: Strip, dabs: StripDabs): Places {
  const f = LOOK_SIDE / strip.side;
  const end = strip.image.width * f - 1.3 * LOOK_SIDE;
  const rows: number[] = [];
  for (let i = 0; i < dabs.count && rows.length < MOST_DABS; i++)
    if (dabs.u[i] * f > 1.3 * LOOK_SIDE && dabs.u[i] * f < end) rows.push(i);
  const take = (read: (i: number) => number) => Float64Array.from(rows, read);
  return {
    count: rows.length,
    u: take((i) => (dabs.u[i] + 0.5) * f - 0.5),
    v: take((i) => (dabs.v[i] + 0.5) * f - 0.5),
    turns: take((i) => dabs.turns[i]),
    mirrorX: take((i) => (dabs.across[i] < 0 ? -1 : 1)),
    mirrorY: take((i) => (dabs.down[i] < 0 ? -1 : 1)),
    step: strip.step * f,
  };
}
/** Dabs of a stroke that are looked at, from the head on. */
const MOST_DABS = 400;

/** The columns of a strip at 48 px a tip that lie half a tip within its dabs. */
function columnsOf({ dabs }: Strip['coats'][number], scale: number, width: number): [number, number] {
  const us = dabs.u.map((v) => v * scale);
  const from = Math.max(0, Math.floor(Math.min(...us) + LOOK_SIDE / 2));
  return [from, Math.min(width, Math.floor(Math.max(...us) - LOOK_SIDE / 2))];
}

/** What the dabs of one coat bring to a strip's echo. */
export interface CoatLook {
  likenesses: Likenesses;
  parts: { places: Places; inside: Part; outline: Part };
  known: Known | undefined;
}

/** Looks at the dabs of one coat in a strip, whose shares at 48 px a tip are given; undefined with fewer than three. */
export function lookAtCoat(strip: Strip, place: number, shares: Raster): CoatLook | undefined {
  const { dabs, tips } = strip.coats[place];
  const scale = LOOK_SIDE / strip.side;
  const places = placesOf(strip, dabs);
  if (places.count < 3) return undefined;
  const [from, to] = columnsOf(strip.coats[place], scale, shares.width);
  const seen = seenOf(shares, from, to);
  const { inside, outline } = likenessOf(seen, places);
  const known = knownOf({ shares, dabs, tips, scale });
  const { rim, alike, edge } = known ?? UNLIKE;
  const uneven = known ? unevennessOf(seen, from, to) : 0;
  return {
    likenesses: { rim, alike, edge, uneven, inside: inside.seen, regular: outline.seen },
    parts: { places, inside, outline },
    known,
  };
}

/** The likenesses of two coats as one: the stronger rules each part. */
export function stronger(a: Likenesses, b: Likenesses): Likenesses {
  const { rim, alike, edge, uneven } = knownAgain(b) >= knownAgain(a) ? b : a;
  const inside = Math.max(a.inside, b.inside);
  return { rim, alike, edge, uneven, inside, regular: Math.max(a.regular, b.regular) };
}
