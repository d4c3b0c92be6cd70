import type { SourceInfo } from '@amber-stamp/core/api';
import type { OtherRecipe } from '@amber-stamp/core/cut';
import { getJson } from '../../api/client.ts';
import { arriveSource, settingsOf } from '../../bench/arrivals.ts';
import { presentPlate } from '../../bench/edit.ts';
import { change, presentBench } from '../../bench/store.ts';
import { cutter } from '../../engine/pool.ts';
import { notify } from '../../parts/messages.tsx';

/** The present recipe as it suits another source; undefined where there is none. */
async function otherRecipe(source: string): Promise<OtherRecipe | undefined> {
  const { plate } = presentPlate(presentBench());
  if (!plate.recipe) return undefined;
  const before = plate.source ? await getJson<SourceInfo>(`/sources/${plate.source}`) : null;
  return cutter.recipeForOther(source, plate.recipe, before);
}

/** Puts another source under the brush: recipe and every other setting stay. */
export async function takeOtherSource(info: SourceInfo, isPlate = false): Promise<void> {
  const { id, name } = info;
  const from = info.kind === 'made' ? { source: null, made: await settingsOf(info) } : { source: id, made: null };
  const other = isPlate || from.made ? undefined : await otherRecipe(id);
  change(`source: ${name}`, (draft) => {
    const { plate } = presentPlate(draft);
    Object.assign(plate, from);
    plate.recipe = other?.recipe ?? plate.recipe ?? { format: 'amber-stamp/recipe', version: 1, steps: [] };
    const gray = plate.recipe.steps.find(({ step }) => step === 'gray');
    if (isPlate && gray) gray.prints = 'light';
  });
  if (other?.asked) notify(`The old answer would not print this source, so it was asked again. ${other.asked.reason}`);
}

/** The same with a file that is not in the cabinet yet. */
export async function takeOtherFile(file: File | undefined): Promise<void> {
  const arrived = file && (await arriveSource(file));
  if (arrived) await takeOtherSource(arrived);
}
