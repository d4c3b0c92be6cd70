import './kernel.ts';
import { placeOnPlate, analysedTip } from '@amber-stamp/core/flaws';
import { InkEngine } from '@amber-stamp/core/ink';
import {
  beginFixes,
  borrowTip,
  boxOnPlate,
  firstOf,
  fixesAfter,
  heatOf,
  lendTip,
  lookedAt,
  lookOver,
  meanEcho,
  measureUnlooked,
  measureStrip,
  printedBox,
  standardStrips,
  STANDARD_LENGTH,
  STRIP_SIDE,
  strokeStrips,
  unmeasuredFixes,
  type GiveAway,
  type LentTip,
  type Strip,
  type StripEcho,
  type WholeOutline,
} from '@amber-stamp/core/prove';
import type { Plate } from '@amber-stamp/core/raster';
import { expose, transfer } from 'comlink';
import { carry } from '../engine/carry.ts';
import { bytesOf, HeldByKey } from '../engine/held-by-key.ts';
import { plateCalls } from '../engine/worker-plates.ts';
import {
  MEASURED_KEPT,
  type Likeness,
  type ProveApi,
  type ProveJob,
  type EchoView,
  type GiveAwayView,
  type EchoPair,
  type WholeOutlineView,
} from '../engine/protocol/prove.ts';
import { stripOfFix } from './fix-strips.ts';
import { pictureOf } from './strip-picture.ts';

const engine = new InkEngine();
const plates = new HeldByKey<Plate>(MEASURED_KEPT, bytesOf);

type Point = readonly [number, number];

/** A place of the strip in px of the measured stroke. */
const onStroke = ({ strip }: StripEcho, u: number, v: number): Point => [
  (u - strip.side) * strip.sheetPx,
  (v - (strip.image.height - 1) / 2) * strip.sheetPx,
];

function giveAwayView(first: StripEcho, job: ProveJob, held: Map<string, Plate>, g: GiveAway): GiveAwayView {
  const plate = job.brush.coats[g.coat].deck.cards[g.card].plate;
  const pixels = held.get(plate) as Plate;
  return {
    place: placeOnPlate(pixels, g.flaw),
    tone: g.flaw.tone,
    coat: g.coat,
    card: g.card,
    plate,
    box: boxOnPlate(pixels, g.flaw),
    strength: g.strength,
    lags: g.lags,
    seen: g.seen,
    dabs: g.dabs,
    places: g.places.map(([u, v]) => onStroke(first, u, v)),
  };
}

function wholeOutlineView(
  first: StripEcho,
  job: ProveJob,
  held: Map<string, Plate>,
  whole: WholeOutline,
): WholeOutlineView {
  const plate = job.brush.coats[whole.coat].deck.cards[whole.card].plate;
  return {
    ...whole,
    plate,
    box: printedBox(held.get(plate) as Plate),
    places: whole.places.map(([u, v]) => onStroke(first, u, v)),
  };
}

function likenessOf(first: StripEcho): Likeness {
  const { u, v } = first.compared;
  const at = (i: number) => onStroke(first, u[i], v[i]);
  return {
    inside: first.insideLags,
    outline: first.outlineLags,
    lagPx: first.lagPx,
    grainPx: first.grainPx,
    grainTiles: first.grainTiles,
    repeatPx: first.repeatPx,
    pairs: first.pairs().map((same, k) => same.map((i) => [at(i), at(i + k + 1)] as const)),
  };
}

const TOLD = 4;

/** The strips of the last job, so that more seeds and the heat of a tip begin where the first look ended. */
let last: { key: string; all: StripEcho[] } = { key: '', all: [] };
/** The first of the last job that was only glanced at: what its tips give away is all that is missing. */
let glanced: { key: string; all: StripEcho[] } = { key: '', all: [] };
const keyOf = (job: ProveJob): string => JSON.stringify([job.brush, job.plates]);

/** The first strip of a job, without what its tips give away. */
function glancedAt(job: ProveJob): readonly StripEcho[] {
  const key = keyOf(job);
  if (glanced.key !== key) {
    const strips = standardStrips(engine, job.brush, plates.named(job.plates), { seeds: 1 });
    glanced = { key, all: strips.map(measureUnlooked) };
  }
  return glanced.all;
}

