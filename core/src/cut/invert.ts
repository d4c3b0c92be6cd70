import { stretch } from '../raster/stretch.ts';
import { toWrite, defineStep } from './step.ts';

export const invertStep = defineStep({
  name: 'invert',
  label: 'Invert',
  group: 'Gray',
  help: 'What printed stays clear and the other way round.',
  params: {},
  run: (input, _, materials) => {
    const target = toWrite(input, materials);
    stretch(input.data, target.data, { less: 0, gain: -1, more: 1, low: -Infinity, high: Infinity });
    return { raster: target, facts: {} };
  },
  sentence: () => 'what printed stays clear',
});
