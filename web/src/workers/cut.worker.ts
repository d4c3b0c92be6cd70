import {
  answers,
  automaticRecipe,
  blank,
  checkBorder,
  coverage,
  Cutter,
  cut,
  distinctLevels,
  emptyBorder,
  encodePlate,
  findMarks,
  firstGuess,
  fromPlate,
  grayOf,
  guessPrints,
  histogram,
  markRecipe,
  reducePicture,
  sha256Hex,
  speckBoxes,
  STARTERS,
  toPlate,
  type Mark,
  type Picture,
  type Plate,
  type Prints,
  type Raster,
  type Recipe,
  type StepOutcome,
} from '@amber-stamp/core';
import { expose, transfer } from 'comlink';
import { carryErrors } from './errors.ts';
import { pictureOf } from './picture-bitmap.ts';
import type { Answer, CutApi, CutReport, Inspection, StarterPicture, StepView } from './protocol.ts';
import { readPicture } from './read-picture.ts';

interface OpenSource {
  picture: Picture;
  cutter: Cutter;
  /** sources that steps lay over this one, by id */
  others: Map<string, Picture>;
}

const BLANK = 1 / 65535;
const ANSWER_SIDE = 560;
/** Longer side of a source that is laid over another: no plate is larger. */
const OTHER_SIDE = 2048;
const sources = new Map<string, Promise<OpenSource>>();
const small = new WeakMap<Raster, { side: number; bitmap: ImageBitmap }>();

function opened(source: string, onProgress: (share: number) => void = () => undefined): Promise<OpenSource> {
  let open = sources.get(source);
  if (!open) {
    open = readPicture(source, onProgress).then((picture) => {
      const others = new Map<string, Picture>();
      return { picture, others, cutter: new Cutter(picture, others) };
    });
    open.catch(() => sources.delete(source));
    // two sources at most: their pixels are large
    if (sources.size >= 2) sources.delete([...sources.keys()][0]);
    sources.set(source, open);
  }
  return open;
}

/** A source with every other one that its recipe lays over it; one that cannot be read makes its step do nothing. */
async function withOthers(source: string, recipe: Recipe): Promise<OpenSource> {
  const open = await opened(source);
  const wanted = recipe.steps.filter((step) => step.on && typeof step.source === 'string' && step.source !== '');
  for (const id of new Set(wanted.map((step) => String(step.source))))
    if (!open.others.has(id)) {
      const other = id === source ? open.picture : await readPicture(id, () => undefined).catch(() => undefined);
      if (other) open.others.set(id, reducePicture(other, OTHER_SIDE));
    }
  return open;
}

function histogramsOf(picture: Picture, recipe: Recipe, outcomes: StepOutcome[]): Record<number, number[]> {
  const found: Record<number, number[]> = {};
  recipe.steps.forEach((step, i) => {
    if (step.step === 'levels') found[i] = histogram(outcomes[i - 1]?.raster ?? grayOf(picture, 'dark'));
  });
  return found;
}

async function thumbnail(raster: Raster, side: number): Promise<ImageBitmap> {
  let kept = small.get(raster);
  if (!kept || kept.side !== side) {
    kept = { side, bitmap: await pictureOf(raster, side) };
    small.set(raster, kept);
  }
  return createImageBitmap(kept.bitmap);
}

const worker = {
  async open(source: string, onProgress: (share: number) => void): Promise<void> {
    await opened(source, onProgress);
  },

  async cut(source: string, recipe: Recipe): Promise<CutReport> {
    const { picture, cutter } = await withOthers(source, recipe);
    const outcomes = cutter.run(recipe);
    const last = outcomes.at(-1)?.raster ?? grayOf(picture, 'dark');
    const share = coverage(last);
    if (share < BLANK) throw blank();
    const plate = toPlate(last);
    return {
      plate,
      facts: outcomes.map((o) => o.facts),
      border: checkBorder(last),
      coveragePct: share * 100,
      levels: distinctLevels(last),
      histograms: histogramsOf(picture, recipe, outcomes),
    };
  },

  async after(source: string, recipe: Recipe, place: number): Promise<Plate> {
    const { picture, cutter } = await withOthers(source, recipe);
    return toPlate(cutter.run(recipe).at(place)?.raster ?? grayOf(picture, 'dark'));
  },

  async view(source: string, recipe: Recipe, place: number, side: number): Promise<StepView> {
    const { picture, cutter } = await withOthers(source, recipe);
    const raster = (place < 0 ? undefined : cutter.run(recipe)[place]?.raster) ?? grayOf(picture, 'dark');
    const bitmap = await pictureOf(raster, side);
    return transfer({ bitmap, width: raster.width, height: raster.height }, [bitmap]);
  },

  async thumbnails(source: string, recipe: Recipe, side: number): Promise<ImageBitmap[]> {
    const { cutter } = await withOthers(source, recipe);
    const bitmaps = await Promise.all(cutter.run(recipe).map((o) => thumbnail(o.raster, side)));
    return transfer(bitmaps, bitmaps);
  },

  async answers(source: string): Promise<{ answers: Answer[]; prints: Prints; reason: string }> {
    const { picture } = await opened(source);
    const draft = reducePicture(picture, ANSWER_SIDE);
    const found: Answer[] = [];
    for (const { prints, recipe } of answers(draft))
      found.push({ prints, recipe: recipe ?? null, picture: recipe ? await pictureOf(cut(draft, recipe), 192) : null });
    return transfer(
      { answers: found, ...guessPrints(picture) },
      found.flatMap((a) => a.picture ?? []),
    );
  },

  async prints(source: string): Promise<Prints> {
    return guessPrints((await opened(source)).picture).prints;
  },

  async marks(source: string, prints: Prints): Promise<Mark[]> {
    return findMarks((await opened(source)).picture, prints);
  },

  async markRecipes(source: string, marks: readonly Mark[], prints: Prints): Promise<Recipe[]> {
    const { picture } = await opened(source);
    return marks.map((mark) => markRecipe(picture, mark, prints));
  },

  async starters(source: string): Promise<StarterPicture[]> {
    const { picture } = await opened(source);
    const draft = reducePicture(picture, ANSWER_SIDE);
    const { prints } = guessPrints(picture);
    const made = await Promise.all(
      STARTERS.map(async ({ name, label, help, make }) => {
        try {
          return {
            name,
            label,
            help,
            recipe: make(picture, prints),
            picture: await pictureOf(cut(draft, make(draft, prints)), 160),
          };
        } catch {
          return { name, label, help, recipe: null, picture: null };
        }
      }),
    );
    return transfer(
      made,
      made.flatMap((m) => m.picture ?? []),
    );
  },

  async recipeFor(source: string, prints: Prints): Promise<Recipe> {
    return automaticRecipe((await opened(source)).picture, prints);
  },

  inspect(plate: Plate): Inspection {
    const raster = fromPlate(plate);
    return {
      specks: speckBoxes(raster),
      emptyPx: emptyBorder(raster),
      histogram: histogram(raster, 128),
      border: checkBorder(raster),
      coveragePct: coverage(raster) * 100,
      levels: distinctLevels(raster),
    };
  },

  guess(plate: Plate, name: string, plateName: string) {
    return firstGuess(plate, name, plateName);
  },

  png(plate: Plate): { bytes: Uint8Array; sha256: string } {
    const bytes = encodePlate(plate);
    return transfer({ bytes, sha256: sha256Hex(bytes) }, [bytes.buffer]);
  },
};

carryErrors();
expose(worker satisfies CutApi);
