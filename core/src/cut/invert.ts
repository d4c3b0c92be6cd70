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
    for (let i = 0; i < target.data.length; i++) target.data[i] = 1 - input.data[i];
    return { raster: target, facts: {} };
  },
  sentence: () => 'what printed stays clear',
};
