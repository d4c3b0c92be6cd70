import type { Plates } from '../ink/coat.ts';
import type { InkEngine } from '../ink/engine.ts';
import { unmutedCoats } from '../model/brush.ts';
import type { Brush } from '../model/brush-schema.ts';
import type { PenStroke } from '../model/strokes.ts';
import type { Raster } from '../raster/raster.ts';
import { bandTwin, neverRepeats, type TwinBand } from './band-twin.ts';
import { featuresOf, giveAwaysIn, type GiveAway, type Looked } from './features.ts';
import { grainEcho, type Tiles } from './grain-echo.ts';
import { plainest, type Known } from './known.ts';
import { likenessOf, type Places } from './likeness.ts';
import { joined, knownAgain, putTogether, type Measures } from './put-together.ts';
import { fullOf, LOOK_SIDE, normalised, seenOf, unevennessOf } from './seen.ts';
import { evenStroke, nominalPx, STANDARD_LENGTH, stripOf, type Strip, type StripDabs } from './strip.ts';
import { textureOf } from './texture.ts';
import { meanWhole, wholeOutline, type WholeOutline } from './whole-outline.ts';

/** How much a stroke repeats: each number 0..100. */
export interface Echo {
  echo: number;
  outline: number;
  inside: number;
  grain: number;
  /** how much of the material is still seen, 0..100 */
  texture: number;
  /** strongest first */
  giveAways: GiveAway[];
  /** the tip that is known again by its whole outline, where one is */
  whole: WholeOutline | undefined;
  /** px of the sheet after which a band comes back; 0 where none does */
  repeatPx: number;
  /** px of the sheet after which a grain comes back, and the same in tiles; 0 for none */
  grainPx: number;
  grainTiles: Tiles;
}

/** One strip measured, with what the plot shows. */
export interface StripEcho extends Echo {
  strip: Strip;
  measures: Measures;
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
  pairs: () => number[][];
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
/** Dabs of a stroke that are looked at, from the head on. */
const MOST_DABS = 400;

/** A strip of which nothing is known yet. */
const unmeasured = (strip: Strip, shares: Raster): StripEcho => ({
  strip,
  measures: { rim: 0, alike: 0, edge: 0, uneven: 0, inside: 0, regular: 0, grain: 0, features: 0 },
  shares,
  echo: 0,
  outline: 0,
  inside: 0,
  grain: 0,
  texture: 0,
  giveAways: [],
  whole: undefined,
  repeatPx: 0,
  grainPx: 0,
  grainTiles: [0, 0],
  insideLags: [],
  outlineLags: [],
  lagPx: strip.step * strip.sheetPx,
  compared: { u: new Float64Array(0), v: new Float64Array(0) },
  pairs: () => [],
});

/** The columns of a strip at 48 px a tip that lie half a tip within its dabs. */
function columnsOf({ dabs }: Strip['coats'][number], scale: number, width: number): [number, number] {
  const us = dabs.u.map((v) => v * scale);
  const from = Math.max(0, Math.floor(Math.min(...us) + LOOK_SIDE / 2));
  return [from, Math.min(width, Math.floor(Math.max(...us) - LOOK_SIDE / 2))];
}

/** Looks at what the dabs of one coat bring to a strip's echo; the strongest coat rules each part. */
function lookAtCoat(echo: StripEcho, place: number, looked: Looked): void {
  const { strip, shares, measures } = echo;
  const { dabs, tips, coat } = strip.coats[place];
  const scale = LOOK_SIDE / strip.side;
  const places = placesOf(strip, dabs);
  if (places.count < 3) return;
  const [from, to] = columnsOf(strip.coats[place], scale, shares.width);
  const seen = seenOf(shares, from, to);
  const { inside, outline } = likenessOf(seen, places);
  const rules = Math.max(inside.seen, outline.seen) >= Math.max(measures.inside, measures.regular);
  if (rules) {
    echo.compared = { u: places.u.map((u) => u / scale), v: places.v.map((v) => v / scale) };
    echo.pairs = (inside.seen >= outline.seen ? inside : outline).pairs;
  }
  if (inside.seen >= measures.inside) [measures.inside, echo.insideLags] = [inside.seen, inside.lags];
  if (outline.seen >= measures.regular) [measures.regular, echo.outlineLags] = [outline.seen, outline.lags];
  const uneven = unevennessOf(seen, from, to);
  const measured = ({ rim, alike, edge }: Known) => ({ ...measures, rim, alike, edge, uneven });
  const known = plainest({ shares, dabs, tips, scale }, looked, (one) => knownAgain(measured(one)));
  if (!known) return;
  const own = measured(known);
  const strength = knownAgain(own);
  if (strength < (echo.whole?.strength ?? 0)) return;
  echo.measures = own;
  echo.whole = wholeOutline(known, strength, coat, dabs);
}

/** What gives a band away is that it comes back at all, not a place of its plate or an outline that nobody sees. */
function leaveBandsOut(echo: StripEcho): void {
  const { bands = [] } = echo.strip;
  if (bands.length === 0) return;
  const isBand = (coat: number) => bands.some((band) => band.coat === coat);
  echo.giveAways = echo.giveAways.filter(({ coat }) => !isBand(coat));
  if (echo.whole && isBand(echo.whole.coat)) echo.whole = undefined;
  echo.repeatPx = Math.max(...bands.map(({ periodPx }) => periodPx));
}

/** Measures one strip. */
export const measureStrip = (strip: Strip): StripEcho => measureLookingAt(strip, () => true);

/** Measures one strip, looking only some of its tips over for what gives them away. */
export function measureLookingAt(strip: Strip, looked: Looked): StripEcho {
  const echo = unmeasured(strip, normalised(strip));
  const grain = grainEcho(strip.grain);
  if (grain.lag) echo.grainPx = Math.sqrt(grain.lag[0] ** 2 + grain.lag[1] ** 2) * strip.sheetPx;
  echo.grainTiles = grain.tiles;
  strip.coats.forEach((_, place) => lookAtCoat(echo, place, looked));
  const full = fullOf(strip.image.data);
  if (full > 0) echo.giveAways = giveAwaysIn(strip, full, looked);
  leaveBandsOut(echo);
  echo.measures = { ...echo.measures, grain: grain.value, features: featuresOf(echo.giveAways) };
  return { ...echo, ...putTogether(echo.measures), grain: grain.value, texture: textureOf(strip) };
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
    texture: mean((e) => e.texture),
    giveAways,
    whole: meanWhole(all.map(({ whole }) => whole)),
    repeatPx: all[0]?.repeatPx ?? 0,
    grainPx: all[0]?.grainPx ?? 0,
    grainTiles: all[0]?.grainTiles ?? [0, 0],
  };
}

