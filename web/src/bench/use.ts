import { intentOf, partsOfSource, type Bench } from '@amber-stamp/core/bench';
import type { Intent, Recipe } from '@amber-stamp/core/cut';
import { cardSchema, PLAIN_BAND, plainGrain, type Coat } from '@amber-stamp/core/model';
import { SOFT_TIP, type Guess } from '@amber-stamp/core/vary';
import { cutPlates, firstStroke } from './begin.ts';
import { coatOf, dropUnused } from './coat.ts';
import { presentPlate } from './edit.ts';
import { standsAtGuess, takeGuess } from './guessed.ts';
import { SOFT_PLATE } from './soft-tip.ts';
import { change, presentBench } from './store.ts';

/** What the present plate is for. */
export const presentIntent = (bench: Bench): Intent => intentOf(bench, coatOf(bench), presentPlate(bench).name);

/** A plate as it is to be, by its name in the brush. */
export interface MeantPlate {
  name: string;
  recipe: Recipe;
}

const card = (plate: string): Coat['deck']['cards'][number] => cardSchema.cast({ plate });

/** Puts the cards of a source in the place of those that were there of it. */
function putCards(coat: Coat, before: readonly string[], names: readonly string[]): void {
  const { cards } = coat.deck;
  const at = Math.max(
    0,
    cards.findIndex(({ plate }) => before.includes(plate)),
  );
  const kept = (name: string) => cards.find(({ plate }) => plate === name) ?? card(name);
  const others = cards.filter(({ plate }) => !before.includes(plate) && plate !== SOFT_TIP);
  coat.deck.cards = [...others.slice(0, at), ...names.map(kept), ...others.slice(at)];
}

/** Has the present plate do something else in its coat: as one plate, or as one of each mark. */
export function putUse(draft: Bench, intent: Intent, plates: readonly MeantPlate[], guess: Guess | undefined): void {
  const coat = coatOf(draft);
  const { name, plate: from } = presentPlate(draft);
  const parts = partsOfSource(draft, coat, name);
  const before = parts.length > 1 ? parts : [name];
  for (const { name: to, recipe } of plates) draft.plates[to] = { ...from, recipe };
  putCards(coat, before, intent === 'grain' ? [] : plates.map((plate) => plate.name));
  if (coat.grain?.plate === name) coat.grain = null;
  const [guessed] = guess?.brush.coats ?? [];
  coat.band = intent === 'band' ? (guessed?.band ?? { ...PLAIN_BAND }) : undefined;
  if (intent === 'marks') coat.deck.deal = 'shuffled';
  if (intent === 'grain') {
    coat.grain = guessed?.grain ?? plainGrain(plates[0].name);
    if (coat.deck.cards.length === 0) {
      coat.deck.cards = [card(SOFT_TIP)];
      draft.plates[SOFT_TIP] = { ...SOFT_PLATE };
    }
  }
  dropUnused(draft);
  if (guess) takeGuess(draft, guess);
}

/** Cuts plates for a use of the present source, guesses anew what nobody has set, and puts both into the brush. */
export async function takeUse(intent: Intent, plates: readonly MeantPlate[], what: string): Promise<void> {
  const bench = presentBench();
  const { source, made } = presentPlate(bench).plate;
  const name = bench.brush.name;
  const beginning = { name, from: { source, made }, intent, recipes: plates.map(({ recipe }) => recipe) };
  const cut = await cutPlates({ ...beginning, names: plates.map((plate) => plate.name) });
  const guess = standsAtGuess(bench) ? await firstStroke(name, cut, intent) : undefined;
  if (presentBench() !== bench) return;
  change(what, (draft) => putUse(draft, intent, plates, guess));
}
