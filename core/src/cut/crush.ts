import { lerp, smoothstep } from '../maths/ramps.ts';
import { distanceTo, outsideOf } from '../raster/distance.ts';
import { lengthPx, mapped, number, percent, defineStep, toWrite } from './step.ts';

export const crushStep = defineStep({
  name: 'crush',
  label: 'Crush',
  group: 'Gray',
  help: 'The inside goes solid while the ragged edge stays as it is.',
  params: {
    depthPct: number('Edge', '%', [0.1, 20, 0.1], 2, 'How far from the outline the edge reaches.'),
    thresholdPct: percent('Counts as print', 25, 'Fainter than this is outside.', 95),
    amountPct: percent('Amount', 100, 'How solid the inside becomes.'),
  },
  run: (input, values, materials) => {
    const threshold = values.thresholdPct / 100;
    const outside = outsideOf(input.data, threshold);
    const depth = lengthPx(input, values.depthPct);
    const amount = values.amountPct / 100;
    const far = distanceTo(outside, input.width, input.height);
    return {
      raster: mapped(
        input,
        (v, i) => (far[i] === 0 ? v : lerp(v, 1, amount * smoothstep(depth * 0.5, depth, far[i]))),
        toWrite(input, materials),
      ),
      facts: {},
    };
  },
  sentence: (values) => `solid ${values.depthPct} % inside the outline`,
});
