import { smoothstep } from '../maths/ramps.ts';
import { raster } from '../raster/raster.ts';
import { defineStep } from './step.ts';

export const fadeStep = defineStep({
  name: 'fade',
  label: 'Border fade',
  group: 'Edge',
  help: 'Lets the plate run out towards its border, so that no dab ends in a straight line.',
  params: {
    widthPct: {
      kind: 'number',
      label: 'Width',
      unit: '%',
      min: 0.5,
      max: 50,
      step: 0.5,
      default: 12,
      help: 'Share of the plate on each side.',
    },
    shape: {
      kind: 'choice',
      label: 'Shape',
      options: ['square', 'round'],
      default: 'square',
      help: 'Along the sides, or as a circle.',
    },
  },
  run: (input, values) => {
    const { width, height } = input;
    const target = raster(width, height);
    const reach = values.widthPct / 50;
    const round = values.shape === 'round';
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        // 0 on the border pixels themselves, 1 in the middle
        const dx = 1 - Math.abs((2 * x) / Math.max(1, width - 1) - 1);
        const dy = 1 - Math.abs((2 * y) / Math.max(1, height - 1) - 1);
        const inside = round ? 1 - Math.sqrt((1 - dx) * (1 - dx) + (1 - dy) * (1 - dy)) : Math.min(dx, dy);
        target.data[y * width + x] = input.data[y * width + x] * smoothstep(0, reach, inside);
      }
    return { raster: target, facts: {} };
  },
  sentence: (values) => `${values.widthPct} % wide, ${values.shape}`,
});
