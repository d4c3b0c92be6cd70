import { blur } from '../raster/blur.ts';
import { distanceTo, maskOf, outsideOf } from '../raster/distance.ts';
import type { Raster } from '../raster/raster.ts';
import { lengthPx, mapped, number, percent, defineStep, toWrite } from './step.ts';

const PRINTS_ABOVE = 0.25;

/**
 * The loud parts of an outline: what sticks out of the mask further than a disc of `radiusPx` can follow (the mask
 * without its opening), as 0 and 1.
 */
export function protrusions(source: Raster, radiusPx: number): Raster {
  const { width, height } = source;
  const mask = maskOf(source.data, PRINTS_ABOVE);
  const inside = distanceTo(outsideOf(source.data, PRINTS_ABOVE), width, height);
  const reached = distanceTo(maskOf(inside, radiusPx), width, height);
  const data = new Float32Array(mask.length);
  for (let i = 0; i < data.length; i++) data[i] = mask[i] === 1 && reached[i] > radiusPx + 0.5 ? 1 : 0;
  return { width, height, data };
}

export const softenStep = defineStep({
  name: 'soften',
  label: 'Calm the edge',
  group: 'Edge',
  help: 'Finds what sticks out of the outline and makes it fainter: those are the places that the eye counts.',
  params: {
    radiusPct: number('Finer than', '%', [0.2, 20, 0.1], 3, 'What a disc of this radius cannot reach counts as loud.'),
    amountPct: percent('Amount', 70, 'How much fainter it becomes.'),
  },
  run: (input, values, materials) => {
    const radius = lengthPx(input, values.radiusPct);
    const loud = protrusions(input, radius);
    const soft = blur(loud, Math.max(0.6, radius * 0.25));
    const amount = values.amountPct / 100;
    const share = loud.data.reduce((sum, v) => sum + v, 0) / loud.data.length;
    return {
      raster: mapped(input, (v, i) => v * (1 - amount * Math.min(1, soft.data[i] * 1.4)), toWrite(input, materials)),
      facts: { loudPct: Math.round(share * 1000) / 10 },
    };
  },
  sentence: (values, facts) =>
    facts.loudPct === undefined ? `finer than ${values.radiusPct} %` : `${facts.loudPct} % of the plate was loud`,
});
