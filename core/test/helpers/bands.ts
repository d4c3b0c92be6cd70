import { InkEngine, printSheet } from '@amber-stamp/core/ink';
import type { Brush, PenStroke } from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';
import { brushWith, sheetOf } from './make.ts';

/** A plate that darkens from left to right in stripes along it, 120 by 40 px. */
export function plateOf(value: (u: number, v: number) => number, width = 120, height = 40): Plate {
  const data = new Uint16Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      data[y * width + x] = Math.round(65535 * value((x + 0.5) / width, (y + 0.5) / height));
  return { width, height, data };
}
export const waves = plateOf((u, v) => (0.5 + 0.5 * Math.sin(2 * Math.PI * 2 * u)) * (0.4 + 0.6 * v));
export const even = plateOf(() => 1);
export const ramp = plateOf((u) => u);
export const plates = (plate: Plate) => new Map([['tip', plate]]);

export const engine = new InkEngine();
export const banded = (band: object, size: object = { rest: 40 }, coat: object = {}): Brush =>
  brushWith({ size, ...(coat as { properties?: object }).properties }, {}, { ...coat, band });
export const bend = (x: number, y: number, t = 0) => ({ x, y, t, pressure: 0.5, tiltX: 0, tiltY: 0, twist: 0 });
export const circle = (cx: number, cy: number, r: number): PenStroke => ({
  points: Array.from({ length: 73 }, (_, k) =>
    bend(cx + r * Math.cos((k / 72) * 2 * Math.PI), cy + r * Math.sin((k / 72) * 2 * Math.PI), k * 5),
  ),
});

/** How much each pixel is covered, 0..1. */
export function covered(
  brush: Brush,
  plate: Plate,
  width: number,
  height: number,
  ...strokes: PenStroke[]
): Float64Array {
  const px = printSheet(engine, { brush, plates: plates(plate) }, sheetOf(width, height, ...strokes), 'white');
  return Float64Array.from({ length: width * height }, (_, i) => 1 - px[4 * i] / 255);
}
