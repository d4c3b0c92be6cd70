import { pieces } from '../raster/pieces.ts';
import type { Raster } from '../raster/raster.ts';
import { num, type StepDefinition } from './step.ts';

const SEEN = 0.12;
/** The faint rim around a speck goes with it. */
const RIM_PX = 2;

function clearAround(target: Raster, label: Int32Array, keep: boolean[], x: number, y: number): void {
  for (let dy = -RIM_PX; dy <= RIM_PX; dy++)
    for (let dx = -RIM_PX; dx <= RIM_PX; dx++) {
      const nx = x + dx;
      const ny = y + dy;
      if (nx < 0 || ny < 0 || nx >= target.width || ny >= target.height) continue;
      const n = ny * target.width + nx;
      if (label[n] === 0 || !keep[label[n]]) target.data[n] = 0;
    }
}

export const specksStep: StepDefinition = {
  name: 'specks',
  label: 'Specks away',
  help: 'Floating pieces smaller than this go: they would return at every dab.',
  params: {
    areaPx: {
      kind: 'number',
      label: 'Smaller than',
      unit: 'px²',
      min: 1,
      max: 20000,
      step: 1,
      default: 24,
      help: 'Area of the largest piece that goes. The largest piece of all always stays.',
    },
  },
  run: (input, values) => {
    const found = pieces(input, SEEN);
    const largest = found.area.reduce((best, area, k) => (area > found.area[best] ? k : best), 0);
    const keep = found.area.map((area, k) => k === largest || area >= num(values, 'areaPx'));
    const target: Raster = { ...input, data: input.data.slice() };
    for (let i = 0; i < found.label.length; i++)
      if (found.label[i] > 0 && !keep[found.label[i]]) {
        const x = i % input.width;
        clearAround(target, found.label, keep, x, (i - x) / input.width);
      }
    return { raster: target, facts: { removed: keep.filter((k, i) => i > 0 && !k).length } };
  },
  sentence: (values, facts) => {
    const area = `under ${num(values, 'areaPx')} px²`;
    if (facts.removed === undefined) return `floating pieces ${area}`;
    return facts.removed === 1 ? `1 floating piece ${area}` : `${facts.removed} floating pieces ${area}`;
  },
};
