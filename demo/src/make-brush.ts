import { cut, makesRelief } from '@amber-stamp/core/cut';
import { fileName } from '@amber-stamp/core/formats';
import type { BrushWithPlates } from '@amber-stamp/core/ink';
import { plainPicture } from '@amber-stamp/core/make';
import { heightPlate, toPlate, type Picture, type Plate } from '@amber-stamp/core/raster';
import { firstGuess } from '@amber-stamp/core/vary';
import type { DemoBrush, DemoOrigin, PlateOrder, SourceKey } from './demo-brush.ts';

/** A demo brush with its plates, and how each plate was ordered by its name. */
export interface MadeBrush extends BrushWithPlates {
  orders: ReadonlyMap<string, PlateOrder>;
}

/** Cuts the plates of a demo brush and tunes the guess for the first of them. `brushes`: those that its strokes name. */
function makeBrush(
  demo: DemoBrush,
  pictureOf: (source: SourceKey) => Picture,
  brushes: ReadonlyMap<string, BrushWithPlates>,
): MadeBrush {
  const first = `${fileName(demo.name)}.${makesRelief(demo.recipe) ? 'exr' : 'png'}`;
  const orders = [{ name: first, source: demo.source, recipe: demo.recipe }, ...(demo.more ?? [])];
  const plates = new Map<string, Plate>();
  const picture = (source: DemoOrigin) => (typeof source === 'string' ? pictureOf(source) : plainPicture(source));
  for (const { name, source, recipe } of orders) {
    const made = cut(picture(source), recipe, { sources: new Map(), brushes });
    plates.set(name, makesRelief(recipe) ? heightPlate(made) : toPlate(made));
  }
  const { brush } = firstGuess(plates.get(first) as Plate, demo.name, first);
  demo.tune(brush);
  return { brush, plates, orders: new Map(orders.map((order) => [order.name, order])) };
}

/** Makes demo brushes from the last one on: one that is drawn with others comes after them. */
export function* makeBrushes(
  demos: readonly DemoBrush[],
  pictureOf: (source: SourceKey) => Picture,
): Generator<{ demo: DemoBrush; made: MadeBrush }> {
  const brushes = new Map<string, BrushWithPlates>();
  for (const demo of [...demos].reverse()) {
    const made = makeBrush(demo, pictureOf, brushes);
    brushes.set(demo.name, made);
    yield { demo, made };
  }
}
