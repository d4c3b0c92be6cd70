import { sinCosTurns } from '../maths/angles.ts';
import { rowReader, type RowReader } from '../raster/sample.ts';
import { lengthPx, number, defineStep, toWrite } from './step.ts';

/** Most samples to a side of a pixel: where a turn shears, one would leave out what lies between. */
const MOST_SAMPLES = 4;

/** A turn of `turns` in the middle of a circle, none from its rim on; px. */
interface Twirl {
  cx: number;
  cy: number;
  radius: number;
  turns: number;
}

const sinCos = new Float64Array(2);

/** Where the places of a row come from that lie `beside` px right of its pixels' left borders, at `y`. */
function twirledRow(row: RowReader, { cx, cy, radius, turns }: Twirl, beside: number, y: number): void {
  const { x: us, y: vs } = row;
  const dy = y - cy;
  for (let i = 0; i < us.length; i++) {
    const x = i - 0.5 + beside;
    const dx = x - cx;
    const inside = 1 - Math.sqrt(dx * dx + dy * dy) / radius;
    if (inside <= 0) {
      us[i] = x;
      vs[i] = y;
      continue;
    }
    sinCosTurns(-turns * inside * inside, sinCos);
    const s = sinCos[0];
    const c = sinCos[1];
    us[i] = cx + c * dx - s * dy;
    vs[i] = cy + s * dx + c * dy;
  }
}

function add(values: Float64Array, sums: Float64Array): void {
  for (let x = 0; x < sums.length; x++) sums[x] += values[x];
}

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
    // the shear of turns (1 - r)^2 is greatest half-way to the rim: as many px aside for one outwards
    const shear = Math.abs(turns) * Math.PI;
    const samples = Math.max(1, Math.min(MOST_SAMPLES, Math.ceil(shear)));
    const target = toWrite(input, materials);
    const row = rowReader(input, width);
    const sums = new Float64Array(width);
    for (let y = 0; y < height; y++) {
      sums.fill(0);
      for (let j = 0; j < samples; j++)
        for (let i = 0; i < samples; i++) {
          twirledRow(row, { cx, cy, radius, turns }, (i + 0.5) / samples, y - 0.5 + (j + 0.5) / samples);
          add(row.read(), sums);
        }
      for (let x = 0; x < width; x++) target.data[y * width + x] = sums[x] / (samples * samples);
    }
    return { raster: target, facts: {} };
  },
  sentence: (values) =>
    values.angleDeg === 0 ? 'changes nothing yet' : `${values.angleDeg}° within ${values.radiusPct} %`,
});
