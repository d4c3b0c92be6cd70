import {
  findMarks,
  guessIntent,
  guessReading,
  isAutomatic,
  marksOf,
  mayBeHeights,
  partIn,
  partOf,
  possibleReadings,
  recipeForOther,
  recipeForReading,
  regionOf,
  splitMark,
  triedUses,
  type Mark,
  type MarkJoin,
  type OtherRecipe,
  type PossibleReading,
  type Prints,
  type Reading,
  type Recipe,
  type RecipeStep,
  type SheetMarks,
  type Size,
  type Wish,
} from '@amber-stamp/core/cut';
import { reducePicture, type Picture } from '@amber-stamp/core/raster';
import { transfer } from 'comlink';
import type { Answer, Answers, FirstGuess, Uses } from '../engine/protocol/cut.ts';
import { guessOf } from './guess-of.ts';
import { betweenOthers } from './others.ts';
import { seen } from './picture-bitmap.ts';

/** What a source is tried on to see what it is: its longer side, px. */
export const SMALL_SIDE = 560;

/** One answer with its picture. */
async function answerBy({ reading, recipe, raster }: PossibleReading): Promise<Answer> {
  if (!recipe || !raster) return { reading, recipe: null, picture: null };
  return { reading, recipe, picture: await seen(recipe, raster, 192) };
}

/** What is asked of a source before it is cut: how it is read, what it is for, which marks are on it, and by which recipe. */
export const asking = (pictureOf: (source: string) => Promise<Picture>) => {
  const partOfSource = async (source: string, region: RecipeStep | undefined): Promise<Picture> => {
    const all = await pictureOf(source);
    const part = partIn(region);
    return part ? partOf(all, part) : all;
  };
  return {
    async answers(source: string, region?: RecipeStep): Promise<Answers> {
      const picture = await partOfSource(source, region);
      const draft = reducePicture(picture, SMALL_SIDE);
      const found = await betweenOthers(possibleReadings(draft), answerBy);
      return transfer(
        { answers: found, ...guessReading(picture), heightsFirst: mayBeHeights(picture) },
        found.flatMap((a) => a.picture ?? []),
      );
    },

    async reading(source: string): Promise<Reading> {
      return guessReading(await pictureOf(source)).reading;
    },

    async guess(source: string): Promise<FirstGuess> {
      return guessOf(await pictureOf(source));
    },

    async uses(source: string, reading: Reading, region?: RecipeStep): Promise<Uses> {
      const picture = await partOfSource(source, region);
      const uses = triedUses(reducePicture(picture, SMALL_SIDE), reading);
      return { tried: await betweenOthers(uses, (use) => use), ...guessIntent(picture, reading) };
    },

    async marks(source: string, prints: Prints, join?: MarkJoin): Promise<SheetMarks> {
      const picture = await pictureOf(source);
      return join ? { marks: findMarks(picture, prints, join), join } : marksOf(picture, prints);
    },

    async splitMark(source: string, mark: Mark, prints: Prints): Promise<readonly [Mark, Mark] | undefined> {
      return splitMark(await pictureOf(source), prints, mark);
    },

    async markRecipes(source: string, marks: readonly Mark[], prints: Prints): Promise<Recipe[]> {
      const picture = await pictureOf(source);
      return marks.map((mark) => recipeForReading(picture, prints, { region: regionOf(mark) }));
    },

    async recipeForOther(source: string, recipe: Recipe, before: Size | null): Promise<OtherRecipe> {
      return recipeForOther(await pictureOf(source), recipe, before);
    },

    async isAutomatic(source: string, recipe: Recipe, wish?: Wish): Promise<boolean> {
      return isAutomatic(await pictureOf(source), recipe, wish);
    },

    async recipeFor(source: string, reading: Reading, wish?: Wish): Promise<Recipe> {
      return recipeForReading(await pictureOf(source), reading, wish);
    },
  };
};
