import { sinCosTurns } from '../maths/angles.ts';
import { clamp, contrastGain } from '../maths/ramps.ts';
import { BLEND_FUNCTIONS, BLEND_MODES, type BlendMode } from '../maths/blend-modes.ts';
import type { Grain } from '../model/coat-schema.ts';
import { resample } from '../raster/resample.ts';
import { fromPlate, type Plate, type Raster } from '../raster/raster.ts';

/** A tiling plate made ready: halved again and again, so that a small scale does not shimmer. */
class GrainPlate {
  private readonly levels: Raster[];

  constructor(plate: Plate) {
    this.levels = [fromPlate(plate)];
    for (let last = this.levels[0]; Math.min(last.width, last.height) >= 2;) {
      last = resample(last, last.width >> 1, last.height >> 1);
      this.levels.push(last);
    }
  }

  /** The value at (u, v) in tiles, on the level of a reduction (plate px per sheet px): bilinear, the neighbours wrap. */
  at(u: number, v: number, reduction: number): number {
    let level = 0;
    let rest = reduction;
    while (rest >= 2 && level < this.levels.length - 1) {
      rest *= 0.5;
      level++;
    }
    const fine = bilinear(this.levels[level], u, v);
    if (rest <= 1 || level === this.levels.length - 1) return fine;
    return fine + (bilinear(this.levels[level + 1], u, v) - fine) * (rest - 1);
  }
}

function bilinear({ width, height, data }: Raster, u: number, v: number): number {
  const x = (u - Math.floor(u)) * width - 0.5;
  const y = (v - Math.floor(v)) * height - 0.5;
  const x0 = Math.floor(x);
  const y0 = Math.floor(y);
  const left = x0 < 0 ? width - 1 : x0;
  const right = x0 + 1 >= width ? 0 : x0 + 1;
  const top = (y0 < 0 ? height - 1 : y0) * width;
  const low = (y0 + 1 >= height ? 0 : y0 + 1) * width;
  const a = data[top + left] + (data[top + right] - data[top + left]) * (x - x0);
  const b = data[low + left] + (data[low + right] - data[low + left]) * (x - x0);
  return a + (b - a) * (y - y0);
}

/** Grain values 0..1 of a box of sheet pixels, row by row. */
export interface GrainField {
  values: Float32Array;
  /** sheet pixel of the first value */
  x0: number;
  y0: number;
  stride: number;
}

const ready = new WeakMap<Plate, GrainPlate>();
const sinCos = new Float64Array(2);

/** The grain over the pixels x0.. and y0.. of a sheet; `shift` moves it, in tiles. */
export function grainField(
  grain: Grain,
  plate: Plate,
  box: { x0: number; y0: number; width: number; height: number },
  zoom: number,
  shift: readonly [number, number],
): GrainField {
  const source = ready.get(plate) ?? new GrainPlate(plate);
  ready.set(plate, source);
  sinCosTurns(-grain.angle / 360, sinCos);
  const [sin, cos] = sinCos;
  const perPx = 100 / (grain.scale * zoom);
  const gain = contrastGain(grain.contrast);
  const lift = grain.brightness / 100 + 0.5;
  const across = (grain.mirror ? -perPx : perPx) / plate.width;
  const down = perPx / plate.height;
  const values = new Float32Array(box.width * box.height);
  for (let j = 0, k = 0; j < box.height; j++)
    for (let i = 0; i < box.width; i++, k++) {
      const x = box.x0 + i + 0.5;
      const y = box.y0 + j + 0.5;
      const u = (x * cos - y * sin) * across + shift[0];
      const v = (x * sin + y * cos) * down + shift[1];
      const g = clamp((source.at(u, v, perPx) - 0.5) * gain + lift);
      values[k] = grain.invert ? 1 - g : g;
    }
  return { values, x0: box.x0, y0: box.y0, stride: box.width };
}

/** What is left of coverage through grain at a depth 0..1; `plain` where it is the product, which is done in place. */
export interface Through {
  plain: boolean;
  of: (coverage: number, grain: number, depth: number) => number;
}

/** Multiply and subtract as the brush form defines them; the others by the compositing standard, the grain above. */
function madeThrough(blend: BlendMode): Through {
  if (blend === 'multiply') return { plain: true, of: (c, g, d) => c * (1 - d + d * g) };
  if (blend === 'subtract') return { plain: false, of: (c, g, d) => Math.max(0, c - d * (1 - g)) };
  const mix = BLEND_FUNCTIONS[blend];
  return { plain: false, of: (c, g, d) => c + (clamp(mix(c, g)) - c) * d };
}

const THROUGHS = new Map(BLEND_MODES.map((blend) => [blend, madeThrough(blend)]));
export const throughOf = (blend: BlendMode): Through => THROUGHS.get(blend) ?? madeThrough(blend);

/** Takes the coverages from one place up to another through the grain that lies in step with them. */
export function throughGrain(
  values: Float32Array,
  grain: Float32Array,
  { through, depth }: { through: Through; depth: number },
  from: number,
  to: number,
): void {
  if (through.plain) {
    const rest = 1 - depth;
    for (let i = from; i < to; i++) values[i] *= rest + depth * grain[i];
  } else for (let i = from; i < to; i++) if (values[i] > 0) values[i] = through.of(values[i], grain[i], depth);
}
