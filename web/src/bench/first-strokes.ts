import type { Bench } from '@amber-stamp/core/bench';
import { inOrder, parseBrush } from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';
import { isMeasured, ranked, SOFT_TIP, type Guess, type Origin } from '@amber-stamp/core/vary';
import { cutter } from '../engine/pool.ts';
import { PROVERS, proverFor } from '../engine/provers.ts';
import type { EchoPair, ProveJob } from '../engine/protocol/prove.ts';
import { coatOf } from './coat.ts';
import { heldSoftTip } from './soft-tip.ts';

/** Plates that workers hold by their keys, and what a brush is to make of them. */
export interface HeldTip {
  /** of what is to be shown first */
  plate: Plate;
  plateName: string;
  /** by plate name: that one, and the other cards of its deck */
  keys: Readonly<Record<string, string>>;
  /** of the brush */
  name: string;
  origin: Origin;
}

/** A first stroke that was laid and measured. */
export interface ShownStroke extends Guess, EchoPair {
  picture: ImageBitmap | null;
}

const NOT_LAID = { echo: 100, texture: 0, picture: null };

async function laid(guess: Guess, { keys, origin }: HeldTip, place: number): Promise<ShownStroke> {
  const plates = origin.use === 'grain' ? { ...keys, [SOFT_TIP]: await heldSoftTip() } : keys;
  const job: ProveJob = { brush: guess.brush, plates };
  const prover = await proverFor(job, place % PROVERS);
  return { ...guess, ...((await prover?.lay(job)) ?? NOT_LAID) };
}

/** A guess as it will stand in a document, so that it is known again there, with all the cards that it deals. */
function asDocument({ brush, reasons }: Guess, keys: HeldTip['keys']): Guess {
  const made = parseBrush(brush);
  const names = Object.keys(keys);
  if (names.length > 1)
    Object.assign(made.coats[0].deck, { deal: 'shuffled', cards: names.map((plate) => ({ ...CARD, plate })) });
  return { brush: parseBrush(made), reasons };
}
const CARD = { weight: 1, muted: false };

/** First strokes to choose from, the best first: where that tells which is right, each is laid and measured. */
export async function firstStrokes(tip: HeldTip): Promise<(Guess | ShownStroke)[]> {
  const { kind, guesses: found } = await cutter.firstStrokes(tip.plate, tip.name, tip.plateName, tip.origin);
  const guesses = found.map((guess) => asDocument(guess, tip.keys));
  if (!isMeasured(kind)) return guesses;
  return ranked(await Promise.all(guesses.map((guess, place) => laid(guess, tip, place))));
}

/** So many are shown. */
const SHOWN = 3;

/** The best of the first strokes, so many, with their pictures. */
export async function shownFirstStrokes(tip: HeldTip, most = SHOWN): Promise<ShownStroke[]> {
  const best = (await firstStrokes(tip)).slice(0, most);
  return Promise.all(best.map(async (one, place) => ('picture' in one ? one : laid(one, tip, place))));
}

/** What a first stroke sets: rows, and what the plate is for. */
const setBy = ({ properties, meet, grain, band }: ReturnType<typeof coatOf>): string =>
  JSON.stringify({ properties, meet, grain, band }, inOrder);

/** Whether a brush stands at a first stroke in all rows: nothing was touched since. */
export const standsAt = (bench: Bench, { brush }: Guess): boolean => setBy(coatOf(bench)) === setBy(brush.coats[0]);
