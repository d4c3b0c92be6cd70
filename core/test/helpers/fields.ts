import { cut, makeRecipe, makeStep } from '@amber-stamp/core/cut';
import type { Picture, Raster } from '@amber-stamp/core/raster';

/** A float picture of one channel, whose gray by `light` is the function itself. */
export function field(width: number, height: number, f: (x: number, y: number) => number): Picture {
  const data = new Float32Array(width * height);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) data[y * width + x] = f(x, y);
  return { width, height, channels: 1, data };
}
export const LIGHT = makeStep('gray', { prints: 'light' });
/** What a step makes of a picture's light. */
export const after = (picture: Picture, name: string, values: Parameters<typeof makeStep>[1] = {}): Raster =>
  cut(picture, makeRecipe([LIGHT, makeStep(name, values)]));
export const at = (r: Raster, x: number, y: number) => r.data[y * r.width + x];
export const sum = (r: Raster) => r.data.reduce((s, v) => s + v, 0);
