import type { Bench } from '@amber-stamp/core/bench';
import { stepNamed, type ParamValue, type RecipeStep } from '@amber-stamp/core/cut';
import type { ViewName } from '@amber-stamp/core/relief';
import { coatOf, freePlateName } from '../../../bench/coat.ts';
import { presentPlate } from '../../../bench/edit.ts';
import { useBenchEye } from '../../../bench/eye.ts';
import { change, live, settle } from '../../../bench/store.ts';
import { recipeOf } from '../../cut/steps.ts';

/** The cast of the plate that is looked at, and its place in the recipe; -1 where it has none. */
export function castOf(bench: Bench): { place: number; step: RecipeStep | undefined } {
  const { steps } = recipeOf(bench);
  const place = steps.findIndex(({ step, on }) => on && step === 'cast');
  return { place, step: steps[place] };
}

const MOST_DEG = 180;
/** An angle as the step takes it: -180..180 in half degrees. */
const around = (degrees: number): number => Math.round(2 * ((((degrees + MOST_DEG) % 360) + 360) % 360)) / 2 - MOST_DEG;
const ANGLES = new Set(['yawDeg', 'pitchDeg', 'rollDeg']);

/** A value within what a setting of the cast allows. */
function allowed(name: string, value: ParamValue): ParamValue {
  if (typeof value !== 'number') return value;
  if (ANGLES.has(name)) return around(value);
  const param = stepNamed('cast').params[name];
  return param.kind === 'number' ? Math.min(param.max, Math.max(param.min, Math.round(value * 2) / 2)) : value;
}

/** Changes the view while the hand moves. */
export function setCast(values: Record<string, ParamValue>): void {
  live((draft) => {
    const { step } = castOf(draft);
    if (step) for (const [name, value] of Object.entries(values)) step[name] = allowed(name, value);
  });
}

/** Changes the view from what it is now, as one gesture. */
export function nudgeCast(bench: Bench, by: Record<string, number>, what: string): void {
  const { step } = castOf(bench);
  if (!step) return;
  setCast(Object.fromEntries(Object.entries(by).map(([name, d]) => [name, Number(step[name]) + d])));
  settle(what);
}

/** Looks straight from one side. */
export function seeFrom(from: ViewName): void {
  setCast({ from, yawDeg: 0, pitchDeg: 0, rollDeg: 0 });
  settle(`seen from the ${from}`);
}

/** Keeps the present view as a tip and goes on with a further one of the same object. */
export function keepView(bench: Bench): void {
  const { name, plate } = presentPlate(bench);
  const added = freePlateName(bench, name);
  change('another view of the object', (draft) => {
    draft.plates[added] = structuredClone(plate);
    const { deck } = coatOf(draft);
    deck.cards.push({ plate: added, weight: 1, muted: false });
    if (deck.deal === 'in-order') deck.deal = 'shuffled';
  });
  useBenchEye.setState({ plate: added });
}
