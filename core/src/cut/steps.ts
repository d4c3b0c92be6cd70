import { baseStep } from './base.ts';
import { bedStep } from './bed.ts';
import { blurStep, sharpenStep, smearStep } from './blurs.ts';
import { falloffStep, shiftStep } from './border.ts';
import { castStep } from './cast-mesh.ts';
import { crushStep } from './crush.ts';
import { drawStep } from './draw.ts';
import { evenLightStep } from './even-light.ts';
import { fadeStep } from './fade.ts';
import { fitStep } from './fit.ts';
import { gradientStep } from './gradient.ts';
import { grayStep } from './gray.ts';
import { healStep } from './heal.ts';
import { heightsStep } from './heights.ts';
import { invertStep } from './invert.ts';
import { levelsStep } from './levels.ts';
import { linesStep } from './lines.ts';
import { mirrorStep } from './mirror.ts';
import { overlayStep } from './overlay.ts';
import { placeStep } from './place.ts';
import { regionStep } from './region.ts';
import { resizeStep } from './resize.ts';
import { retouchStep } from './retouch.ts';
import { displacementStep, plainStep, sculptStep } from './sculpt.ts';
import { tileStep } from './seam.ts';
import { softenStep } from './soften.ts';
import { specksStep } from './specks.ts';
import type { ParamValue, StepDefinition } from './step.ts';
import { tearStep } from './tear.ts';
import { toneStep } from './tone.ts';
import { trimStep } from './trim.ts';
import { twirlStep } from './twirl.ts';
import { warpStep, waveStep } from './warp.ts';

/** All steps of a recipe: the interface, the validation, the documents and the tests are made from this table. */
export const STEPS = [
  grayStep,
  levelsStep,
  toneStep,
  crushStep,
  invertStep,
  evenLightStep,
  bedStep,
  specksStep,
  healStep,
  linesStep,
  regionStep,
  trimStep,
  fitStep,
  resizeStep,
  placeStep,
  blurStep,
  sharpenStep,
  smearStep,
  warpStep,
  twirlStep,
  waveStep,
  tileStep,
  softenStep,
  tearStep,
  fadeStep,
  falloffStep,
  gradientStep,
  shiftStep,
  heightsStep,
  castStep,
  baseStep,
  displacementStep,
  plainStep,
  sculptStep,
  mirrorStep,
  overlayStep,
  retouchStep,
  drawStep,
] as const satisfies readonly StepDefinition[];

const BY_NAME: ReadonlyMap<string, StepDefinition> = new Map(STEPS.map((step) => [step.name, step]));

/** The definition of a step; names come from a checked recipe. */
export const stepNamed = (name: string): StepDefinition => BY_NAME.get(name) as StepDefinition;
/** Whether a recipe makes heights: whether one of its steps does after it last began again with something else. */
export function makesRelief(recipe: { steps: readonly { step: string; on: boolean }[] }): boolean {
  let relief = false;
  for (const { step, on } of recipe.steps) {
    const { fromSource, relief: heights } = stepNamed(step);
    if (on && (fromSource || heights)) relief = heights === true;
  }
  return relief;
}
export const isStep = (name: string): boolean => BY_NAME.has(name);

export const defaultsOf = (step: StepDefinition): Record<string, ParamValue> =>
  Object.fromEntries(Object.entries(step.params).map(([name, param]) => [name, param.default]));
