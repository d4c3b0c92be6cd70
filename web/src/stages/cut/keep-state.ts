import { stepNamed } from '@amber-stamp/core/cut';
import { getJson } from '../../api/client.ts';
import type { SourceInfo } from '@amber-stamp/core/api';
import { brushFromRecipe } from '../../bench/arrivals.ts';
import { presentPlate } from '../../bench/edit.ts';
import { presentBench } from '../../bench/store.ts';
import { notify } from '../../parts/messages.tsx';
import { recipeOf } from './steps.ts';

/** Keeps what stands after a step as a plate of its own: another brush of the cabinet, from the same source. */
export async function keepState(place: number): Promise<void> {
  const bench = presentBench();
  const { source } = presentPlate(bench).plate;
  if (!source) return;
  const recipe = recipeOf(bench);
  const upTo = { ...recipe, steps: recipe.steps.slice(0, place + 1) };
  const name = `${bench.brush.name}, ${stepNamed(recipe.steps[place].step).label.toLowerCase()}`;
  const made = await brushFromRecipe(await getJson<SourceInfo>(`/sources/${source}`), upTo, name);
  if (made) notify(`${name} is in the cabinet.`);
}
