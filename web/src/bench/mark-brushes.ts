import type { SourceInfo } from '@amber-stamp/core/api';
import type { Recipe } from '@amber-stamp/core/cut';
import { arriving, brushBy, cameFrom, showArrival } from './arrivals.ts';

/** A brush from each mark of a sheet, in a drawer of their own; gives how many were made. */
export const brushesFromMarks = (source: SourceInfo, recipes: readonly Recipe[]): Promise<number | undefined> =>
  arriving(async (controller) => {
    for (const [i, recipe] of recipes.entries()) {
      const name = `${source.name} ${i + 1}`;
      showArrival(name, i / recipes.length, controller);
      await brushBy(cameFrom(source), recipe, name, controller, source.name.slice(0, 60));
    }
    return recipes.length;
  });
