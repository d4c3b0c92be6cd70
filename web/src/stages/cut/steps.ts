import type { Bench } from '@amber-stamp/core/bench';
import { makeStep, stepNamed, type ParamValue, type Recipe, type RecipeStep } from '@amber-stamp/core/cut';
import { useAlone, useChosen } from './chosen.ts';
import { presentPlate } from '../../bench/edit.ts';
import { change, live, presentBench } from '../../bench/store.ts';

/** The recipe of the plate on the bench; an empty one where it has none. */
export const recipeOf = (bench: Bench): Recipe =>
  presentPlate(bench).plate.recipe ?? { format: 'amber-stamp/recipe', version: 1, steps: [] };

const steps = (draft: Bench): RecipeStep[] => {
  const { plate } = presentPlate(draft);
  plate.recipe ??= { format: 'amber-stamp/recipe', version: 1, steps: [] };
  return plate.recipe.steps;
};

/** The step at a place of the recipe on the bench. */
export const recipeStep = (place: number): RecipeStep => recipeOf(presentBench()).steps[place];

/** Changes a setting while the hand moves. */
export const setParam = (place: number, name: string, value: ParamValue): void =>
  live((d) => void (steps(d)[place][name] = value));
export const setParams = (place: number, values: Record<string, ParamValue>): void =>
  live((d) => void Object.assign(steps(d)[place], values));

/** Adds a step after the one that was opened by hand, at the end where none was, and opens its card. */
export function addStep(name: string, label: string, values: Record<string, ParamValue> = {}): void {
  const { place, byHand } = useChosen.getState();
  const count = recipeOf(presentBench()).steps.length;
  const at = byHand && place >= 0 && place < count ? place + 1 : count;
  change(`step added: ${label}`, (d) => void steps(d).splice(at, 0, makeStep(name, values)));
  useChosen.setState({ place: at });
}
export const removeStep = (place: number, label: string): void =>
  change(`step removed: ${label}`, (d) => void steps(d).splice(place, 1));
export const switchStep = (place: number, on: boolean, label: string): void =>
  change(`${label} ${on ? 'on' : 'off'}`, (d) => void (steps(d)[place].on = on));
export const moveStep = (from: number, to: number, label: string): void =>
  change(`${label} moved`, (d) => void steps(d).splice(to, 0, ...steps(d).splice(from, 1)));

/** Whether a step is the only one that is on, but for those that a plate cannot be without. */
export const standsAlone = (recipe: Recipe, place: number): boolean =>
  useAlone.getState().place === place && recipe.steps.every((step, k) => step.on === (k === place || needed(step)));

const needed = (step: RecipeStep): boolean => stepNamed(step.step).fromSource === true || step.step === 'fit';

/** Switches all steps off but this one, gray and the fit, to see what it alone does; again: all as they were. */
export function stepAlone(place: number, label: string): void {
  const { steps: now } = recipeOf(presentBench());
  const before = standsAlone(recipeOf(presentBench()), place) ? useAlone.getState().before : null;
  useAlone.setState(before ? { place: -1, before: [] } : { place, before: now.map((step) => step.on) });
  change(before ? 'all steps as they were' : `${label} alone`, (d) =>
    steps(d).forEach((step, k) => void (step.on = before ? (before[k] ?? true) : k === place || needed(step))),
  );
}

/** A second one behind it; a wave gets another seed, so that it is another wave. */
export function duplicateStep(place: number, label: string): void {
  const copy = structuredClone(recipeOf(presentBench()).steps[place]);
  if (typeof copy.seed === 'number') copy.seed = (copy.seed + 1) % 1000;
  change(`${label} once more`, (d) => void steps(d).splice(place + 1, 0, copy));
}
