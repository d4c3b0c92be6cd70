import { encodeGray, encodePainting } from '@amber-stamp/io';
import { bark, mossSheet, MOSS, mote, reedPaper, sliver, softDisc } from './art/bits.ts';
import { ropeLink, ropeRod } from './art/chain.ts';
import { frostStar } from './art/frost.ts';
import { blot, splatter } from './art/marks.ts';
import { fbm } from './art/noise.ts';
import { plane } from './art/plane.ts';
import { encodeObj } from '@amber-stamp/core/formats';
import { encodeDisplacement, encodeExr } from '@amber-stamp/core/exr';
import { barnacleField } from './art/barnacles.ts';
import { kelpBlade } from './art/kelp.ts';
import { crustLichen, lichenScan } from './art/lichen.ts';
import { flakingPaint } from './art/paint.ts';
import { LEDGE_SIDE, rockLedge } from './relief/ledge.ts';
import { musselShell } from './relief/mussel.ts';
import { pebble } from './relief/pebble.ts';
import { rosette } from './relief/rosette.ts';
import { crackedSilt } from './relief/silt.ts';

/** A made-up source: the file as it would come. */
export interface DemoSource {
  fileName: string;
  kind: 'scan' | 'ink drawing' | 'height map' | 'photograph' | 'mesh' | 'displacement';
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

/** Ink on paper that is not quite white, at 8 bit. */
function onPaper(ink: Float32Array, width = 1000, height = 1000): Promise<Uint8Array> {
  const data = ink.map((v, k) => (1 - v) * (0.975 + 0.02 * fbm((k % width) / 90, Math.floor(k / width) / 90, 2, 3)));
  return Promise.resolve(encodeGray({ width, height, data }, 8));
}

/** A mark drawn on an empty sheet. */
function marked(draw: (p: Float32Array, w: number, h: number, seed: number) => void, seed: number): Float32Array {
  const p = plane(1000, 1000);
  draw(p, 1000, 1000, seed);
  return p;
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
  link: { fileName: 'rope-link.png', kind: 'ink drawing', file: () => onPaper(ropeLink()) },
  rod: { fileName: 'rope-rod.png', kind: 'ink drawing', file: () => onPaper(ropeRod()) },
  mote: { fileName: 'mote.png', kind: 'photograph', file: () => onPaper(mote()) },
  sliver: { fileName: 'reed-sliver.png', kind: 'ink drawing', file: () => onPaper(sliver()) },
  blot: { fileName: 'ink-blot.png', kind: 'scan', file: () => onPaper(marked(blot, 6)) },
  splatter: { fileName: 'splatter.png', kind: 'scan', file: () => onPaper(marked(splatter, 3)) },
  frost: { fileName: 'frost-star.png', kind: 'photograph', file: () => onPaper(frostStar()) },
  disc: { fileName: 'soft-disc.png', kind: 'photograph', file: () => onPaper(softDisc()) },
  bark: { fileName: 'bark.png', kind: 'photograph', file: () => onPaper(bark()) },
  moss: { fileName: 'moss-sprigs.png', kind: 'scan', file: () => onPaper(mossSheet(), MOSS.width, MOSS.height) },
  paper: {
    fileName: 'reed-paper.png',
    kind: 'scan',
    file: () => Promise.resolve(encodeGray({ width: 1024, height: 1024, data: reedPaper() }, 16)),
  },
  mussel: { fileName: 'mussel-shell.obj', kind: 'mesh', file: () => Promise.resolve(encodeObj(musselShell())) },
  pebble: { fileName: 'tide-pebble.obj', kind: 'mesh', file: () => Promise.resolve(encodeObj(pebble())) },
  silt: { fileName: 'cracked-silt.exr', kind: 'height map', file: () => encodeExr(crackedSilt(), 'float') },
  ledge: {
    fileName: 'rock-ledge.exr',
    kind: 'displacement',
    file: () => encodeDisplacement({ width: LEDGE_SIDE, height: LEDGE_SIDE }, rockLedge(), 'half'),
  },
  rosette: { fileName: 'rosette-button.exr', kind: 'height map', file: () => encodeExr(rosette(), 'float') },
} as const satisfies Record<string, DemoSource>;
