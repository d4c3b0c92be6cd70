import { clamp, smoothstep } from '../maths/ramps.ts';
import { stretch } from '../raster/stretch.ts';
import { number, percent, defineStep, toWrite } from './step.ts';

export const shiftStep = defineStep({
  name: 'shift',
  label: 'Shift to nothing',
  group: 'Edge',
  help: 'Takes the same from every value, so that a faint ground prints nothing; what printed fully still does.',
  params: { shiftPct: percent('Background', 5, 'The value that becomes nothing.', 95) },
  run: (input, values, materials) => {
    const shift = values.shiftPct / 100;
    const target = toWrite(input, materials);
    stretch(input.data, target.data, { less: shift, gain: 1 / (1 - shift), more: 0, low: 0, high: Infinity });
    return { raster: target, facts: {} };
  },
  sentence: (values) => `${values.shiftPct} % becomes nothing`,
});

export const falloffStep = defineStep({
  name: 'falloff',
  label: 'Round fall-off',
  group: 'Edge',
  help: 'Full inside a circle, nothing outside it, with a soft way between.',
  params: {
    radiusPct: number('Radius', '%', [1, 150, 0.5], 46, 'Of the circle, in percent of the longer side.'),
    softPct: percent('Softness', 50, 'Share of the radius over which it runs out.'),
    centreXPct: number('Middle across', '%', [-50, 150, 0.5], 50, 'Of the circle.'),
    centreYPct: number('Middle down', '%', [-50, 150, 0.5], 50, 'Of the circle.'),
  },
  run: (input, values, materials) => {
    const { width, height } = input;
    const target = toWrite(input, materials);
    const radius = (Math.max(width, height) * values.radiusPct) / 100;
    const inner = radius * (1 - values.softPct / 100);
    const cx = (width * values.centreXPct) / 100 - 0.5;
    const cy = (height * values.centreYPct) / 100 - 0.5;
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const r = Math.sqrt((x - cx) * (x - cx) + (y - cy) * (y - cy));
        const share = inner >= radius ? (r < radius ? 1 : 0) : 1 - smoothstep(inner, radius, r);
        target.data[y * width + x] = input.data[y * width + x] * clamp(share);
      }
    return { raster: target, facts: {} };
  },
  sentence: (values) => `within ${values.radiusPct} %, ${values.softPct} % soft`,
});
