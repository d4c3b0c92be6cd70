import './kernel.ts';
import type { BentBy, CutApi, CutReport, Inspection, StarterPicture, StepView } from '../engine/protocol/cut.ts';
import {
  blank,
  cut,
  emptyBorder,
  grayOf,
  guessPrints,
  makeStep,
  makeRecipe,
  materialsNamed,
  profileOf,
  speckBoxes,
  STARTERS,
  type Profile,
  type Recipe,
  type RecipeStep,
  type StepOutcome,
} from '@amber-stamp/core/cut';
import { madePicture, type MadeSource } from '@amber-stamp/core/make';
import { Lru } from '@amber-stamp/core/maths';
import {
  covers,
  heightsOf,
  histogram,
  reducePicture,
  type Picture,
  type Plate,
  type Raster,
} from '@amber-stamp/core/raster';
import { VIEWS } from '@amber-stamp/core/relief';
import { firstStrokes } from '@amber-stamp/core/vary';
import { expose, transfer } from 'comlink';
import { carry, NEVER, type Stop } from '../engine/carry.ts';
import { madeOf } from '../engine/made-key.ts';
import { lookAtFile } from './file-look.ts';
import { firstLook, practise } from './first-look.ts';
import { findingsOf } from './findings-of.ts';
import { fontOf } from './fonts.ts';
import { asking, SMALL_SIDE } from './asking.ts';
import { openOf, type OpenSource } from './open-source.ts';
import { clayOf, pictureOf, seen, withRemoved } from './picture-bitmap.ts';
import { BLANK, plateOf } from './plate-of.ts';
import { readBrush } from './read-brush.ts';
import { readPicture } from './read-picture.ts';
import { readSent, takeSent } from './sent-files.ts';
import { stoppable, tellSteps, watchSteps } from './telling.ts';

/** Clay may still be flat, and what is drawn on still empty. */
const BEGUN_EMPTY = new Set(['sculpt', 'draw']);
/** Of the pictures of the six sides of a mesh. */
const SIDE_PX = 128;
/** Places along a cut through heights. */
const PROFILE = 160;
/** Longer side of a source that is laid over another: no plate is larger. */
const OTHER_SIDE = 2048;
/** Two sources at most: their pixels are large. Made ones change while a hand is at them, so they have a place of their own. */
const sources = new Lru<string, Promise<OpenSource>>(2);
const madeSources = new Lru<string, Promise<OpenSource>>(2);
const small = new WeakMap<Raster, { side: number; bitmap: ImageBitmap }>();

/** The picture of settings; one that takes long tells how far it is, and ends once that is wished. */
function drawn(made: MadeSource, stop: Stop): Promise<Picture> {
  return stoppable(stop, () => {
    tellSteps(0);
    return madePicture(made, fontOf, undefined, tellSteps);
  });
}

const untold: (share: number) => void = () => undefined;

function opened(source: string, stop: Stop = NEVER, onProgress = untold): Promise<OpenSource> {
  const made = madeOf(source);
  const kept = made ? madeSources : sources;
  let open = kept.get(source);
  if (!open) {
    open = (made ? drawn(made, stop) : readPicture(source, onProgress)).then(openOf);
    open.catch(() => kept.delete(source));
    kept.set(source, open);
  }
  return open;
}

/** A source with everything that its recipe names; what cannot be read makes its step do nothing. */
async function withOthers(source: string, recipe: Recipe, stop: Stop): Promise<OpenSource> {
  const open = await opened(source, stop);
  for (const id of materialsNamed(recipe, 'source'))
    if (!open.sources.has(id)) {
      const other = id === source ? open.picture : await readPicture(id, () => undefined).catch(() => undefined);
      if (other) open.sources.set(id, reducePicture(other, OTHER_SIDE));
    }
  for (const id of materialsNamed(recipe, 'brush'))
    if (!open.brushes.has(id)) {
      const brush = await readBrush(id).catch(() => undefined);
      if (brush) open.brushes.set(id, brush);
    }
  return open;
}

const histograms = new WeakMap<Raster, number[]>();

/** The histogram of what stands after a step; counted once, since the steps before the one that moves stay. */
function histogramOf(raster: Raster): number[] {
  const counted = histograms.get(raster) ?? histogram(raster);
  histograms.set(raster, counted);
  return counted;
}

function histogramsOf(picture: Picture, recipe: Recipe, outcomes: StepOutcome[]): Record<number, number[]> {
  const found: Record<number, number[]> = {};
  recipe.steps.forEach((step, i) => {
    if (step.step === 'levels') found[i] = histogramOf(outcomes[i - 1]?.raster ?? grayOf(picture, 'dark'));
  });
  return found;
}

/** A recipe up to and with a step. */
const upTo = (recipe: Recipe, place: number): Recipe => makeRecipe(recipe.steps.slice(0, place + 1));

async function thumbnail(recipe: Recipe, raster: Raster, side: number): Promise<ImageBitmap> {
  let kept = small.get(raster);
  if (!kept || kept.side !== side) {
    kept = { side, bitmap: await seen(recipe, raster, side) };
    small.set(raster, kept);
  }
  return createImageBitmap(kept.bitmap);
}

