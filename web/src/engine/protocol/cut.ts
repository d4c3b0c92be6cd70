import type {
  Facts,
  Intent,
  Mark,
  MarkJoin,
  OtherRecipe,
  Prints,
  Profile,
  Reading,
  Recipe,
  RecipeStep,
  SheetMarks,
  Size,
  TriedUse,
  Wish,
  Rows,
} from '@amber-stamp/core/cut';
import type { Plate, Raster } from '@amber-stamp/core/raster';
import type { FirstStrokes, Origin } from '@amber-stamp/core/vary';
import type { Stop } from '../carry.ts';
import type { Findings } from './file.ts';

/** What a recipe made, told without its rasters. */
export interface CutReport {
  plate: Plate;
  facts: Facts[];
  /** 64 classes of what goes into each levels step, by place in the recipe */
  histograms: Record<number, number[]>;
  /** time of cutting what was not cut before */
  ms: number;
}

export interface Answer {
  reading: Reading;
  recipe: Recipe | null;
  picture: ImageBitmap | null;
}

/** What a close look at a plate tells. */
export interface Inspection extends Findings {
  /** boxes of small floating pieces, px */
  specks: { left: number; top: number; right: number; bottom: number }[];
  /** width of the border in which nothing prints, px */
  emptyPx: number;
  histogram: number[];
}

/** A starting recipe with what it makes of a source; null where it leaves nothing to print. */
export interface StarterPicture {
  name: string;
  label: string;
  help: string;
  recipe: Recipe | null;
  picture: ImageBitmap | null;
}

/** The raster after a step as a picture, and its size in px. */
export interface StepView {
  bitmap: ImageBitmap;
  width: number;
  height: number;
}

export interface Answers {
  answers: Answer[];
  reading: Reading;
  reason: string;
  /** heights are offered before all others */
  heightsFirst: boolean;
}

/** What a source is taken for at first. */
export interface FirstGuess {
  reading: Reading;
  intent: Intent;
  /** of its one plate; null where it is a sheet of many */
  recipe: Recipe | null;
}

export interface Uses {
  tried: TriedUse[];
  intent: Intent;
  reason: string;
}

/** The lattice that bends a mesh, and which of its points are moved. */
export interface BentBy {
  lattice: Rows;
  latticeSide: number;
}

/** A source is named by its id, or by its settings where it is made of them (`madeKey`). */
export interface CutApi {
  /** From now on `onProgress` is told how far long steps are. */
  watch(onProgress: (share: number) => void): void;
  /** Makes the first look at a file a quick one; while nobody waits for it. */
  practise(): void;
  /** What the first plate of a file will be, small, while it is only being sent; undefined where that cannot be told, rejects what is no picture. */
  look(file: Blob): Promise<Plate | undefined>;
  /**
   * Reads a file of floats under a name of its own while it is being sent, and cuts it as it is guessed to be: the plate that
   * it will have, undefined where there will be many. Rejects every other file.
   */
  read(file: File, name: string): Promise<Plate | undefined>;
  /** What was read of a file under a name is a source of the server's now, or (null) is given up. */
  adopt(name: string, source: string | null): void;
  /** Reads a source's pixels; `onProgress` tells the share read. */
  open(source: string, onProgress: (share: number) => void): Promise<void>;
  /** Gives up all sources but these: their pixels are large. One that is asked for again is read again. */
  keepOnly(sources: readonly string[]): void;
  /** `draft`: smaller than it will be, while the hand moves; what was cut in full is kept beside it. Rejects once stopped. */
  cut(source: string, recipe: Recipe, draft?: boolean, stop?: Stop): Promise<CutReport>;
  /** The result after step `place` as a plate (place -1: the last). */
  after(source: string, recipe: Recipe, place: number, stop?: Stop): Promise<Plate>;
  /** The result after step `place` with all its values. */
  heights(source: string, recipe: Recipe, place: number, stop?: Stop): Promise<Raster>;
  /** What stands after step `place`, -1 the source itself, at most `side` px large. */
  view(source: string, recipe: Recipe, place: number, side: number, stop?: Stop): Promise<StepView>;
  /** The same, with what the step took away in red. */
  removed(source: string, recipe: Recipe, place: number, side: number, stop?: Stop): Promise<StepView>;
  thumbnails(source: string, recipe: Recipe, side: number, stop?: Stop): Promise<ImageBitmap[]>;
  /** Every answer to "what prints?" for a source, or for what a region takes of it. */
  answers(source: string, region?: RecipeStep): Promise<Answers>;
  /** How it is read, by a look at the whole. */
  reading(source: string): Promise<Reading>;
  /** How it is read, what it is for and by which recipe, by a look at the whole. */
  guess(source: string): Promise<FirstGuess>;
  /** A source, or a part of it, tried for everything that it may be for, small. */
  uses(source: string, reading: Reading, region?: RecipeStep): Promise<Uses>;
  /** The separate marks on a sheet, in reading order: near parts or lines as one, or as they are most likely meant. */
  marks(source: string, prints: Prints, join?: MarkJoin): Promise<SheetMarks>;
  markRecipes(source: string, marks: readonly Mark[], prints: Prints): Promise<Recipe[]>;
  /** A mark as two; undefined where it is of one part. */
  splitMark(source: string, mark: Mark, prints: Prints): Promise<readonly [Mark, Mark] | undefined>;
  /** Whether a recipe is the one that its source starts with, for what is wished of it. */
  isAutomatic(source: string, recipe: Recipe, wish?: Wish): Promise<boolean>;
  starters(source: string): Promise<StarterPicture[]>;
  /** A cut through a source that is read as heights by a step. */
  profile(source: string, step: RecipeStep): Promise<Profile>;
  /** The six sides of a mesh as clay, in the order of VIEWS; null where nothing is seen. */
  sides(source: string, up: 'y' | 'z', bent: BentBy): Promise<(ImageBitmap | null)[]>;
  recipeFor(source: string, reading: Reading, wish?: Wish): Promise<Recipe>;
  /** A recipe under another picture than the one that it was made for, of `before` px. */
  recipeForOther(source: string, recipe: Recipe, before: Size | null): Promise<OtherRecipe>;
  inspect(plate: Plate): Inspection;
  /** What a plate is taken for, and the first strokes that are worth trying with it. */
  firstStrokes(plate: Plate, name: string, plateName: string, origin: Origin): FirstStrokes;
}
