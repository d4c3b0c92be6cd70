import type { Affine } from '../maths/affine.ts';
import { sinCosTurns } from '../maths/angles.ts';
import { pulledAffine } from '../raster/sample.ts';
import { number, percent, defineStep, toWrite, type Size, type ValuesOf } from './step.ts';

const ABOUT = 'Nothing moves here while it is turned and scaled.';

const params = {
  angleDeg: number('Turn', '°', [-180, 180, 0.5], 0, 'Clockwise.'),
  scalePct: number('Scale', '%', [5, 400, 1], 100, '100 leaves it as it is.'),
  moveXPct: number('Right', '%', [-100, 100, 0.5], 0, 'In percent of the width.'),
  moveYPct: number('Down', '%', [-100, 100, 0.5], 0, 'In percent of the height.'),
  pivotXPct: percent('About, across', 50, ABOUT, 200, -100),
  pivotYPct: percent('About, down', 50, ABOUT, 200, -100),
  mirrorX: { kind: 'flag', label: 'Flip left to right', default: false, help: 'Before it is turned.' },
  mirrorY: { kind: 'flag', label: 'Flip top to bottom', default: false, help: 'Before it is turned.' },
} as const;

/** From a place after the step to the one before it, from the left and upper border of both, px. */
function backwards(values: ValuesOf<typeof params>, { width, height }: Size): Affine {
  const sinCos = new Float64Array(2);
  sinCosTurns(values.angleDeg / 360, sinCos);
  const [s, c] = sinCos;
  const k = 100 / values.scalePct;
  const [mx, my] = [values.mirrorX ? -k : k, values.mirrorY ? -k : k];
  const [cx, cy] = [(width * values.pivotXPct) / 100, (height * values.pivotYPct) / 100];
  const dx = cx + (width * values.moveXPct) / 100;
  const dy = cy + (height * values.moveYPct) / 100;
  return [mx * c, mx * s, cx - mx * (c * dx + s * dy), -my * s, my * c, cy - my * (c * dy - s * dx)];
}

export const placeStep = defineStep({
  name: 'place',
  label: 'Turn, scale, move',
  group: 'Shape',
  help: 'Turns and scales about a point, mirrors and moves; what leaves the frame is lost.',
  params,
  run: (input, values, materials) => ({
    raster: pulledAffine(input, backwards(values, input), toWrite(input, materials)),
    facts: {},
  }),
  placement: (values, _, from) => ({ by: backwards(values, from), to: from }),
  sentence: (values) => {
    const said = [];
    if (values.angleDeg !== 0) said.push(`${values.angleDeg}°`);
    if (values.scalePct !== 100) said.push(`${values.scalePct} %`);
    if (values.moveXPct !== 0 || values.moveYPct !== 0) said.push('moved');
    if (values.mirrorX || values.mirrorY) said.push('mirrored');
    return said.join(', ') || 'changes nothing yet';
  },
});
