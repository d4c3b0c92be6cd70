import { resample } from '../raster/resample.ts';
import { MAX_RESOLUTION, MIN_RESOLUTION } from './fit.ts';
import { defineStep, fact, number } from './step.ts';

export const resizeStep = defineStep({
  name: 'resize',
  label: 'Another size',
  group: 'Shape',
  help: 'Makes the plate smaller or larger and leaves its shape: for a grain or a band, which are seldom square.',
  params: {
    longerPx: number('Longer side', 'px', [MIN_RESOLUTION, MAX_RESOLUTION, 1], 1024, 'The other side follows.'),
  },
  run: (input, values) => {
    const from = Math.max(input.width, input.height);
    const scale = Math.round(values.longerPx) / from;
    const [width, height] = [input.width, input.height].map((side) => Math.max(1, Math.round(side * scale)));
    const made = width === input.width && height === input.height ? input : resample(input, width, height);
    return { raster: made, facts: { from, width, height, across: input.width / width, down: input.height / height } };
  },
  placement: (_, facts) => ({
    by: [fact(facts, 'across'), 0, 0, 0, fact(facts, 'down'), 0],
    to: { width: fact(facts, 'width'), height: fact(facts, 'height') },
  }),
  sentence: (values, facts) => {
    const { width, height, from } = facts;
    const enlarged = typeof from === 'number' && from < values.longerPx ? ' (enlarged: no more detail)' : '';
    return width === undefined ? `${values.longerPx} px` : `${Number(width)} x ${Number(height)} px${enlarged}`;
  },
});
