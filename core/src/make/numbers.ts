import { choice, number, percent, type Param, type ParamValues } from '../cut/step.ts';
import { sinCosTurns } from '../maths/angles.ts';
import { clamp, smoothstep } from '../maths/ramps.ts';
import { cloudRows } from '../maths/noise.ts';
import { expMinus } from '../maths/exponential.ts';
import { raster, type Raster } from '../raster/raster.ts';

/** What a tip from numbers is made of; the panel that asks for them is made from this. */
export const NUMBERS = {
  shape: choice('Shape', ['round', 'square', 'star'], 'round', 'The outline.'),
  points: number('Points', '', [3, 32, 1], 5, 'Of a star.'),
  innerPct: percent('Inner radius', 45, 'Of a star: how deep it goes in between its points.'),
  edge: choice('Edge', ['curve', 'bell'], 'curve', 'A smooth ramp at the rim, or a bell from the middle (Gaussian).'),
  softPct: percent('Softness', 30, 'Share of the radius over which it runs out.'),
  aspectPct: number('Aspect', '%', [5, 100, 1], 100, 'Height in percent of the width.'),
  angleDeg: number('Turn', '°', [-180, 180, 1], 0, 'Clockwise.'),
  coveredPct: number('Covered', '%', [2, 100, 1], 100, 'How much of the area prints; the rest is left out in patches.'),
  unevenPct: percent('Uneven', 40, 'How large and how different the patches are.'),
  seed: number('Seed', '', [0, 999, 1], 1, 'Another number leaves other patches out.'),
} as const satisfies Record<string, Param>;

export type NumbersValues = { [K in keyof typeof NUMBERS]: ParamValues[string] };

export const usualNumbers = (): NumbersValues =>
  Object.fromEntries(Object.entries(NUMBERS).map(([name, param]) => [name, param.default])) as NumbersValues;

const AIR = 0.94;

/** Distance from the middle in radii of an outline: 1 on the outline, less inside. */
type Outline = (x: number, y: number) => number;

const round: Outline = (x, y) => Math.sqrt(x * x + y * y);
const square: Outline = (x, y) => Math.max(Math.abs(x), Math.abs(y));

const turned = (turns: number): readonly [number, number] => {
  const out = new Float64Array(2);
  sinCosTurns(turns, out);
  return [out[0], out[1]];
};

function star(points: number, inner: number): Outline {
  const rays = Array.from({ length: points }, (_, k) => turned(k / points - 0.25));
  const [hs, hc] = turned(0.5 / points);
  // the outline between a point and the notch beside it is a straight line, from (1, 0) to half a step at the inner radius
  const nx = inner * hs;
  const ny = 1 - inner * hc;
  return (x, y) => {
    let best = Infinity;
    for (const [s, c] of rays) {
      const u = c * x + s * y;
      const v = Math.abs(c * y - s * x);
      if (u >= 0 && v * hc <= u * hs + 1e-9) best = Math.min(best, (u * nx + v * ny) / nx);
    }
    return best === Infinity ? round(x, y) : best;
  };
}

const outlineOf = (values: NumbersValues): Outline => {
  if (values.shape === 'square') return square;
  return values.shape === 'star'
    ? star(values.points as number, Math.max(0.05, (values.innerPct as number) / 100))
    : round;
};

/** The values below which `share` of the field lies over the mask. */
function thresholdOf(field: Float32Array, mask: Float32Array, share: number): number {
  const bins = new Float64Array(512);
  let total = 0;
  for (let i = 0; i < field.length; i++)
    if (mask[i] > 0.02) {
      bins[Math.min(511, Math.floor(field[i] * 512))]++;
      total++;
    }
  let sum = 0;
  for (let k = 0; k < 512; k++) {
    sum += bins[k];
    if (sum >= share * total) return k / 512;
  }
  return 1;
}

/** A tip from numbers, as a raster of `side` px with a little air. The same numbers give the same bits. */
export function makeNumbers(values: NumbersValues, side: number): Raster {
  const target = raster(side, side);
  const value = (name: keyof NumbersValues) => values[name] as number;
  const sinCos = new Float64Array(2);
  sinCosTurns(value('angleDeg') / 360, sinCos);
  const [s, c] = sinCos;
  const outline = outlineOf(values);
  const aspect = value('aspectPct') / 100;
  const soft = value('softPct') / 100;
  const radius = (side / 2) * AIR * (values.shape === 'square' ? 0.7 : 1);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const px = (x + 0.5 - side / 2) / radius;
      const py = (y + 0.5 - side / 2) / radius;
      const u = c * px + s * py;
      const v = (c * py - s * px) / aspect;
      const d = outline(u, v);
      target.data[y * side + x] = rim(d, soft, String(values.edge), 1 / radius);
    }
  return value('coveredPct') >= 100 ? target : patched(target, values, side);
}

/** What prints at a distance from the middle in radii; a hard edge is one pixel wide. */
function rim(d: number, soft: number, edge: string, pixel: number): number {
  if (edge === 'bell') {
    // falls to 1/255 on the outline when it is all soft
    const sharp = 5.54 / Math.max(0.02, soft);
    return d >= 1
      ? 0
      : d <= 1 - soft
        ? 1
        : bell(((d - (1 - soft)) / soft) * Math.sqrt(soft * sharp)) * smoothstep(1, 0.9, d);
  }
  // a hard edge lies on the outline: half a pixel to either side
  if (soft < pixel) return 1 - smoothstep(1 - pixel / 2, 1 + pixel / 2, d);
  return 1 - smoothstep(1 - soft, 1, d);
}

const bell = (t: number): number => expMinus(t * t);

/** Leaves patches out until only the wanted share of the area prints. */
function patched(solid: Raster, values: NumbersValues, side: number): Raster {
  const uneven = (values.unevenPct as number) / 100;
  const scale = 4 + 40 * (1 - uneven);
  const field = new Float32Array(solid.data.length);
  const seed = Math.round(values.seed as number);
  const along = Float64Array.from({ length: side }, (_, x) => (x / side) * scale);
  const rowAt = cloudRows(along, seed, 4);
  for (let y = 0; y < side; y++) {
    const row = rowAt(along[y]);
    for (let x = 0; x < side; x++) field[y * side + x] = clamp(0.5 + 0.5 * row[x]);
  }
  const limit = thresholdOf(field, solid.data, 1 - (values.coveredPct as number) / 100);
  const ramp = 0.02 + 0.1 * uneven;
  const data = solid.data.map((v, i) => v * smoothstep(limit - ramp / 2, limit + ramp / 2, field[i]));
  return { width: side, height: side, data };
}
