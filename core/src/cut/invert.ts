import { toWrite, defineStep } from './step.ts';

export const invertStep = defineStep({
  name: 'invert',
  label: 'Invert',
  group: 'Gray',
  help: 'What printed stays clear and the other way round.',
  params: {},
  run: (input, _, materials) => {
    const target = toWrite(input, materials);
    const from = input.data;
    const to = target.data;
    let i = 0;
    // four at a time: the step is so light that counting would take a third of it
    for (; i + 3 < to.length; i += 4) {
      to[i] = 1 - from[i];
      to[i + 1] = 1 - from[i + 1];
      to[i + 2] = 1 - from[i + 2];
      to[i + 3] = 1 - from[i + 3];
    }
    for (; i < to.length; i++) to[i] = 1 - from[i];
    return { raster: target, facts: {} };
  },
  sentence: () => 'what printed stays clear',
});
