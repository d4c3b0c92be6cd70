import {
  boxOnPlate,
  heatOf,
  InkEngine,
  meanEcho,
  measureStrip,
  placeOnPlate,
  sightOf,
  standardStrips,
  STANDARD_LENGTH,
  STRIP_SIDE,
  type GiveAway,
  type Plate,
  type StripEcho,
} from '@amber-stamp/core';
import { expose } from 'comlink';
import { carryErrors } from './errors.ts';
import type { Likeness, ProveApi, ProveJob, ToldEcho, ToldGiveAway } from './prove-protocol.ts';

const engine = new InkEngine();
const plates = new Map<string, Plate>();
const PLATES_KEPT = 64;

/** The plates of a job by name; those that are used stay longest. */
function heldFor(job: ProveJob): Map<string, Plate> {
  const held = new Map<string, Plate>();
  for (const [name, key] of Object.entries(job.plates)) {
    const plate = plates.get(key);
    if (!plate) continue;
    plates.delete(key);
    plates.set(key, plate);
    held.set(name, plate);
  }
  return held;
}

type Point = readonly [number, number];

/** A place of the strip in px of the measured stroke. */
const onStroke = ({ strip }: StripEcho, u: number, v: number): Point => [
  (u - strip.side) * strip.sheetPx,
  (v - (strip.image.height - 1) / 2) * strip.sheetPx,
];

function toldGiveAway(first: StripEcho, job: ProveJob, held: Map<string, Plate>, g: GiveAway): ToldGiveAway {
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
    seen: g.seen,
    places: g.places.map(([u, v]) => onStroke(first, u, v)),
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
    pairs: first.pairs.map((same, k) => same.map((i) => [at(i), at(i + k + 1)] as const)),
  };
}

const TOLD = 4;

const worker: ProveApi = {
  hold(key: string, plate: Plate): void {
    plates.delete(key);
    plates.set(key, plate);
    if (plates.size <= PLATES_KEPT) return;
    plates.delete([...plates.keys()][0]);
    engine.keepOnly([...plates.values()]);
  },

  measure(job: ProveJob, seeds: number): ToldEcho {
    const start = performance.now();
    const held = heldFor(job);
    const strips = standardStrips(engine, job.brush, held, seeds);
    const all = strips.map(measureStrip);
    const { giveAways, ...numbers } = meanEcho(all);
    const [first] = all;
    const tipPx = first ? first.strip.sheetPx * STRIP_SIDE : 0;
    return {
      ...numbers,
      giveAways: first
        ? giveAways.filter(({ strength }) => strength >= TOLD).map((g) => toldGiveAway(first, job, held, g))
        : [],
      likeness: first ? likenessOf(first) : null,
      tipPx,
      lengthPx: tipPx * STANDARD_LENGTH,
      ms: performance.now() - start,
    };
  },

  heat(job, coat, card) {
    const held = heldFor(job);
    const [strip] = standardStrips(engine, job.brush, held, 1);
    const place = strip ? strip.coats.findIndex((c) => c.coat === coat) : -1;
    const heat = place >= 0 ? heatOf(strip, place, card) : undefined;
    if (!heat) return null;
    const { left, top, side } = sightOf(strip.coats[place].tips[card]);
    return { values: heat.data, left, top, side };
  },
};

carryErrors();
expose(worker);
