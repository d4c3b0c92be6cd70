import { encodeGray, encodePainting } from '@amber-stamp/io';
import { barnacleField } from './art/barnacles.ts';
import { kelpBlade } from './art/kelp.ts';
import { crustLichen, lichenScan } from './art/lichen.ts';
import { flakingPaint } from './art/paint.ts';

/** A made-up source: the file as it would come. */
export interface DemoSource {
  fileName: string;
  kind: 'scan' | 'ink drawing' | 'height map' | 'photograph';
  file: () => Promise<Uint8Array>;
}

/** Heights in mm to 16-bit gray: the lowest place is 0, the highest 65535. */
function heightFile(): Uint8Array {
  const field = barnacleField();
  let low = Infinity;
  let high = -Infinity;
  for (const v of field.data) {
    low = Math.min(low, v);
    high = Math.max(high, v);
  }
  const data = field.data.map((v) => (v - low) / (high - low));
  return encodeGray({ width: field.width, height: field.height, data }, 16);
}

const WALL = [
  { x: 0.42, y: 0.5, radius: 0.36, seed: 4 },
  { x: 1.02, y: 0.25, radius: 0.2, seed: 11 },
  { x: 1.0, y: 0.76, radius: 0.22, seed: 23 },
];

export const SOURCES = {
  lichen: { fileName: 'crust-lichen.png', kind: 'scan', file: () => encodePainting(crustLichen(), 'png') },
  kelp: { fileName: 'kelp-blade.png', kind: 'ink drawing', file: () => encodePainting(kelpBlade(), 'png') },
  barnacles: { fileName: 'barnacle-field.png', kind: 'height map', file: () => Promise.resolve(heightFile()) },
  paint: { fileName: 'boat-paint.jpg', kind: 'photograph', file: () => encodePainting(flakingPaint(), 'jpeg') },
  wall: { fileName: 'sea-wall.jpg', kind: 'scan', file: () => encodePainting(lichenScan(1300, 1000, 4, WALL), 'jpeg') },
} as const satisfies Record<string, DemoSource>;
