import type { Bench } from '@amber-stamp/core/bench';
import { readingOf, regionIn, type Reading, type Recipe, type RecipeStep } from '@amber-stamp/core/cut';
import type { Guess } from '@amber-stamp/core/vary';
import { useEffect, useRef } from 'react';
import { presentPlate } from '../../bench/edit.ts';
import { standsAtGuess, takeGuess } from '../../bench/guessed.ts';
import { change, presentBench, useBench } from '../../bench/store.ts';
import { firstStrokes, originOf } from '../../bench/first-strokes.ts';
import { plateKey } from '../../bench/plate-key.ts';
import { inOrder } from '@amber-stamp/core/model';
import { cutter, holdPlate } from '../../engine/pool.ts';

/** The best first stroke of what a recipe makes. */
async function guessFor(bench: Bench, source: string, recipe: Recipe): Promise<Guess> {
  const { name: plateName, plate: present } = presentPlate(bench);
  const { plate } = await cutter.cut(source, recipe);
  const made = { ...present, recipe };
  const key = plateKey(made);
  holdPlate(key, plate);
  const [best] = await firstStrokes({ key, plate, plateName, name: bench.brush.name, origin: originOf(made) });
  return best;
}

/** Puts a recipe into the present plate, and guesses anew what nobody has set. */
async function putRecipe(source: string, recipe: Recipe, what: string): Promise<void> {
  const bench = presentBench();
  const guess = standsAtGuess(bench) ? await guessFor(bench, source, recipe) : undefined;
  if (presentBench() !== bench) return;
  change(what, (draft) => {
    presentPlate(draft).plate.recipe = recipe;
    if (guess) takeGuess(draft, guess);
  });
}

/** Puts an answer into a recipe that begins by reading its source in the same way; gives whether it could. */
function answerInPlace(bench: Bench, reading: Reading): boolean {
  const { recipe } = presentPlate(bench).plate;
  const gray = recipe?.steps.find((s) => s.step === 'gray');
  if (!gray || reading === 'heights' || readingOf(recipe) === 'heights') return false;
  change(`prints: ${reading}`, (draft) => {
    const step = presentPlate(draft).plate.recipe?.steps.find((s) => s.step === 'gray');
    if (step) step.prints = reading;
  });
  return true;
}

/** Answers the question: by a new automatic recipe where no step was touched by hand, else in its gray step alone. */
export async function answer(bench: Bench, source: string, reading: Reading): Promise<void> {
  const { recipe } = presentPlate(bench).plate;
  const region = regionIn(recipe);
  const untouched = !recipe || (await cutter.isAutomatic(source, recipe, region));
  if (!untouched && answerInPlace(bench, reading)) return;
  await putRecipe(source, await cutter.recipeFor(source, reading, region), `prints: ${reading}`);
}

/** Makes the automatic recipe anew for the part that is taken, where no step of it was touched by hand. */
async function readPart(source: string, recipe: Recipe, before: RecipeStep | undefined): Promise<void> {
  if (!(await cutter.isAutomatic(source, recipe, before))) return;
  const made = await cutter.recipeFor(source, readingOf(recipe), regionIn(recipe));
  if (
    JSON.stringify(made, inOrder) === JSON.stringify(recipe, inOrder) ||
    presentPlate(presentBench()).plate.recipe !== recipe
  )
    return;
  await putRecipe(source, made, 'the recipe for the part that is taken');
}

/** While Find is open: once another part is taken, what was made for the part before is made for this one. */
export function useReadAnew(bench: Bench, source: string, onFailure: (cause: unknown) => void): void {
  const { recipe } = presentPlate(bench).plate;
  const region = regionIn(recipe);
  const told = JSON.stringify(region);
  const gesturing = useBench((s) => s.gesturing);
  const before = useRef(region);
  useEffect(() => {
    if (gesturing || !recipe || told === JSON.stringify(before.current)) return;
    const was = before.current;
    before.current = region;
    void readPart(source, recipe, was).catch(onFailure);
  });
}
