import { stepNamed } from '@amber-stamp/core/cut';
import { brushFromRecipe } from '../../bench/arrivals.ts';
import { presentPlate } from '../../bench/edit.ts';
import { sourceKey } from '../../bench/plate-key.ts';
import { presentBench } from '../../bench/store.ts';
import { notify } from '../../parts/messages.tsx';
import { recipeOf } from './steps.ts';

/** Keeps what stands after a step as a plate of its own: another brush of the cabinet, from the same source. */
export async function keepState(place: number): Promise<void> {
  const bench = presentBench();
  const { plate } = presentPlate(bench);
  if (!sourceKey(plate)) return;
  const recipe = recipeOf(bench);
  const upTo = { ...recipe, steps: recipe.steps.slice(0, place + 1) };
  const name = `${bench.brush.name}, ${stepNamed(recipe.steps[place].step).label.toLowerCase()}`;
  const from = { source: plate.source, made: plate.made };
  const made = await brushFromRecipe(from, upTo, name);
  if (made) notify(`${name} is in the cabinet.`);
}
