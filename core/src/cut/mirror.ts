import { choice, defineStep, toWrite } from './step.ts';

const WINS: Record<string, (a: number, b: number) => number> = {
  stronger: Math.max,
  weaker: Math.min,
  mean: (a, b) => (a + b) / 2,
};

export const mirrorStep = defineStep({
  name: 'mirror',
  label: 'Merge with its mirror image',
  group: 'Mix',
  help: 'Lays the picture over its own mirror image.',
  params: {
    axis: choice('Mirrored', ['left to right', 'top to bottom', 'both'], 'left to right', 'Which way.'),
    wins: choice('Wins', ['stronger', 'weaker', 'mean'], 'stronger', 'What prints where the two differ.'),
  },
  run: (input, values, materials) => {
    const { width, height, data } = input;
    const merge = WINS[values.wins];
    const axis = values.axis;
    const target = toWrite(input, materials);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const fx = axis === 'top to bottom' ? x : width - 1 - x;
        const fy = axis === 'left to right' ? y : height - 1 - y;
        target.data[y * width + x] = merge(data[y * width + x], data[fy * width + fx]);
      }
    return { raster: target, facts: {} };
  },
  sentence: (values) => `${values.axis}, ${values.wins} wins`,
});
