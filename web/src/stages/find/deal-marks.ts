import { partsOfSource, type Bench } from '@amber-stamp/core/bench';
import { partIn, regionIn, type Mark, type Prints } from '@amber-stamp/core/cut';
import { MOST_CARDS } from '@amber-stamp/core/model';
import { plateTitle } from '@amber-stamp/core/raster';
import { coatOf } from '../../bench/coat.ts';
import { presentPlate } from '../../bench/edit.ts';
import { presentBench } from '../../bench/store.ts';
import { takeUse, type MeantPlate } from '../../bench/use.ts';
import { cutter } from '../../engine/pool.ts';

/** What a mark is known again by. */
export const markKey = ({ x0, y0, x1, y1 }: Mark): string => [x0, y0, x1, y1].join(' ');

/** The plates of the deck that are parts of the present source, with the mark of each. */
function dealt(bench: Bench): { name: string; mark: Mark }[] {
  const { name } = presentPlate(bench);
  return partsOfSource(bench, coatOf(bench), name).flatMap((part) => {
    const mark = partIn(regionIn(bench.plates[part].recipe));
    return mark ? [{ name: part, mark }] : [];
  });
}

/** The marks that the deck deals now. */
export const takenMarks = (bench: Bench): Mark[] => dealt(bench).map(({ mark }) => mark);

/** The name of the plate that a mark is: of those that the sheet has already, the number goes on. */
function nameFor(bench: Bench, stem: string, taken: Set<string>): string {
  for (let k = 1; ; k++) {
    const name = `${stem}-${k}.png`;
    if (name in bench.plates || taken.has(name)) continue;
    taken.add(name);
    return name;
  }
}

/** Recipes that were made for marks: most marks stay as they are while the hand is at one. */
const made = new Map<string, MeantPlate['recipe']>();

async function recipesOf(source: string, marks: readonly Mark[], prints: Prints): Promise<MeantPlate['recipe'][]> {
  const key = (mark: Mark) => `${source} ${prints} ${markKey(mark)}`;
  const missing = marks.filter((mark) => !made.has(key(mark)));
  const found = await cutter.markRecipes(source, missing, prints);
  missing.forEach((mark, i) => made.set(key(mark), found[i]));
  return marks.map((mark) => made.get(key(mark)) as MeantPlate['recipe']);
}

interface Dealing {
  prints: Prints;
  /** of marks that are dealt already, too, the recipe is made anew */
  anew?: boolean;
}

/** Makes the deck deal these marks of a sheet and no others of it; one that it deals already stays as somebody has cut it. */
export async function dealMarks(source: string, marks: readonly Mark[], what: string, how: Dealing): Promise<void> {
  const bench = presentBench();
  const before = new Map(dealt(bench).map(({ name, mark }) => [markKey(mark), name]));
  const stem = plateTitle(presentPlate(bench).name).replace(/-\d+$/, '');
  const taken = new Set<string>();
  const wanted = marks.slice(0, MOST_CARDS);
  const recipes = await recipesOf(source, wanted, how.prints);
  const plates = wanted.map((mark, i) => {
    const name = before.get(markKey(mark));
    const present = name === undefined || how.anew ? null : bench.plates[name].recipe;
    return { name: name ?? nameFor(bench, stem, taken), recipe: present ?? recipes[i] };
  });
  if (presentBench() === bench) await takeUse(plates.length > 1 ? 'marks' : 'tip', plates, what);
}
