import { sineTurns } from '../maths/angles.ts';
import { fromPlate, toPlate, type Plate } from '../raster/raster.ts';
import { makeStep, type RecipeStep } from './recipe.ts';
import { NO_OTHERS } from './step.ts';
import { stepNamed } from './steps.ts';

/** A relative of a plate: the same recipe with something more at its end. */
export interface Relative {
  name: string;
  label: string;
  steps: (seed: number) => RecipeStep[];
}

/** Pins that carry the plate's middle and quarters a little to somewhere else; the rim stays. */
function pins(seed: number): number[][] {
  const away = (k: number) => sineTurns(seed * 2.0674 + k * 12.4512) * 0.07;
  const inner = [
    [0.33, 0.36],
    [0.66, 0.34],
    [0.5, 0.62],
    [0.3, 0.68],
    [0.72, 0.66],
  ];
  const rim = [
    [0.02, 0.02],
    [0.98, 0.02],
    [0.02, 0.98],
    [0.98, 0.98],
  ];
  return [...inner.map(([x, y], k) => [x, y, away(2 * k), away(2 * k + 1)]), ...rim.map(([x, y]) => [x, y, 0, 0])];
}

/** Pins all over a plate, its outline too, each carried to somewhere else; the frame stays. */
function pinsAllOver(seed: number): number[][] {
  const away = (k: number) => sineTurns(seed * 1.618 + k * 7.3819) * 0.07;
  const inner = [0.2, 0.5, 0.8].flatMap((y) => [0.2, 0.5, 0.8].map((x) => [x, y]));
  const frame = [0.02, 0.5, 0.98]
    .flatMap((y) => [0.02, 0.5, 0.98].map((x) => [x, y]))
    .filter(([x, y]) => x !== 0.5 || y !== 0.5);
  return [...inner.map(([x, y], k) => [x, y, away(2 * k), away(2 * k + 1)]), ...frame.map(([x, y]) => [x, y, 0, 0])];
}

/** What makes another tip of a tip: pulled about all over and mirrored in turn, so that outline and landmarks differ. */
export const reshaped = (seed: number): RecipeStep[] => [
  ...(seed % 2 === 0 ? [makeStep('place', { mirrorX: true })] : []),
  makeStep('warp', { pins: pinsAllOver(seed) }),
  makeStep('wave', { seed: 1 + (seed % 999) }),
  makeStep('fade', { widthPct: 4 }),
];

/** A turn that shows, in whole degrees of -180..180. */
const turn = (seed: number): number => 35 + ((seed * 67) % 290) - (35 + ((seed * 67) % 290) > 180 ? 360 : 0);

export const RELATIVES: readonly Relative[] = [
  { name: 'turned', label: 'turned', steps: (seed) => [makeStep('place', { angleDeg: turn(seed) })] },
  { name: 'mirrored', label: 'mirrored', steps: () => [makeStep('place', { mirrorX: true })] },
  { name: 'warped', label: 'warped by pins', steps: (seed) => [makeStep('warp', { pins: pins(seed) })] },
  { name: 'waved', label: 'in a wave', steps: (seed) => [makeStep('wave', { seed: 1 + (seed % 999) })] },
  {
    name: 'cropped',
    label: 'seen closer',
    steps: (seed) => [
      makeStep('place', { scalePct: 135, angleDeg: turn(seed + 3) }),
      makeStep('fade', { widthPct: 30, shape: 'round' }),
    ],
  },
];

/** What further steps make of a plate. */
export function derivedPlate(plate: Plate, steps: readonly RecipeStep[]): Plate {
  const start = fromPlate(plate);
  const picture = { width: plate.width, height: plate.height, channels: 1 as const, data: plate.data };
  let made = start;
  for (const step of steps) made = stepNamed(step.step).run(made, step, { picture, others: NO_OTHERS }).raster;
  return toPlate(made);
}
