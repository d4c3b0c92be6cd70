import { raster } from '../raster/raster.ts';
import type { StepDefinition } from './step.ts';

export const invertStep: StepDefinition = {
  name: 'invert',
  label: 'Invert',
  group: 'Gray',
  help: 'What printed stays clear and the other way round.',
  params: {},
  run: (input) => {
    const target = raster(input.width, input.height);
    const from = input.data;
    const to = target.data;
    for (let i = 0; i < to.length; i++) to[i] = 1 - from[i];
    return { raster: target, facts: {} };
  },
  sentence: () => 'what printed stays clear',
};
