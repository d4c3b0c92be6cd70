import { holesOf } from './height-values.ts';
import { heightsStep, type Base } from './heights.ts';
import { makeStep, type RecipeStep } from './recipe.ts';
import { NO_OTHERS, fact } from './step.ts';
import type { Picture } from '../raster/picture.ts';
import { NOTHING } from '../raster/raster.ts';

/** A cut through the heights of a source, in values of its file. */
export interface Profile {
  /** along its middle row */
  values: number[];
  low: number;
  high: number;
  /** where each answer puts the base plane */
  bases: Record<Exclude<Base, 'typed'>, number>;
  /** values that are no numbers */
  holes: number;
  /** how many channels the heights may come from, and their names where the file says them */
  channels: number;
  names: readonly string[];
}

/** A cut along the middle row of a source, at `count` places, read by the channel that its heights step names. */
export function profileOf(picture: Picture, step: RecipeStep, count: number): Profile {
  const read = (base: Base) =>
    heightsStep.run(NOTHING, { ...step, base, baseAt: 0, unit: 'file', holes: 'fill' }, { picture, others: NO_OTHERS });
  const { raster, facts } = read('typed');
  const row = Math.floor(raster.height / 2) * raster.width;
  const at = (k: number) =>
    raster.data[row + Math.min(raster.width - 1, Math.floor(((k + 0.5) * raster.width) / count))];
  const baseBy = (base: Base) => fact(read(base).facts, 'base');
  return {
    values: Array.from({ length: count }, (_, k) => at(k)),
    low: fact(facts, 'low'),
    high: fact(facts, 'high'),
    bases: { darkest: baseBy('darkest'), middle: baseBy('middle'), border: baseBy('border') },
    holes: holesOf(picture),
    channels: picture.channels >= 3 ? 3 : 1,
    names: picture.names ?? [],
  };
}

/** The heights step of a recipe, or a plain one. */
export const heightsStepOf = (steps: readonly RecipeStep[]): RecipeStep =>
  steps.find(({ step, on }) => on && step === 'heights') ?? makeStep('heights');
