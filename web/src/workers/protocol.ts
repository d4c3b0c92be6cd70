import type { Facts, Mark, Prints, Profile, Reading, Recipe, RecipeStep } from '@amber-stamp/core/cut';
import type { GroundPlacement } from '@amber-stamp/core/ground';
import type { Ground } from '@amber-stamp/core/ink';
import type { Brush, PenStroke } from '@amber-stamp/core/model';
import type { BorderReport, Plate, Raster } from '@amber-stamp/core/raster';
import type { Lamp } from '@amber-stamp/core/relief';
import type { ReliefWish } from '@amber-stamp/core/relief-file';
import type { PlateApi } from '../engine/plate-ledger.ts';

/** So many plates the page keeps at hand, and a worker that draws. */
export const INKED_KEPT = 96;

/** A brush with the key of the plate of each name. Plates were given before, by key. */
export interface InkBrush {
  brush: Brush;
  plates: Readonly<Record<string, string>>;
}

export interface InkStroke {
  stroke: PenStroke;
  /** equal keys are equal strokes */
  key: string;
  /** what its chance is drawn by */
  number: number;
  /** which of the brushes of the job */
  brush: number;
  away: boolean;
  lie: GroundPlacement;
}

export interface InkGround {
  paper: Ground;
  /** pictures on the paper, back to front */
  layers: readonly { name: string; url: string }[];
  /** colour of what strokes uncover */
  cover: string;
  /** the cover lies there before the first stroke */
  covered: boolean;
}

/** One picture asked of the ink worker. */
export interface InkJob {
  /** what it is for; layers are kept per view */
  view: string;
  brushes: readonly InkBrush[];
  strokes: readonly InkStroke[];
  width: number;
  height: number;
  /** pixels per px of the strokes */
  zoom: number;
  ground: InkGround;
  /** lights what stands above the sheet */
  lamp: Lamp;
}

export interface InkResult {
  bitmap: ImageBitmap;
  dabs: number;
  ms: number;
}

/** What a resolution costs, in ms: its levels once, and then every drawing of the strokes. */
export interface SideCost {
  side: number;
  buildMs: number;
  drawMs: number;
}

export interface InkApi extends PlateApi {
  draw(job: InkJob): Promise<InkResult>;
  /** The colour of the ground itself at a pixel, as #rrggbb. */
  groundAt(job: InkJob, x: number, y: number): Promise<string>;
  /** Gives up what is kept of a view. */
  forget(view: string): void;
  /** 8-bit RGBA as PNG */
  png(job: InkJob): Promise<Uint8Array>;
  /** What the job costs with its plates at other sides, measured now. */
  costs(job: InkJob, sides: readonly number[]): SideCost[];
}

/** What a recipe made, told without its rasters. */
export interface CutReport {
  plate: Plate;
  facts: Facts[];
  border: BorderReport;
  coveragePct: number;
  /** different 16-bit values in the plate */
  levels: number;
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
export interface Inspection {
  /** boxes of small floating pieces, px */
  specks: { left: number; top: number; right: number; bottom: number }[];
  /** width of the border in which nothing prints, px */
  emptyPx: number;
  histogram: number[];
  border: BorderReport;
  coveragePct: number;
  levels: number;
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

export interface CutApi {
  /** Tells how far long steps are; 1 in `ended` ends the one that is running. */
  watch(ended: Int32Array, onProgress: (share: number) => void): void;
  /** Reads a source's pixels; `onProgress` tells the share read. */
  open(source: string, onProgress: (share: number) => void): Promise<void>;
  /** `draft`: smaller than it will be, while the hand moves; what was cut in full is kept beside it. */
  cut(source: string, recipe: Recipe, draft?: boolean): Promise<CutReport>;
  /** The result after step `place` as a plate (place -1: the last). */
  after(source: string, recipe: Recipe, place: number): Promise<Plate>;
  /** The result after step `place` with all its values. */
  heights(source: string, recipe: Recipe, place: number): Promise<Raster>;
  /** What stands after step `place`, -1 the source itself, at most `side` px large. */
  view(source: string, recipe: Recipe, place: number, side: number): Promise<StepView>;
  thumbnails(source: string, recipe: Recipe, side: number): Promise<ImageBitmap[]>;
  answers(source: string): Promise<{ answers: Answer[]; reading: Reading; reason: string }>;
  /** How it is read, by a look at the whole. */
  reading(source: string): Promise<Reading>;
  /** The separate marks on a sheet, in reading order. */
  marks(source: string, prints: Prints): Promise<Mark[]>;
  markRecipes(source: string, marks: readonly Mark[], prints: Prints): Promise<Recipe[]>;
  starters(source: string): Promise<StarterPicture[]>;
  /** A cut through a source that is read as heights by a step. */
  profile(source: string, step: RecipeStep): Promise<Profile>;
  /** The six sides of a mesh as clay, in the order of VIEWS; null where nothing is seen. */
  sides(source: string, up: 'y' | 'z'): Promise<(ImageBitmap | null)[]>;
  recipeFor(source: string, reading: Reading): Promise<Recipe>;
  inspect(plate: Plate): Inspection;
  guess(plate: Plate, name: string, plateName: string): { brush: Brush; reasons: Record<string, string> };
}

export interface FileApi {
  /** The plate with the given bytes; `name` is what a sentence calls it. */
  open(sha256: string, name: string): Promise<Plate>;
  /** The file of a plate, PNG or OpenEXR, and its hash. */
  file(plate: Plate): Promise<{ bytes: Uint8Array; sha256: string }>;
  /** The heights of a plate in the form that is wished. */
  relief(plate: Plate, wish: ReliefWish): Promise<Uint8Array>;
}
