import { fourthRoot, sixthRoot } from '../maths/roots.ts';
import type { Plates } from '../ink/coat.ts';
import type { InkEngine } from '../ink/engine.ts';
import { soundingCoats, type Brush } from '../model/brush.ts';
import type { PenStroke } from '../model/strokes.ts';
import type { Raster } from '../raster/raster.ts';
import { featuresOf, giveAwaysIn, type GiveAway } from './features.ts';
import { grainEcho } from './grain-echo.ts';
import { likenessOf, type Places } from './likeness.ts';
import { fullOf, LOOK_SIDE, normalised, seenOf } from './seen.ts';
import { evenStroke, nominalPx, STANDARD_LENGTH, stripOf, type Strip, type StripDabs } from './strip.ts';

/** How much a stroke repeats: each number 0..100. */
export interface Echo {
  echo: number;
  outline: number;
  inside: number;
  grain: number;
  /** strongest first */
  giveAways: GiveAway[];
}

/** One strip measured, with what the plot shows. */
export interface StripEcho extends Echo {
  strip: Strip;
  /** the strip as it is looked at */
  shares: Raster;
  /** likeness at lags of 1, 2, ... dabs, inside and outline */
  insideLags: number[];
  outlineLags: number[];
  /** way of one lag, px of the sheet */
  lagPx: number;
  /** the dabs that were compared: their places in the strip, px */
  compared: { u: Float64Array; v: Float64Array };
  /** for the first lags: places in `compared` of the dabs most alike to the one so much later */
  pairs: number[][];
  /** px of the sheet after which a grain comes back; 0 for none */
  grainPx: number;
}

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
const MOST_DABS = 400;

/** The parts joined: the strongest rules, and above 90 the number saturates. */
export function joined(parts: readonly number[]): number {
  const n = fourthRoot(parts.reduce((sum, v) => sum + v ** 4, 0));
  return Math.min(100, n / sixthRoot(1 + 1.1 * (n / 100) ** 6));
}

/** Measures one strip. */
export function measureStrip(strip: Strip): StripEcho {
  const shares = normalised(strip);
  const f = LOOK_SIDE / strip.side;
  const grain = grainEcho(strip.grain);
  const base: StripEcho = {
    strip,
    shares,
    echo: 0,
    outline: 0,
    inside: 0,
    grain: grain.value,
    giveAways: [],
    insideLags: [],
    outlineLags: [],
    lagPx: strip.step * strip.sheetPx,
    compared: { u: new Float64Array(0), v: new Float64Array(0) },
    pairs: [],
    grainPx: grain.lag ? Math.sqrt(grain.lag[0] ** 2 + grain.lag[1] ** 2) * strip.sheetPx : 0,
  };
  for (const { dabs } of strip.coats) {
    const places = placesOf(strip, dabs);
    if (places.count < 3) continue;
    const us = dabs.u.map((v) => v * f);
    const from = Math.max(0, Math.floor(Math.min(...us) + LOOK_SIDE / 2));
    const to = Math.min(shares.width, Math.floor(Math.max(...us) - LOOK_SIDE / 2));
    const { inside, outline } = likenessOf(seenOf(shares, from, to), places);
    const rules = Math.max(inside.value, outline.value) >= Math.max(base.inside, base.outline);
    if (rules) {
      base.compared = { u: places.u.map((u) => u / f), v: places.v.map((v) => v / f) };
      base.pairs = inside.value >= outline.value ? inside.pairs : outline.pairs;
    }
    if (inside.value >= base.inside) [base.inside, base.insideLags] = [inside.value, inside.lags];
    if (outline.value >= base.outline) [base.outline, base.outlineLags] = [outline.value, outline.lags];
  }
  const full = fullOf(strip.image.data);
  if (full > 0) base.giveAways = giveAwaysIn(strip, full);
  base.echo = joined([base.inside, base.outline, base.grain, featuresOf(base.giveAways)]);
  return base;
}

/** Which rings of the dial a give-away belongs to: those at the rim to the outline. */
const atRim = ({ flaw }: GiveAway): boolean => ['border', 'speck', 'bump'].includes(flaw.what);

/** Several measures as one: means, and give-aways of the same flaw together. */
export function meanEcho(all: readonly StripEcho[]): Echo {
  const mean = (read: (e: StripEcho) => number) => all.reduce((sum, e) => sum + read(e), 0) / Math.max(1, all.length);
  const byFlaw = new Map<object, GiveAway[]>();
  for (const { giveAways } of all) for (const g of giveAways) byFlaw.set(g.flaw, [...(byFlaw.get(g.flaw) ?? []), g]);
  const giveAways = [...byFlaw.values()]
    .map((same) => ({ ...same[0], strength: same.reduce((sum, g) => sum + g.strength, 0) / all.length }))
    .sort((a, b) => b.strength - a.strength);
  const ring = (part: number, wanted: (g: GiveAway) => boolean) => joined([part, featuresOf(giveAways.filter(wanted))]);
  return {
    echo: mean((e) => e.echo),
    outline: ring(
      mean((e) => e.outline),
      atRim,
    ),
    inside: ring(
      mean((e) => e.inside),
      (g) => !atRim(g),
    ),
    grain: mean((e) => e.grain),
    giveAways,
  };
}

export const SEEDS = 3;

export interface StandardOptions {
  seeds?: number;
  /** so many of them are measured already */
  skip?: number;
  /** what is seen of a nominal dab, px, where it is known: so that two brushes are measured alike */
  nominal?: number;
}

/** The strips of a brush along its standard stroke, with `seeds` seeds in a row. */
export function standardStrips(
  engine: InkEngine,
  brush: Brush,
  plates: Plates,
  { seeds = SEEDS, skip = 0, nominal = nominalPx(brush, plates) }: StandardOptions = {},
): Strip[] {
  if (soundingCoats(brush).length === 0 || !(nominal > 0)) return [];
  const stroke = evenStroke(STANDARD_LENGTH * nominal);
  return Array.from({ length: Math.max(0, seeds - skip) }, (_, k) =>
    stripOf(engine, { ...brush, seed: (brush.seed + skip + k) | 0 }, plates, nominal, stroke, 0),
  ).filter((strip): strip is Strip => strip !== undefined);
}

/** A stroke that keeps its chance by a number of its own; without one, its place among the others is its number. */
export type NumberedStroke = PenStroke & { number?: number };

/** The strips of given strokes; those with fewer than three dabs are left out. */
export function strokeStrips(
  engine: InkEngine,
  brush: Brush,
  plates: Plates,
  strokes: readonly NumberedStroke[],
): Strip[] {
  if (soundingCoats(brush).length === 0) return [];
  return strokes.flatMap((stroke, place) => {
    const nominal = nominalPx(brush, plates, stroke);
    const strip = nominal > 0 ? stripOf(engine, brush, plates, nominal, stroke, stroke.number ?? place) : undefined;
    return strip ? [strip] : [];
  });
}

/** The echo of a brush: along its standard stroke with three seeds, or along given strokes. */
export function echoOf(engine: InkEngine, brush: Brush, plates: Plates, strokes?: readonly NumberedStroke[]): Echo {
  const strips = strokes ? strokeStrips(engine, brush, plates, strokes) : standardStrips(engine, brush, plates);
  return meanEcho(strips.map(measureStrip));
}
