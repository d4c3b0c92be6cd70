import type { Bench } from '@amber-stamp/core/bench';
import {
  readingOf,
  recipeForUse,
  regionIn,
  type Intent,
  type Reading,
  type Recipe,
  type RecipeStep,
} from '@amber-stamp/core/cut';
import { inOrder } from '@amber-stamp/core/model';
import { useEffect, useRef } from 'react';
import { presentPlate } from '../../bench/edit.ts';
import { change, presentBench, useBench } from '../../bench/store.ts';
import { presentIntent, takeUse } from '../../bench/use.ts';
import { cutter } from '../../engine/pool.ts';
import { dealMarks, takenMarks } from './deal-marks.ts';
import { presentPrints } from './prints.ts';

/** Puts a recipe into the present plate, for what it is for now. */
const putRecipe = (recipe: Recipe, what: string, intent = presentIntent(presentBench())): Promise<void> =>
  takeUse(intent, [{ name: presentPlate(presentBench()).name, recipe }], what);

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
  const intent = presentIntent(bench);
  if (intent === 'marks' && reading !== 'heights')
    return dealMarks(source, takenMarks(bench), `prints: ${reading}`, { prints: reading, anew: true });
  const { recipe } = presentPlate(bench).plate;
  const region = regionIn(recipe);
  const untouched = !recipe || (await cutter.isAutomatic(source, recipe, { region, intent }));
  if (!untouched && answerInPlace(bench, reading)) return;
  // heights are a relief, and what is no relief any more is a tip
  const next = reading === 'heights' ? 'relief' : intent === 'relief' || intent === 'marks' ? 'tip' : intent;
  await putRecipe(await cutter.recipeFor(source, reading, { region, intent: next }), `prints: ${reading}`, next);
}

const WORDS: Record<Intent, string> = {
  tip: 'a tip',
  grain: 'a grain',
  band: 'a band',
  relief: 'a relief',
  marks: 'several marks',
};

/** Takes the source for something else: by a new automatic recipe, or by the one that somebody has changed, as far as that goes. */
export async function takeFor(bench: Bench, source: string, intent: Intent): Promise<void> {
  const { recipe } = presentPlate(bench).plate;
  const before = presentIntent(bench);
  const what = `for: ${WORDS[intent]}`;
  if (intent === 'marks') {
    const prints = presentPrints(bench);
    const { marks } = await cutter.marks(source, prints);
    return dealMarks(source, marks, what, { prints });
  }
  // of a deck all is taken again
  const region = before === 'marks' ? undefined : regionIn(recipe);
  const stays = before !== 'marks' && before !== 'relief' && intent !== 'relief';
  if (recipe && stays && !(await cutter.isAutomatic(source, recipe, { region, intent: before })))
    return putRecipe(recipeForUse(recipe, intent), what, intent);
  const reading = intent === 'relief' ? 'heights' : before === 'relief' ? await printsOf(source) : readingOf(recipe);
  await putRecipe(await cutter.recipeFor(source, reading, { region, intent }), what, intent);
}

/** What prints of a source that was read as heights. */
async function printsOf(source: string): Promise<Reading> {
  const guessed = await cutter.reading(source);
  return guessed === 'heights' ? 'light' : guessed;
}

/** Makes the automatic recipe anew for the part that is taken, where no step of it was touched by hand. */
async function readPart(source: string, recipe: Recipe, before: RecipeStep | undefined): Promise<void> {
  const intent = presentIntent(presentBench());
  if (intent === 'marks' || !(await cutter.isAutomatic(source, recipe, { region: before, intent }))) return;
  const made = await cutter.recipeFor(source, readingOf(recipe), { region: regionIn(recipe), intent });
  if (
    JSON.stringify(made, inOrder) === JSON.stringify(recipe, inOrder) ||
    presentPlate(presentBench()).plate.recipe !== recipe
  )
    return;
  await putRecipe(made, 'the recipe for the part that is taken');
}

/** The region of a recipe once it takes anything: one that was only just added is none, and its recipe is left to the hand. */
function begunRegion(recipe: Recipe | null): RecipeStep | undefined {
  const region = regionIn(recipe);
  return region && (region.outline as readonly unknown[]).length > 1 ? region : undefined;
}

/** While Find is open: once another part is taken, what was made for the part before is made for this one. */
export function useReadAnew(bench: Bench, source: string, onFailure: (cause: unknown) => void): void {
  const { recipe } = presentPlate(bench).plate;
  const region = begunRegion(recipe);
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
