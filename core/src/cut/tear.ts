import { cloud } from '../maths/noise.ts';
import { smoothstep } from '../maths/ramps.ts';
import { distanceTo, outsideOf } from '../raster/distance.ts';
import { defineStep, lengthPx, mapped, number, percent, toWrite } from './step.ts';

/** Fainter than this is outside, 0..1. */
const PRINTS_ABOVE = 0.15;
/** Octaves of the noise that the outline follows: tears, and tears in tears. */
const OCTAVES = 4;

export const tearStep = defineStep({
  name: 'tear',
  label: 'Tear the edge',
  group: 'Edge',
  help: 'Eats into the outline unevenly and lets it run out softly, so that it is not known again where it pokes out.',
  params: {
    depthPct: number('Depth', '%', [0, 30, 0.1], 6, 'How far it eats into what prints, at most.'),
    coarsePct: number('Tears of', '%', [0.5, 40, 0.5], 9, 'How long the largest tears are.'),
    softPct: percent('Softness', 50, 'How gradually the torn edge runs out: none is a hard edge.'),
    seed: number('Chance', '', [1, 999, 1], 1, 'Another number tears otherwise.'),
  },
  run: (input, values, materials) => {
    const { width, data } = input;
    const depth = lengthPx(input, values.depthPct);
    if (depth === 0) return { raster: input, facts: {} };
    const coarse = lengthPx(input, values.coarsePct);
    const soft = Math.max(0.5, (depth * values.softPct) / 100);
    const inside = distanceTo(outsideOf(data, PRINTS_ABOVE), input.width, input.height);
    const torn = (v: number, i: number): number => {
      // deeper inside than it ever eats nothing changes, and where nothing prints there is nothing to eat
      if (v === 0 || inside[i] >= depth + soft) return v;
      const noise = cloud((i % width) / coarse, Math.floor(i / width) / coarse, values.seed, OCTAVES);
      const edge = depth * (0.5 + 0.9 * noise);
      return v * smoothstep(edge, edge + soft, inside[i]);
    };
    return { raster: mapped(input, torn, toWrite(input, materials)), facts: {} };
  },
  sentence: (values) => (values.depthPct === 0 ? 'changes nothing yet' : `up to ${values.depthPct} % deep`),
});
