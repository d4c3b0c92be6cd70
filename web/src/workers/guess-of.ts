import { guessIntent, guessReading, recipeForReading } from '@amber-stamp/core/cut';
import type { Picture } from '@amber-stamp/core/raster';
import type { FirstGuess } from '../engine/protocol/cut.ts';

/** Looking at a large picture takes long: what was guessed while it was being sent is not guessed again. */
const guesses = new WeakMap<Picture, FirstGuess>();

function lookOver(picture: Picture): FirstGuess {
  const { reading } = guessReading(picture);
  const { intent } = guessIntent(picture, reading);
  const recipe = intent === 'marks' && reading !== 'heights' ? null : recipeForReading(picture, reading, { intent });
  return { reading, intent, recipe };
}

/** How a picture is read, what it is for, and by which recipe its one plate is cut. */
export function guessOf(picture: Picture): FirstGuess {
  const guess = guesses.get(picture) ?? lookOver(picture);
  guesses.set(picture, guess);
  return guess;
}
