import { headingDeg, sinCosTurns } from '../maths/angles.ts';
import type { Recipe, RecipeStep } from './recipe.ts';
import { num, type Facts } from './step.ts';

/** Where a plate lies on the picture that it was cut from. */
export interface Placement {
  /** middle of the plate, px of the picture */
  x: number;
  y: number;
  /** px of the picture for one px of the plate */
  scale: number;
  /** turn of the plate on the picture, clockwise */
  angleDeg: number;
  /** left to right, before it is turned */
  mirrored: boolean;
}

/** Row by row: from the px after a step to the px before it. */
type Affine = readonly [number, number, number, number, number, number];
interface Size {
  width: number;
  height: number;
}
const fact = (facts: Facts, name: string): number => Number(facts[name] ?? 0);

/** One step: how its output lies on its input, and how large its output is. */
function through(step: RecipeStep, facts: Facts, from: Size): { by: Affine; to: Size } | undefined {
  if (step.step === 'trim') {
    const to = { width: fact(facts, 'sideX'), height: fact(facts, 'sideY') };
    return { by: [1, 0, fact(facts, 'left'), 0, 1, fact(facts, 'top')], to };
  }
  if (step.step === 'fit') {
    const side = Math.round(num(step, 'resolutionPx'));
    const k = 1 / fact(facts, 'scale');
    return { by: [k, 0, -k * fact(facts, 'left'), 0, k, -k * fact(facts, 'top')], to: { width: side, height: side } };
  }
  if (step.step === 'place') {
    const pair = new Float64Array(2);
    sinCosTurns(num(step, 'angleDeg') / 360, pair);
    const [s, c] = pair;
    const k = 100 / num(step, 'scalePct');
    const [mx, my] = [step.mirrorX ? -k : k, step.mirrorY ? -k : k];
    const [cx, cy] = [from.width / 2, from.height / 2];
    const dx = cx + (from.width * num(step, 'moveXPct')) / 100;
    const dy = cy + (from.height * num(step, 'moveYPct')) / 100;
    return {
      by: [mx * c, mx * s, cx - mx * (c * dx + s * dy), -my * s, my * c, cy - my * (c * dy - s * dx)],
      to: from,
    };
  }
  // its parts are joined anew: no place is left that it was cut from
  return step.step === 'tile' ? undefined : { by: [1, 0, 0, 0, 1, 0], to: from };
}

/** First b, then a. */
const after = (a: Affine, b: Affine): Affine => [
  a[0] * b[0] + a[1] * b[3],
  a[0] * b[1] + a[1] * b[4],
  a[0] * b[2] + a[1] * b[5] + a[2],
  a[3] * b[0] + a[4] * b[3],
  a[3] * b[1] + a[4] * b[4],
  a[3] * b[2] + a[4] * b[5] + a[5],
];

/**
 * Where a plate lies on the picture that it was cut from, by the recipe and what its steps found (trim, fit and place move
 * it; all others leave it where it is). Undefined where a step has joined the picture anew.
 */
export function placementOf(picture: Size, recipe: Recipe, facts: readonly Facts[]): Placement | undefined {
  let size = picture;
  let all: Affine = [1, 0, 0, 0, 1, 0];
  for (const [i, step] of recipe.steps.entries()) {
    if (!step.on) continue;
    const made = through(step, facts[i] ?? {}, size);
    if (!made) return undefined;
    all = after(all, made.by);
    size = made.to;
  }
  const [mx, my] = [size.width / 2, size.height / 2];
  const mirrored = all[0] * all[4] - all[1] * all[3] < 0;
  const [ax, ay] = mirrored ? [-all[0], -all[3]] : [all[0], all[3]];
  return {
    x: all[0] * mx + all[1] * my + all[2],
    y: all[3] * mx + all[4] * my + all[5],
    scale: Math.sqrt(ax * ax + ay * ay),
    angleDeg: headingDeg(ax, ay),
    mirrored,
  };
}
