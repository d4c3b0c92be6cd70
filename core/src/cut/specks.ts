import { pieces } from '../raster/pieces.ts';
import type { Raster } from '../raster/raster.ts';
import { number, defineStep } from './step.ts';

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

/** Closes holes up to an area, in place: pieces of what does not print that touch no border. Gives how many. */
function closeHoles(target: Raster, areaPx: number): number {
  if (areaPx < 1) return 0;
  const { width, height, data } = target;
  const empty: Raster = { width, height, data: data.map((v) => 1 - v) };
  const found = pieces(empty, 1 - SEEN - 1e-6);
  const rim = new Float64Array(found.area.length);
  const touching = new Float64Array(found.area.length);
  const open = new Uint8Array(found.area.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const hole = found.label[i];
      if (hole === 0) continue;
      if (x === 0 || y === 0 || x === width - 1 || y === height - 1) {
        open[hole] = 1;
        continue;
      }
      for (const n of [i - 1, i + 1, i - width, i + width]) {
        if (found.label[n] === hole) continue;
        rim[hole] += data[n];
        touching[hole]++;
      }
    }
  const closes = found.area.map((area, k) => k > 0 && open[k] === 0 && area <= areaPx);
  for (let i = 0; i < data.length; i++)
    if (closes[found.label[i]])
      data[i] = Math.max(data[i], rim[found.label[i]] / Math.max(1, touching[found.label[i]]));
  return closes.filter(Boolean).length;
}

export const specksStep = defineStep({
  name: 'specks',
  label: 'Remove specks',
  group: 'Clean',
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
    holesPx: number(
      'Holes under',
      'px²',
      [0, 20000, 1],
      0,
      'Holes up to this area are closed with the value of their rim.',
    ),
  },
  run: (input, values) => {
    const found = pieces(input, SEEN);
    const largest = found.area.reduce((best, area, k) => (area > found.area[best] ? k : best), 0);
    const keep = found.area.map((area, k) => k === largest || area >= values.areaPx);
    const target: Raster = { ...input, data: input.data.slice() };
    for (let i = 0; i < found.label.length; i++)
      if (found.label[i] > 0 && !keep[found.label[i]]) {
        const x = i % input.width;
        clearAround(target, found.label, keep, x, (i - x) / input.width);
      }
    const holes = closeHoles(target, values.holesPx);
    return { raster: target, facts: { holes, removed: keep.filter((k, i) => i > 0 && !k).length } };
  },
  sentence: (values, facts) => {
    const area = `under ${values.areaPx} px²`;
    if (facts.removed === undefined) return `floating pieces ${area}`;
    const holes = facts.holes ? `, ${facts.holes} holes closed` : '';
    return facts.removed === 1
      ? `1 floating piece ${area}${holes}`
      : `${facts.removed} floating pieces ${area}${holes}`;
  },
});
