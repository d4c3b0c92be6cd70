import { cut, makesRelief } from '@amber-stamp/core/cut';
import { fileName } from '@amber-stamp/core/formats';
import type { BrushWithPlates } from '@amber-stamp/core/ink';
import { heightPlate, toPlate, type Picture, type Plate } from '@amber-stamp/core/raster';
import { firstGuess } from '@amber-stamp/core/vary';
import type { DemoBrush, PlateOrder, SourceKey } from './demo-brush.ts';

/** A demo brush with its plates, and how each plate was ordered by its name. */
export interface MadeBrush extends BrushWithPlates {
  orders: ReadonlyMap<string, PlateOrder>;
}

/** Cuts the plates of a demo brush from decoded sources and tunes the guess for the first of them. */
export function makeBrush(demo: DemoBrush, pictureOf: (source: SourceKey) => Picture): MadeBrush {
  const first = `${fileName(demo.name)}.${makesRelief(demo.recipe) ? 'exr' : 'png'}`;
  const orders = [{ name: first, source: demo.source, recipe: demo.recipe }, ...(demo.more ?? [])];
  const plates = new Map<string, Plate>();
  for (const { name, source, recipe } of orders) {
    const made = cut(pictureOf(source), recipe);
    plates.set(name, makesRelief(recipe) ? heightPlate(made) : toPlate(made));
  }
  const { brush } = firstGuess(plates.get(first) as Plate, demo.name, first);
  demo.tune(brush);
  return { brush, plates, orders: new Map(orders.map((order) => [order.name, order])) };
}
