import { originOf, parseBench, type Bench, type BenchPlate } from '@amber-stamp/core/bench';
import { makesRelief, type Intent, type Recipe } from '@amber-stamp/core/cut';
import { fileName } from '@amber-stamp/core/formats';
import { SOFT_TIP, type Guess } from '@amber-stamp/core/vary';
import { cutter, holdPlate } from '../engine/pool.ts';
import type { CutReport } from '../engine/protocol/cut.ts';
import { firstStrokes, type HeldTip } from './first-strokes.ts';
import { plateKey, sourceKey, UNFILED } from './plate-key.ts';
import { SOFT_PLATE } from './soft-tip.ts';

/** What a brush is made from: its source, and by a recipe each plate of it. */
export interface Beginning {
  name: string;
  from: Pick<BenchPlate, 'source' | 'made'>;
  intent: Intent;
  recipes: readonly Recipe[];
  /** of the plates in the brush; missing: after the name of the brush */
  names?: readonly string[];
}

/** A plate that was cut, by its name in the brush. */
export interface CutPlate {
  plateName: string;
  meant: BenchPlate;
  report: CutReport;
}

/** What is told while plates are cut. */
export interface Watch {
  signal?: AbortSignal;
  onPlate?: (place: number, count: number) => void;
}

/** Cuts every plate of a beginning; workers may then be given them. */
export async function cutPlates(
  { name, from, recipes, names }: Beginning,
  { signal, onPlate }: Watch = {},
): Promise<CutPlate[]> {
  const made: CutPlate[] = [];
  for (const [i, recipe] of recipes.entries()) {
    onPlate?.(i, recipes.length);
    const report = await cutter.cut(sourceKey(from) as string, recipe, false, signal);
    const meant = { sha256: UNFILED, ...from, recipe };
    holdPlate(plateKey(meant), report.plate);
    const number = recipes.length > 1 ? `-${i + 1}` : '';
    const usual = `${fileName(name)}${number}.${makesRelief(recipe) ? 'exr' : 'png'}`;
    made.push({ plateName: names?.[i] ?? usual, meant, report });
  }
  return made;
}

/** The tip that first strokes are tried with. */
export function tipOf(name: string, plates: readonly CutPlate[], intent: Intent): HeldTip {
  const [{ plateName, meant, report }] = plates;
  const keys = Object.fromEntries(plates.map((one) => [one.plateName, plateKey(one.meant)]));
  return { plate: report.plate, plateName, keys, name, origin: originOf(meant, intent) };
}

/** The best first stroke of plates that were cut. */
export const firstStroke = async (name: string, plates: readonly CutPlate[], intent: Intent): Promise<Guess> =>
  (await firstStrokes(tipOf(name, plates, intent)))[0];

/** The body of a new brush with its best first stroke; files of its plates are made when it is kept. */
export async function begun(beginning: Beginning, plates: readonly CutPlate[]): Promise<Bench> {
  const { name, intent } = beginning;
  const { brush, reasons } = await firstStroke(name, plates, intent);
  const meant = Object.fromEntries(plates.map((one) => [one.plateName, one.meant]));
  const soft = intent === 'grain' ? { [SOFT_TIP]: SOFT_PLATE } : {};
  return parseBench({ brush, plates: { ...meant, ...soft }, guessed: reasons });
}
