import { curveFunction, isStraight, type Curve } from '../maths/curve.ts';
import { clamp, contrastGain } from '../maths/ramps.ts';
import { stretch } from '../raster/stretch.ts';
import { mapped, percent, toWrite, defineStep } from './step.ts';

/** Values looked up at 16 bit: a curve is asked once for each of them, not once a pixel. */
function table(read: (v: number) => number): (v: number) => number {
  const values = new Float32Array(65537);
  for (let i = 0; i <= 65536; i++) values[i] = read(i / 65536);
  return (v) => {
    const at = clamp(v) * 65536;
    const k = Math.min(65535, Math.floor(at));
    return values[k] + (values[k + 1] - values[k]) * (at - k);
  };
}

export const toneStep = defineStep({
  name: 'tone',
  label: 'Tone',
  group: 'Gray',
  help: 'A curve from what comes in to what prints, with more or less print, and contrast, after it.',
  params: {
    curve: {
      kind: 'rows',
      label: 'Curve',
      columns: ['in', 'out'],
      open: false,
      most: 16,
      min: 0,
      max: 1,
      default: [
        [0, 0],
        [1, 1],
      ],
      help: 'Points from left to right; between them it runs smoothly and never swings back.',
    },
    brightnessPct: percent('Print more', 0, 'Added to every value: above 0 more is printed, below 0 less.', 100, -100),
    contrastPct: percent('Contrast', 0, 'More or less difference around the middle.', 100, -100),
  },
  run: (input, values, materials) => {
    const points = values.curve as Curve;
    const bend = isStraight(points) ? undefined : table(curveFunction(points));
    const add = values.brightnessPct / 100;
    const gain = contrastGain(values.contrastPct);
    if (!bend && add === 0 && gain === 1) return { raster: input, facts: {} };
    const target = toWrite(input, materials);
    const bent = bend ? mapped(input, bend, target) : input;
    stretch(bent.data, target.data, { less: 0, gain, more: 0.5 + add - 0.5 * gain, low: 0, high: 1 });
    return { raster: target, facts: {} };
  },
  sentence: (values) => {
    const said = [];
    if (!isStraight(values.curve as Curve)) said.push(`a curve of ${values.curve.length} points`);
    if (values.brightnessPct !== 0) said.push(`brightness ${values.brightnessPct} %`);
    if (values.contrastPct !== 0) said.push(`contrast ${values.contrastPct} %`);
    return said.join(', ') || 'changes nothing yet';
  },
});
