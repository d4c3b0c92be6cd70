import { after, PLAIN } from '../maths/affine.ts';
import { headingDeg } from '../maths/angles.ts';
import type { Recipe } from './recipe.ts';
import type { Facts, Size } from './step.ts';
import { stepNamed } from './steps.ts';

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

/**
 * Where a plate lies on the picture that it was cut from, by the recipe and what its steps found. Undefined where a step has
 * joined the picture anew.
 */
export function placementOf(picture: Size, recipe: Recipe, facts: readonly Facts[]): Placement | undefined {
  let size = picture;
  let all = PLAIN;
  for (const [i, step] of recipe.steps.entries()) {
    if (!step.on) continue;
    const { placement } = stepNamed(step.step);
    if (!placement) continue;
    const made = placement(step, facts[i] ?? {}, size);
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
