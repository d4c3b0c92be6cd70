import { cloudRows } from '../maths/noise.ts';
import { smoothstep } from '../maths/ramps.ts';
import { distanceTo, outsideOf } from '../raster/distance.ts';
import { defineStep, lengthPx, number, percent, toWrite } from './step.ts';

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
    const { width, height, data } = input;
    const depth = lengthPx(input, values.depthPct);
    if (depth === 0) return { raster: input, facts: {} };
    const coarse = lengthPx(input, values.coarsePct);
    const soft = Math.max(0.5, (depth * values.softPct) / 100);
    const inside = distanceTo(outsideOf(data, PRINTS_ABOVE), width, height);
    const target = toWrite(input, materials);
    const noiseRow = cloudRows(
      Float64Array.from({ length: width }, (_, x) => x / coarse),
      values.seed,
      OCTAVES,
    );
    for (let y = 0; y < height; y++) {
      const row = y * width;
      const noise = noiseRow(y / coarse);
      for (let x = 0; x < width; x++) {
        const v = data[row + x];
        const edge = depth * (0.5 + 0.9 * noise[x]);
        // deeper inside than it ever eats nothing changes, and where nothing prints there is nothing to eat
        const whole = v === 0 || inside[row + x] >= depth + soft;
        target.data[row + x] = whole ? v : v * smoothstep(edge, edge + soft, inside[row + x]);
      }
    }
    return { raster: target, facts: {} };
  },
  sentence: (values) => (values.depthPct === 0 ? 'changes nothing yet' : `up to ${values.depthPct} % deep`),
});
