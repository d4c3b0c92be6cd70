import { smoothstep } from '../maths/ramps.ts';
import { choice, number, percent, defineStep, toWrite } from './step.ts';

/** What a gradient of the amount g does to a value v. */
const EFFECTS = {
  less: (v: number, g: number): number => v * (1 - g),
  more: (v: number, g: number): number => v + (1 - v) * g,
  // a rational bias (Schlick 1994): what prints nothing still prints nothing, however strong it is
  denser: (v: number, g: number): number => (v <= 0 || v >= 1 ? v : v / (v + (1 - g) * (1 - v))),
  instead: (_: number, g: number): number => g,
} as const;

const place = (label: string, value: number) => number(label, '%', [-50, 150, 0.5], value, 'In percent of the side.');

export const gradientStep = defineStep({
  name: 'gradient',
  label: 'Gradient',
  group: 'Edge',
  help: 'Lets it print less, more or denser from one place to another, or from a middle outwards: also a hole.',
  params: {
    shape: choice('Shape', ['linear', 'radial'], 'radial', 'Along a line, or from a middle outwards.'),
    effect: choice(
      'It prints',
      ['less', 'more', 'denser', 'instead'],
      'less',
      'Denser changes only what prints already; instead leaves nothing of what was there.',
    ),
    fromPct: percent('Amount at the start', 100, 'Where the line begins, or in the middle.'),
    toPct: percent('Amount at the end', 0, 'Where the line ends, or at the rim.'),
    softPct: percent('Softness', 100, 'Over how much of the way it changes; 0 is a hard edge at the end.'),
    fromXPct: place('Start across', 50),
    fromYPct: place('Start down', 50),
    toXPct: place('End across', 90),
    toYPct: place('End down', 50),
  },
  run: (input, values, materials) => {
    const { width, height } = input;
    const target = toWrite(input, materials);
    const effect = EFFECTS[values.effect];
    const [ax, ay] = [(width * values.fromXPct) / 100 - 0.5, (height * values.fromYPct) / 100 - 0.5];
    const dx = (width * (values.toXPct - values.fromXPct)) / 100;
    const dy = (height * (values.toYPct - values.fromYPct)) / 100;
    // no way at all: everything lies at its end
    const length = Math.max(1e-6, Math.sqrt(dx * dx + dy * dy));
    const soft = values.softPct / 100;
    // a hard edge has a pixel for its change, half of it inside, so that it is not a staircase
    const hard = soft * length < 1;
    const [begins, ends] = hard ? [1 - 0.5 / length, 1 + 0.5 / length] : [1 - soft, 1];
    const [from, to] = [values.fromPct / 100, values.toPct / 100];
    const radial = values.shape === 'radial';
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const [px, py] = [x - ax, y - ay];
        const along = radial ? Math.sqrt(px * px + py * py) / length : (px * dx + py * dy) / (length * length);
        const share = smoothstep(begins, ends, along);
        const at = y * width + x;
        target.data[at] = effect(input.data[at], from + (to - from) * share);
      }
    return { raster: target, facts: {} };
  },
  sentence: ({ shape, effect, fromPct, toPct }) => `${shape}, ${effect}, ${fromPct} to ${toPct} %`,
});
