import type { Bench, BenchPlate } from '@amber-stamp/core/bench';
import type { Recipe } from '@amber-stamp/core/cut';
import { madeKind } from '@amber-stamp/core/make';
import { inOrder, parseBrush } from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';
import { isMeasured, ranked, type Guess, type Origin } from '@amber-stamp/core/vary';
import { cutter } from '../engine/pool.ts';
import { PROVERS, proverFor } from '../engine/provers.ts';
import type { EchoPair, ProveJob } from '../engine/protocol/prove.ts';
import { coatOf } from './coat.ts';

/** A plate that workers hold by its key. */
export interface HeldTip {
  key: string;
  plate: Plate;
  /** of the brush, and of the plate in it */
  name: string;
  plateName: string;
  origin: Origin;
}

const isOn = (recipe: Recipe | null, name: string): boolean =>
  recipe?.steps.some(({ step, on }) => on && step === name) ?? false;

/** What is known of a plate besides its pixels: whether it was set in type, and whether its source goes on beyond its frame. */
export const originOf = ({ recipe, made }: Pick<BenchPlate, 'recipe' | 'made'>): Origin => ({
  isWord: made !== null && madeKind(made) === 'type',
  fillsFrame: isOn(recipe, 'fade') && !isOn(recipe, 'trim'),
});

/** A first stroke that was laid and measured. */
export interface ShownStroke extends Guess, EchoPair {
  picture: ImageBitmap | null;
}

const NOT_LAID = { echo: 100, texture: 0, picture: null };

async function laid(guess: Guess, { key, plateName }: HeldTip, place: number): Promise<ShownStroke> {
  const job: ProveJob = { brush: guess.brush, plates: { [plateName]: key } };
  const prover = await proverFor(job, place % PROVERS);
  return { ...guess, ...((await prover?.lay(job)) ?? NOT_LAID) };
}

/** First strokes to choose from, the best first: where that tells which is right, each is laid and measured. */
export async function firstStrokes(tip: HeldTip): Promise<(Guess | ShownStroke)[]> {
  const found = await cutter.firstStrokes(tip.plate, tip.name, tip.plateName, tip.origin);
  const { kind } = found;
  // as it will stand in a document, so that it is known again there
  const guesses = found.guesses.map(({ brush, reasons }) => ({ brush: parseBrush(brush), reasons }));
  if (!isMeasured(kind)) return guesses;
  return ranked(await Promise.all(guesses.map((guess, place) => laid(guess, tip, place))));
}

/** So many are shown. */
const SHOWN = 3;

/** The best of the first strokes with their pictures. */
export async function shownFirstStrokes(tip: HeldTip): Promise<ShownStroke[]> {
  const best = (await firstStrokes(tip)).slice(0, SHOWN);
  return Promise.all(best.map(async (one, place) => ('picture' in one ? one : laid(one, tip, place))));
}

/** Whether a brush stands at a first stroke in all rows: nothing was touched since. */
export function standsAt(bench: Bench, { brush }: Guess): boolean {
  const { properties, meet } = coatOf(bench);
  const [guess] = brush.coats;
  return meet === guess.meet && JSON.stringify(properties, inOrder) === JSON.stringify(guess.properties, inOrder);
}
