import type { Picture } from '../raster/picture.ts';
import { heightPlate, toPlate, type Plate, type Raster } from '../raster/raster.ts';
import { guessPrints, whatPrints } from './automatic.ts';
import { cut } from './cut.ts';
import type { Prints } from './gray.ts';
import { INTENTS, marksOf, type Intent } from './intent.ts';
import { recipeForReading, regionOf, type Wish } from './part-recipe.ts';
import { reliefRecipe, type Reading } from './reading.ts';
import type { Recipe } from './recipe.ts';

/** A source tried for one use: its plate, or one of each mark, with the recipe of each; none where nothing prints. */
export interface TriedUse {
  intent: Intent;
  made: { plate: Plate; recipe: Recipe }[];
}

/** So many marks are enough to show a deck. */
const SHOWN_MARKS = 6;

/** What is wished of a source for a use: the whole, or each mark by itself. */
function wishesFor(picture: Picture, prints: Prints, intent: Intent): Wish[] {
  if (intent !== 'marks') return [{ intent }];
  const { marks } = marksOf(picture, prints);
  return marks.length < 2 ? [] : marks.slice(0, SHOWN_MARKS).map((mark) => ({ region: regionOf(mark) }));
}

function made(picture: Picture, recipeOf: () => Recipe, asPlate: (raster: Raster) => Plate): TriedUse['made'] {
  const one = whatPrints(() => {
    const recipe = recipeOf();
    return { plate: asPlate(cut(picture, recipe)), recipe };
  });
  return one ? [one] : [];
}

function madeFor(picture: Picture, reading: Reading, intent: Intent): TriedUse['made'] {
  if (intent === 'relief') return made(picture, () => reliefRecipe(picture), heightPlate);
  const prints = reading === 'heights' ? guessPrints(picture).prints : reading;
  return wishesFor(picture, prints, intent).flatMap((wish) =>
    made(picture, () => recipeForReading(picture, prints, wish), toPlate),
  );
}

/** A picture that is small enough to try, as everything that it may be for, each tried when it is asked for. */
export function* triedUses(picture: Picture, reading: Reading): Generator<TriedUse, void> {
  for (const intent of INTENTS) yield { intent, made: madeFor(picture, reading, intent) };
}
