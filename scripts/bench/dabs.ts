import { parseBrush } from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';
import { dabsOf, type DabTable } from '@amber-stamp/core/vary';

export const TIP_SIDE = 512;

/** A bristly round tip. */
export function tipPlate(): Plate {
  const data = new Uint16Array(TIP_SIDE * TIP_SIDE);
  for (let y = 0; y < TIP_SIDE; y++)
    for (let x = 0; x < TIP_SIDE; x++) {
      const r = Math.hypot(x - 256, y - 256) / 256;
      const bristle = 0.55 + 0.45 * Math.sin(x * 0.9) * Math.cos(y * 1.3);
      data[y * TIP_SIDE + x] = r < 1 ? Math.round(65535 * Math.min(1, (1 - r) * 3) * bristle) : 0;
    }
  return { width: TIP_SIDE, height: TIP_SIDE, data };
}

/** Rows of dabs over a square sheet at random angles. */
export function dabsOfSize(sizePx: number, count: number, side: number): DabTable {
  const brush = parseBrush({
    format: 'amber-stamp/brush',
    version: 1,
    coats: [
      {
        deck: { cards: [{ plate: 'tip' }] },
        properties: {
          size: { rest: sizePx },
          spacing: { rest: 10 },
          flow: { rest: 35 },
          opacity: { rest: 90 },
          angle: { low: -180, high: 180, drivers: [{ by: 'chance' }] },
          mirrorX: { chance: 0.5 },
        },
      },
    ],
  });
  const margin = Math.min(side / 2 - 1, sizePx * 0.75);
  const points = [];
  const rows = Math.max(2, Math.ceil((count * sizePx * 0.1) / (side - 2 * margin)) + 1);
  for (let row = 0; row < rows; row++) {
    const y = margin + ((row * sizePx * 0.35) % (side - 2 * margin + 1));
    const ends = [margin, side - margin];
    for (const x of row % 2 ? ends.reverse() : ends)
      points.push({ x, y, t: 0, pressure: 0.5, tiltX: 0, tiltY: 0, twist: 0 });
  }
  const dabs = dabsOf(brush, 0, { points }, 0);
  dabs.count = Math.min(dabs.count, count);
  return dabs;
}
