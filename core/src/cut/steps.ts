import { fadeStep } from './fade.ts';
import { fitStep } from './fit.ts';
import { grayStep } from './gray.ts';
import { invertStep } from './invert.ts';
import { levelsStep } from './levels.ts';
import { specksStep } from './specks.ts';
import type { ParamValue, StepDefinition } from './step.ts';
import { trimStep } from './trim.ts';

/** All steps of a recipe: the interface, the validation, the documents and the tests are made from this table. */
export const STEPS = [
  grayStep,
  levelsStep,
  invertStep,
  specksStep,
  trimStep,
  fitStep,
  fadeStep,
] as const satisfies readonly StepDefinition[];

const BY_NAME: ReadonlyMap<string, StepDefinition> = new Map(STEPS.map((step) => [step.name, step]));

/** The definition of a step; names come from a checked recipe. */
export const stepNamed = (name: string): StepDefinition => BY_NAME.get(name) as StepDefinition;
export const isStep = (name: string): boolean => BY_NAME.has(name);

export const defaultsOf = (step: StepDefinition): Record<string, ParamValue> =>
  Object.fromEntries(Object.entries(step.params).map(([name, param]) => [name, param.default]));
