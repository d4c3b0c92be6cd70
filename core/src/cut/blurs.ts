import { sinCosTurns } from '../maths/angles.ts';
import { clamp } from '../maths/ramps.ts';
import { blur } from '../raster/blur.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { valueAt } from '../raster/sample.ts';
import { lengthPx, mapped, number, percent, defineStep, toWrite } from './step.ts';

const radius = number('Radius', '%', [0, 20, 0.05], 0.5, 'Standard deviation, in percent of the longer side.');

export const blurStep = defineStep({
  name: 'blur',
  label: 'Blur',
  group: 'Shape',
  help: 'Softens everything alike.',
  params: { radiusPct: radius },
  run: (input, values) => ({ raster: blur(input, lengthPx(input, values.radiusPct)), facts: {} }),
  sentence: (values) => `${values.radiusPct} %`,
});

export const sharpenStep = defineStep({
  name: 'sharpen',
  label: 'Sharpen',
  group: 'Shape',
  help: 'Adds back the difference from a blurred copy.',
  params: { radiusPct: radius, amountPct: percent('Amount', 80, 'How much of the difference is added.', 400) },
  run: (input, values, materials) => {
    const soft = blur(input, lengthPx(input, values.radiusPct));
    const amount = values.amountPct / 100;
    return {
      raster: mapped(input, (v, i) => clamp(v + amount * (v - soft.data[i])), toWrite(input, materials)),
      facts: {},
    };
  },
  sentence: (values) => `${values.amountPct} %, details of ${values.radiusPct} %`,
});

/**
 * The mean of 2^k copies, each moved on by (dx, dy) px: pairs, then pairs of pairs, so that k shifts do for 2^k copies.
 */
function meanAlong(source: Raster, dx: number, dy: number, k: number): Raster {
  let mean = source;
  for (let j = 0; j < k; j++) {
    const target = raster(source.width, source.height);
    addShifted(target.data, mean, 0, 0, 0.5);
    addShifted(target.data, mean, dx * 2 ** j, dy * 2 ** j, 0.5);
    mean = target;
  }
  return mean;
}

export const smearStep = defineStep({
  name: 'smear',
  label: 'Smear',
  group: 'Shape',
  help: 'Draws everything out in one direction, as a dragged brush does.',
  params: {
    angleDeg: number('Direction', '°', [-180, 180, 1], 0, 'Where to, clockwise from the right.'),
    lengthPct: number('Length', '%', [0, 50, 0.5], 6, 'How far.'),
    oneSidedPct: percent('One side', 0, 'At 100 it is drawn out to one side only, and the other edge stays sharp.'),
  },
  run: (input, values) => {
    const length = lengthPx(input, values.lengthPct);
    if (length < 0.5) return { raster: input, facts: {} };
    let k = 1;
    while (2 ** k < length && k < 9) k++;
    const sinCos = new Float64Array(2);
    sinCosTurns(values.angleDeg / 360, sinCos);
    const step = length / (2 ** k - 1);
    const drawn = meanAlong(input, sinCos[1] * step, sinCos[0] * step, k);
    const back = (-0.5 + values.oneSidedPct / 200) * length;
    const target = raster(input.width, input.height);
    addShifted(target.data, drawn, sinCos[1] * back, sinCos[0] * back, 1);
    return { raster: target, facts: {} };
  },
  sentence: (values) => `${values.lengthPct} % toward ${values.angleDeg}°`,
});

/** out += share * source moved by (dx, dy) px, read bilinearly: the same four weights for every pixel. */
function addShifted(out: Float32Array, source: Raster, dx: number, dy: number, share: number): void {
  const { width, height, data } = source;
  const left = Math.floor(-dx);
  const top = Math.floor(-dy);
  const fx = -dx - left;
  const fy = -dy - top;
  const w00 = share * (1 - fx) * (1 - fy);
  const w10 = share * fx * (1 - fy);
  const w01 = share * (1 - fx) * fy;
  const w11 = share * fx * fy;
  for (let y = 0; y < height; y++) {
    const y0 = y + top;
    if (y0 < -1 || y0 >= height) continue;
    const first = Math.max(0, -left);
    const last = Math.min(width, width - 1 - left);
    if (y0 < 0 || y0 + 1 >= height || left < -width || left > width) {
      for (let x = 0; x < width; x++) out[y * width + x] += share * valueAt(source, x - dx, y - dy);
      continue;
    }
    const row = y0 * width + left;
    for (let x = first; x < last; x++) {
      const at = row + x;
      out[y * width + x] += w00 * data[at] + w10 * data[at + 1] + w01 * data[at + width] + w11 * data[at + width + 1];
    }
    for (let x = 0; x < first; x++) out[y * width + x] += share * valueAt(source, x - dx, y - dy);
    for (let x = last; x < width; x++) out[y * width + x] += share * valueAt(source, x - dx, y - dy);
  }
}