/** Seeds over which the echo of the standard stroke is the mean. */
export const SEEDS = 3;

export interface StandardOptions {
  seeds?: number;
  /** so many of them are measured already */
  skip?: number;
  /** what is seen of a nominal dab, px, where it is known: so that two brushes are measured alike */
  nominal?: number;
}

function withBands<S extends Strip | undefined>(strip: S, bands: readonly TwinBand[]): S {
  return strip && bands.length > 0 ? { ...strip, bands } : strip;
}

/** The strips of a brush along its standard stroke, with `seeds` seeds in a row. */
export function standardStrips(
  engine: InkEngine,
  brush: Brush,
  plates: Plates,
  { seeds = SEEDS, skip = 0, nominal }: StandardOptions = {},
): Strip[] {
  const { brush: twin, plates: all, bands } = bandTwin(brush, plates);
  // a band is as long as its repeat: what another brush is seen at is not its measure
  const seen = bands.length > 0 || nominal === undefined ? nominalPx(twin, all) : nominal;
  if (unmutedCoats(twin).length === 0 || !(seen > 0) || neverRepeats(brush)) return [];
  const stroke = evenStroke(STANDARD_LENGTH * seen);
  return Array.from({ length: Math.max(0, seeds - skip) }, (_, k) => {
    const painted = { brush: { ...twin, seed: (twin.seed + skip + k) | 0 }, plates: all };
    return withBands(stripOf(engine, painted, seen, stroke, 0), bands);
  }).filter((strip): strip is Strip => strip !== undefined);
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
  const { brush: twin, plates: all, bands } = bandTwin(brush, plates);
  if (unmutedCoats(twin).length === 0 || neverRepeats(brush)) return [];
  const painted = { brush: twin, plates: all };
  return strokes.flatMap((stroke, place) => {
    const nominal = nominalPx(twin, all, stroke);
    const strip = nominal > 0 ? stripOf(engine, painted, nominal, stroke, stroke.number ?? place) : undefined;
    return strip ? [withBands(strip, bands)] : [];
  });
}

/** The echo of a brush: along its standard stroke with three seeds, or along given strokes. */
export function echoOf(engine: InkEngine, brush: Brush, plates: Plates, strokes?: readonly NumberedStroke[]): Echo {
  const strips = strokes ? strokeStrips(engine, brush, plates, strokes) : standardStrips(engine, brush, plates);
  return meanEcho(strips.map(measureStrip));
}