const everyTip = (): boolean => true;

/** The strips of a job, at least so many. */
function known(job: ProveJob, seeds: number): readonly StripEcho[] {
  const key = keyOf(job);
  if (last.key !== key) last = { key, all: [] };
  if (glanced.key === key && last.all.length === 0) last.all = glanced.all.map((strip) => lookedAt(strip, everyTip));
  const more = standardStrips(engine, job.brush, plates.named(job.plates), { seeds, skip: last.all.length });
  last.all.push(...more.map(measureStrip));
  return last.all;
}

const measured = (job: ProveJob, seeds: number): readonly StripEcho[] => known(job, seeds).slice(0, seeds);

/** What is shown of a brush that was measured. */
function echoView(job: ProveJob, all: readonly StripEcho[]): Omit<EchoView, 'looked' | 'ms'> {
  const held = plates.named(job.plates);
  const { giveAways, whole, echo, outline, inside, grain, texture } = meanEcho(all);
  const [first] = all;
  const tipPx = first ? first.strip.sheetPx * STRIP_SIDE : 0;
  return {
    ...{ echo, outline, inside, grain, texture },
    whole: first && whole && whole.strength >= TOLD ? wholeOutlineView(first, job, held, whole) : null,
    giveAways: first
      ? giveAways.filter(({ strength }) => strength >= TOLD).map((g) => giveAwayView(first, job, held, g))
      : [],
    likeness: first ? likenessOf(first) : null,
    tipPx,
    spanPx: tipPx * STANDARD_LENGTH,
  };
}

function pairOf(strips: readonly Strip[]): EchoPair {
  const { echo, texture } = meanEcho(strips.map(measureStrip));
  return { echo, texture };
}

/** What was found already on the plate of a key. */
function lent(key: string): LentTip | undefined {
  const plate = plates.get(key);
  return plate && lendTip(plate);
}

const worker: ProveApi = {
  ...plateCalls(plates, engine),

  borrow(keys, found) {
    keys.forEach((key, k) => {
      const plate = plates.get(key);
      const other = found[k];
      if (plate && other) borrowTip(plate, other);
    });
  },

  lend: (keys) => keys.map(lent),

  look(key) {
    const plate = plates.get(key);
    if (plate) lookOver(plate);
    return lent(key);
  },

  glance(job) {
    const start = performance.now();
    return { ...echoView(job, glancedAt(job)), looked: false, ms: performance.now() - start };
  },

  measure(job, seeds) {
    const start = performance.now();
    return { ...echoView(job, measured(job, seeds)), looked: true, ms: performance.now() - start };
  },

  pair(job) {
    return pairOf(standardStrips(engine, job.brush, plates.named(job.plates), { seeds: 1 }));
  },

  async lay(job) {
    const [strip] = standardStrips(engine, job.brush, plates.named(job.plates), { seeds: 1 });
    if (!strip) return null;
    const picture = await pictureOf(strip);
    return transfer({ ...pairOf([strip]), picture }, [picture]);
  },

  strokes(job, given) {
    const strips = strokeStrips(engine, job.brush, plates.named(job.plates), given);
    return strips.length > 0 ? pairOf(strips) : null;
  },

  heat(job, coat, card) {
    const strip = measured(job, 1)[0]?.strip;
    const place = strip ? strip.coats.findIndex((c) => c.coat === coat) : -1;
    const heat = place >= 0 ? heatOf(strip, place, card) : undefined;
    if (!heat) return null;
    const { left, top, side } = analysedTip(strip.coats[place].tips[card]);
    return { values: heat.data, left, top, side };
  },

  begin: (job, how) =>
    beginFixes(engine, job.brush, plates.named(job.plates), how === 'glance' ? glancedAt(job) : known(job, 1)),

  unmeasured: (job) => unmeasuredFixes(job.brush, plates.named(job.plates)),

  async tryOne(job, fix, how) {
    const found = stripOfFix(engine, job, plates.named(job.plates), fix, how);
    if (!found) return { measured: undefined, picture: null };
    const picture = await pictureOf(found.strip);
    return transfer({ measured: firstOf(found), picture }, [picture]);
  },

  after: (job, before, fix, tried) => fixesAfter(engine, before, plates.named(job.plates), fix, tried),
};

carry();
expose(worker);
