import type { Plates } from '../ink/coat.ts';
import type { InkEngine } from '../ink/engine.ts';
import { unmutedCoats } from '../model/brush.ts';
import type { Brush } from '../model/brush-schema.ts';
import type { PenStroke } from '../model/strokes.ts';
import type { Plate, Raster } from '../raster/raster.ts';
import { withoutFlaws } from '../flaws/without-flaws.ts';
import { bandTwin, neverRepeats, type TwinBand } from './band-twin.ts';
import { featuresOf, giveAwaysIn, type GiveAway, type Looked } from './features.ts';
import { grainEcho, type Tiles } from './grain-echo.ts';
import { lookAtCoat, stronger } from './look-at-coat.ts';
import { joined, knownAgain, putTogether, UNLIKE, type Likenesses, type Measures } from './put-together.ts';
import { fullOf, LOOK_SIDE, normalised } from './seen.ts';
import { evenStroke, nominalPx, STANDARD_LENGTH, stripOf, type Strip } from './strip.ts';
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

/** A strip of which nothing is known yet. */
const unmeasured = (strip: Strip, shares: Raster): StripEcho => ({
  strip,
  measures: { ...UNLIKE, without: undefined, grain: 0, features: 0 },
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

/** Looks at what the coats of a strip bring to its echo. */
function lookAtCoats(echo: StripEcho): void {
  const { strip, shares } = echo;
  for (const [place, { coat, dabs }] of strip.coats.entries()) {
    const found = lookAtCoat(strip, place, shares);
    if (!found) continue;
    const { likenesses, parts, known } = found;
    const strongest = Math.max(parts.inside.seen, parts.outline.seen);
    if (strongest >= Math.max(echo.measures.inside, echo.measures.regular)) {
      const { u, v } = parts.places;
      const scale = LOOK_SIDE / strip.side;
      echo.compared = { u: u.map((x) => x / scale), v: v.map((y) => y / scale) };
      echo.pairs = (parts.inside.seen >= parts.outline.seen ? parts.inside : parts.outline).pairs;
    }
    if (parts.inside.seen >= echo.measures.inside) echo.insideLags = parts.inside.lags;
    if (parts.outline.seen >= echo.measures.regular) echo.outlineLags = parts.outline.lags;
    const strength = knownAgain(likenesses);
    if (known && strength >= (echo.whole?.strength ?? 0)) echo.whole = wholeOutline(known, strength, coat, dabs);
    echo.measures = { ...echo.measures, ...stronger(echo.measures, likenesses) };
  }
}

/** Flaws that are weaker together are not asked what they hide. */
const TOLD = 1;

/** How alike the dabs of a strip would lie without what plainly stands out on its tips; undefined where nothing does. */
function withoutFlawsIn(strip: Strip, looked: Looked): Likenesses | undefined {
  const tips = strip.coats.flatMap((coat) => coat.tips.filter(looked));
  if (tips.every((tip) => !withoutFlaws(tip))) return undefined;
  const other = (plate: Plate): Plate => (tips.includes(plate) && withoutFlaws(plate)) || plate;
  const coats = strip.coats.map((coat) => ({ ...coat, tips: coat.tips.map(other) }));
  const twin = { ...strip, image: strip.printedWith(other), coats };
  const shares = normalised(twin);
  return coats.reduce((all, _, place) => stronger(all, lookAtCoat(twin, place, shares)?.likenesses ?? UNLIKE), UNLIKE);
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
export const measureStrip = (strip: Strip): StripEcho => lookedAt(measureUnlooked(strip), () => true);

/** Measures one strip without looking its tips over for what gives them away. */
export function measureUnlooked(strip: Strip): StripEcho {
  const echo = unmeasured(strip, normalised(strip));
  const grain = grainEcho(strip.grain);
  if (grain.lag) echo.grainPx = Math.sqrt(grain.lag[0] ** 2 + grain.lag[1] ** 2) * strip.sheetPx;
  echo.grainTiles = grain.tiles;
  lookAtCoats(echo);
  leaveBandsOut(echo);
  echo.measures = { ...echo.measures, grain: grain.value };
  return { ...echo, ...putTogether(echo.measures), grain: grain.value, texture: textureOf(strip) };
}

/** A strip that was measured, and what the tips that are looked over give away in it. */
export function lookedAt(unlooked: StripEcho, looked: Looked): StripEcho {
  const { strip } = unlooked;
  const echo = { ...unlooked };
  const full = fullOf(strip.image.data);
  if (full > 0) echo.giveAways = giveAwaysIn(strip, full, looked);
  leaveBandsOut(echo);
  const features = featuresOf(echo.giveAways);
  const without = features >= TOLD ? withoutFlawsIn(strip, looked) : undefined;
  echo.measures = { ...echo.measures, without, features };
  return { ...echo, ...putTogether(echo.measures) };
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
