import { quantiles, ring } from '../raster/measure.ts';
import type { Raster } from '../raster/raster.ts';
import { stretch } from '../raster/stretch.ts';
import { toWrite, defineStep } from './step.ts';

/** A border that scatters less is ground. */
const EVEN = 0.16;

/**
 * Ends for automatic contrast. Where the border is even it is ground, not mark: everything up to its noise goes to
 * nothing. Otherwise half a percent at the dark end does.
 */
export function automaticLevels(source: Raster): { low: number; high: number } {
  const border = ring(source, Math.max(2, Math.round(Math.min(source.width, source.height) * 0.02)));
  const [lower, middle, upper] = quantiles(border, [0.05, 0.5, 0.95]);
  const above = upper - middle;
  // a mark that runs off the picture lifts the upper side: the ground then scatters as it does below
  const noise = above < EVEN ? above : 1.2 * (middle - lower) + 0.005;
  const [faint, high] = quantiles(source.data, [0.005, 0.995]);
  const ground = noise < EVEN && middle < high - 0.15;
  const low = ground ? Math.min(high - 0.05, middle + 1.6 * noise + 0.01) : faint;
  return high - low < 1 / 512 ? { low: 0, high: 1 } : { low, high };
}

/** Schlick's bias (Graphics Gems IV): 0.5 leaves values alone, more makes the middle print more. */
export const bias = (t: number, middle: number): number => t / ((1 / middle - 2) * (1 - t) + 1);

const end = (label: string, value: number, help: string) =>
  ({ kind: 'number', label, unit: '', min: 0, max: 1, step: 0.001, default: value, help }) as const;

export const levelsStep = defineStep({
  name: 'levels',
  label: 'Levels',
  group: 'Gray',
  help: 'What is at or below the low end prints nothing, what is at or above the high end prints fully.',
  params: {
    automatic: {
      kind: 'flag',
      label: 'Automatic',
      default: true,
      help: 'Finds both ends from the border and the histogram.',
    },
    low: end('Low', 0, 'Up to here nothing prints.'),
    high: end('High', 1, 'From here on it prints fully.'),
    middle: { ...end('Middle', 0.5, 'More than a half makes the middle print more.'), min: 0.05, max: 0.95 },
  },
  run: (input, values, materials) => {
    const chosen = { low: values.low, high: values.high };
    const { low, high } = values.automatic ? automaticLevels(input) : chosen;
    const target = toWrite(input, materials);
    const middle = values.middle;
    const gain = 1 / Math.max(1e-6, high - low);
    stretch(input.data, target.data, { less: low, gain, more: 0, low: 0, high: 1 });
    const to = target.data;
    if (middle !== 0.5) for (let i = 0; i < to.length; i++) to[i] = bias(to[i], middle);
    return { raster: target, facts: { low, high } };
  },
  sentence: (values, facts) => {
    const low = Number(facts.low ?? values.low).toFixed(2);
    const high = Number(facts.high ?? values.high).toFixed(2);
    return `${low} – ${high}${values.automatic ? ', automatic' : ''}`;
  },
});
