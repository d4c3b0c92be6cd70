import { sinCosTurns } from '../maths/angles.ts';
import { valueAt } from '../raster/sample.ts';
import { lengthPx, number, defineStep, toWrite } from './step.ts';

/** Most samples to a side of a pixel: where a turn shears, one would leave out what lies between. */
const MOST_SAMPLES = 4;

export const twirlStep = defineStep({
  name: 'twirl',
  label: 'Twirl',
  group: 'Shape',
  help: 'Turns the picture about a point: most in the middle, not at all from the rim of its circle on.',
  params: {
    angleDeg: number('Turn', '°', [-1440, 1440, 1], 180, 'Of the middle, clockwise; 360 is once round.'),
    radiusPct: number('Radius', '%', [1, 150, 0.5], 46, 'Of the circle, in percent of the longer side.'),
    centreXPct: number('Middle across', '%', [-50, 150, 0.5], 50, 'Of the circle.'),
    centreYPct: number('Middle down', '%', [-50, 150, 0.5], 50, 'Of the circle.'),
  },
  run: (input, values, materials) => {
    const { width, height } = input;
    const turns = values.angleDeg / 360;
    if (turns === 0) return { raster: input, facts: {} };
    const radius = lengthPx(input, values.radiusPct);
    const cx = (width * values.centreXPct) / 100 - 0.5;
    const cy = (height * values.centreYPct) / 100 - 0.5;
    const sinCos = new Float64Array(2);
    const twirled = (x: number, y: number): number => {
      const dx = x - cx;
      const dy = y - cy;
      const inside = 1 - Math.sqrt(dx * dx + dy * dy) / radius;
      if (inside <= 0) return valueAt(input, x, y);
      sinCosTurns(-turns * inside * inside, sinCos);
      const [s, c] = sinCos;
      return valueAt(input, cx + c * dx - s * dy, cy + s * dx + c * dy);
    };
    // the shear of turns (1 - r)^2 is greatest half-way to the rim: as many px aside for one outwards
    const shear = Math.abs(turns) * Math.PI;
    const samples = Math.max(1, Math.min(MOST_SAMPLES, Math.ceil(shear)));
    const target = toWrite(input, materials);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        let sum = 0;
        for (let j = 0; j < samples; j++)
          for (let i = 0; i < samples; i++)
            sum += twirled(x - 0.5 + (i + 0.5) / samples, y - 0.5 + (j + 0.5) / samples);
        target.data[y * width + x] = sum / (samples * samples);
      }
    return { raster: target, facts: {} };
  },
  sentence: (values) =>
    values.angleDeg === 0 ? 'changes nothing yet' : `${values.angleDeg}° within ${values.radiusPct} %`,
});
