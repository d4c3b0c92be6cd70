import { raster, type Raster } from '../raster/raster.ts';
import { resample } from '../raster/resample.ts';
import { fact, defineStep } from './step.ts';

export const MIN_RESOLUTION = 64;
export const MAX_RESOLUTION = 2048;

/** How a raster lies in the middle of a square of `side` px with `padPct` of air on each side: px, and by how much larger. */
function inSquare(source: Raster, side: number, padPct: number) {
  const inner = Math.max(1, Math.round(side * (1 - (2 * padPct) / 100)));
  const scale = inner / Math.max(source.width, source.height);
  const width = Math.max(1, Math.round(source.width * scale));
  const height = Math.max(1, Math.round(source.height * scale));
  return { width, height, scale, left: Math.floor((side - width) / 2), top: Math.floor((side - height) / 2) };
}

/** The raster in the middle of an empty square of `side` px with `padPct` of air on each side. */
export function fitSquare(source: Raster, side: number, padPct: number): Raster {
  const { width, height, left, top } = inSquare(source, side, padPct);
  const small = resample(source, width, height);
  const target = raster(side, side);
  for (let y = 0; y < height; y++)
    target.data.set(small.data.subarray(y * width, (y + 1) * width), (top + y) * side + left);
  return target;
}

export const fitStep = defineStep({
  name: 'fit',
  label: 'Fit a square',
  group: 'Shape',
  help: 'Brings the mark to the resolution of the plate, with air around it.',
  params: {
    resolutionPx: {
      kind: 'number',
      label: 'Resolution',
      unit: 'px',
      min: MIN_RESOLUTION,
      max: MAX_RESOLUTION,
      step: 1,
      default: 512,
      help: 'Side of the plate. More keeps detail in large dabs, less is faster.',
    },
    padPct: {
      kind: 'number',
      label: 'Margin',
      unit: '%',
      min: 0,
      max: 40,
      step: 0.5,
      default: 6,
      help: 'Empty border on each side.',
    },
  },
  run: (input, values) => {
    const side = Math.round(values.resolutionPx);
    const from = Math.max(input.width, input.height);
    const { left, top, scale } = inSquare(input, side, values.padPct);
    return { raster: fitSquare(input, side, values.padPct), facts: { from, left, top, scale } };
  },
  placement: (values, facts) => {
    const side = Math.round(values.resolutionPx);
    const k = 1 / fact(facts, 'scale');
    return { by: [k, 0, -k * fact(facts, 'left'), 0, k, -k * fact(facts, 'top')], to: { width: side, height: side } };
  },
  sentence: (values, facts) => {
    const side = values.resolutionPx;
    const enlarged = typeof facts.from === 'number' && facts.from < side * (1 - (2 * values.padPct) / 100) - 1;
    return `square, ${values.padPct} % margin, ${side} px${enlarged ? ' (enlarged: no more detail)' : ''}`;
  },
});
