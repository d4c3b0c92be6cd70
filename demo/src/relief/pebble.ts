import type { Mesh } from '@amber-stamp/core/raster';
import { gridMesh } from '@amber-stamp/core/relief';
import { rng } from '../art/noise.ts';

const AROUND = 220;
const DOWN = 140;

/** Waves in every direction: a smooth chance over all of space. */
function waves(count: number, frequency: number, seed: number): (x: number, y: number, z: number) => number {
  const random = rng(seed);
  const all = Array.from({ length: count }, () => {
    const z = 2 * random() - 1;
    const a = 2 * Math.PI * random();
    const r = Math.sqrt(1 - z * z);
    const f = frequency * (0.6 + 0.8 * random());
    return [f * r * Math.cos(a), f * r * Math.sin(a), f * z, 2 * Math.PI * random()];
  });
  return (x, y, z) => all.reduce((sum, [a, b, c, phase]) => sum + Math.sin(a * x + b * y + c * z + phase), 0) / count;
}

/** A pebble worn by the tide: flat, a little lopsided, with one chipped shoulder and a raised vein of harder stone. */
export function pebble(): Mesh {
  const large = waves(7, 1.9, 12);
  const small = waves(22, 9, 31);
  const grit = waves(40, 46, 8);
  return gridMesh(AROUND, DOWN, true, (column, row, to, at) => {
    const a = (2 * Math.PI * column) / AROUND;
    const e = (Math.PI * row) / (DOWN - 1);
    const x = Math.sin(e) * Math.cos(a);
    const y = Math.cos(e);
    const z = Math.sin(e) * Math.sin(a);
    const vein = Math.exp(-Math.pow((x * 0.55 + y * 0.8 - 0.16 + 0.12 * small(x, y, z)) / 0.06, 2));
    const chip = Math.max(0, x * 0.7 + z * 0.55 - y * 0.35 - 0.78);
    const r = 1 + 0.2 * large(x, y, z) + 0.03 * small(x, y, z) + 0.008 * grit(x, y, z) + 0.026 * vein - 0.8 * chip;
    to[at] = 1.25 * r * x;
    to[at + 1] = 0.62 * r * y;
    to[at + 2] = 0.95 * r * z;
  });
}