const worker = {
  ...asking(async (source) => (await opened(source)).picture),

  watch(onProgress: (share: number) => void): void {
    watchSteps(onProgress);
  },

  practise,

  async look(file: Blob): Promise<Plate | undefined> {
    return firstLook(await lookAtFile(file));
  },

  async read(file: File, name: string): Promise<Plate | undefined> {
    const plate = await readSent(file, name);
    return plate && transfer(plate, [plate.data.buffer]);
  },

  adopt(name: string, source: string | null): void {
    const open = takeSent(name);
    if (open && source !== null) sources.set(source, Promise.resolve(open));
  },

  async open(source: string, onProgress: (share: number) => void): Promise<void> {
    await opened(source, NEVER, onProgress);
  },

  keepOnly(wanted: readonly string[]): void {
    for (const kept of [sources, madeSources])
      for (const [source] of [...kept]) if (!wanted.includes(source)) kept.delete(source);
  },

  async cut(source: string, recipe: Recipe, draft = false, stop: Stop = NEVER): Promise<CutReport> {
    const { picture, cutter } = await withOthers(source, recipe, stop);
    const start = performance.now();
    const outcomes = stoppable(stop, () => cutter.run(recipe, draft));
    const last = outcomes.at(-1)?.raster ?? grayOf(picture, 'dark');
    if (!covers(last, BLANK) && !recipe.steps.some(({ step, on }) => on && BEGUN_EMPTY.has(step))) throw blank();
    const plate = plateOf(recipe, last, outcomes.at(-1)?.displaced);
    const report = {
      plate,
      facts: outcomes.map((o) => o.facts),
      histograms: histogramsOf(picture, recipe, outcomes),
      ms: performance.now() - start,
    };
    return transfer(report, [plate.data.buffer]);
  },

  async after(source: string, recipe: Recipe, place: number, stop: Stop = NEVER): Promise<Plate> {
    const { picture, cutter } = await withOthers(source, recipe, stop);
    const made = stoppable(stop, () => cutter.run(recipe)).at(place)?.raster ?? grayOf(picture, 'dark');
    return plateOf(place < 0 ? recipe : upTo(recipe, place), made);
  },

  async heights(source: string, recipe: Recipe, place: number, stop: Stop = NEVER): Promise<Raster> {
    const { picture, cutter } = await withOthers(source, recipe, stop);
    return stoppable(stop, () => cutter.run(recipe)).at(place)?.raster ?? grayOf(picture, 'dark');
  },

  async view(source: string, recipe: Recipe, place: number, side: number, stop: Stop = NEVER): Promise<StepView> {
    const { picture, cutter } = await withOthers(source, recipe, stop);
    const raster =
      (place < 0 ? undefined : stoppable(stop, () => cutter.run(recipe))[place]?.raster) ?? grayOf(picture, 'dark');
    const bitmap = await seen(upTo(recipe, place), raster, side);
    return transfer({ bitmap, width: raster.width, height: raster.height }, [bitmap]);
  },

  async removed(source: string, recipe: Recipe, place: number, side: number, stop: Stop = NEVER): Promise<StepView> {
    const { picture, cutter } = await withOthers(source, recipe, stop);
    const outcomes = stoppable(stop, () => cutter.run(recipe));
    const after = outcomes[place].raster;
    const bitmap = await withRemoved(outcomes[place - 1]?.raster ?? grayOf(picture, 'dark'), after, side);
    return transfer({ bitmap, width: after.width, height: after.height }, [bitmap]);
  },

  async thumbnails(source: string, recipe: Recipe, side: number, stop: Stop = NEVER): Promise<ImageBitmap[]> {
    const { cutter } = await withOthers(source, recipe, stop);
    const bitmaps = await Promise.all(
      stoppable(stop, () => cutter.run(recipe)).map((o, i) => thumbnail(upTo(recipe, i), o.raster, side)),
    );
    return transfer(bitmaps, bitmaps);
  },

  async starters(source: string): Promise<StarterPicture[]> {
    const { picture } = await opened(source);
    const draft = reducePicture(picture, SMALL_SIDE);
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

  async profile(source: string, step: RecipeStep): Promise<Profile> {
    return profileOf((await opened(source)).picture, step, PROFILE);
  },

  async sides(source: string, up: 'y' | 'z', bent: BentBy): Promise<(ImageBitmap | null)[]> {
    const { picture } = await opened(source);
    const made = await Promise.all(
      VIEWS.map(async (from) => {
        const recipe = makeRecipe([makeStep('cast', { ...bent, from, up, sizePx: SIDE_PX })]);
        try {
          return await clayOf(cut(picture, recipe), SIDE_PX);
        } catch {
          return null; // a sheet seen from its edge
        }
      }),
    );
    return transfer(
      made,
      made.filter((bitmap) => bitmap !== null),
    );
  },

  inspect(plate: Plate): Inspection {
    const raster = heightsOf(plate);
    return {
      ...findingsOf(plate, raster),
      specks: speckBoxes(raster),
      emptyPx: emptyBorder(raster),
      histogram: histogram(raster, 128),
    };
  },

  firstStrokes,
};

carry();
expose(worker satisfies CutApi);
