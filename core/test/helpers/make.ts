import { parseBrush, parseStrokes, type Brush, type PenPoint, type Strokes } from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';

/** A bristly round tip with a ragged rim and empty corners. */
export function bristleTip(side = 96): Plate {
  const data = new Uint16Array(side * side);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const u = ((x + 0.5) / side) * 2 - 1;
      const v = ((y + 0.5) / side) * 2 - 1;
      const rim = 0.8 + 0.1 * Math.sin(7 * Math.atan2(v, u));
      const inside = Math.max(0, 1 - Math.hypot(u, v) / rim);
      data[y * side + x] = Math.round(
        65535 * Math.min(1, inside * 3) * (0.5 + 0.5 * Math.sin(x * 1.7) * Math.cos(y * 2.3)),
      );
    }
  return { width: side, height: side, data };
}

/** A plate that prints fully everywhere. */
export const solidPlate = (width: number, height = width): Plate => ({
  width,
  height,
  data: new Uint16Array(width * height).fill(65535),
});

type Loose = Record<string, unknown>;

/** A brush with one card `tip` and the given properties. */
export const brushWith = (properties: Loose, more: Loose = {}, coat: Loose = {}): Brush =>
  parseBrush({
    format: 'amber-stamp/brush',
    version: 1,
    name: 'test',
    seed: 7,
    coats: [{ deck: { cards: [{ plate: 'tip' }] }, properties, ...coat }],
    ...more,
  });

/** A straight stroke of two points. */
export const straight = (
  x0: number,
  x1: number,
  y: number,
  pressure: readonly [number, number] = [0.5, 0.5],
): { points: PenPoint[] } => ({
  points: [
    { x: x0, y, t: 0, pressure: pressure[0], tiltX: 0, tiltY: 0, twist: 0 },
    { x: x1, y, t: 500, pressure: pressure[1], tiltX: 0, tiltY: 0, twist: 0 },
  ],
});

export const sheetOf = (width: number, height: number, ...strokes: { points: PenPoint[] }[]): Strokes =>
  parseStrokes({ width, height, strokes });

/** A tile of stripes down, the left half empty. */
export const stripedPlate = (side: number): Plate => ({
  width: side,
  height: side,
  data: Uint16Array.from({ length: side * side }, (_, i) => (i % side < side / 2 ? 0 : 65535)),
});
