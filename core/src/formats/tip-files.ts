import { encode } from 'fast-png';
import type { Plate } from '../raster/raster.ts';

/** How the values of tips are written. */
export interface TipForm {
  bits: 8 | 16;
  /** black prints and white does not, as much of the field has it; else white prints, as plates are kept */
  blackPrints: boolean;
}
export const PLAIN_TIP: TipForm = { bits: 16, blackPrints: false };

/** What a file says of itself where black prints: nothing else in a picture tells it. */
const BLACK_PRINTS = 'black prints';

/** Ending of a tip's file name: it says where black prints. */
export const tipEnding = ({ blackPrints }: TipForm): string => (blackPrints ? '-black-prints.png' : '.png');

/** A plate as grayscale PNG of 8 or 16 bit, every value rounded once; where black prints its text chunk says so. */
export function encodeTip({ width, height, data }: Plate, { bits, blackPrints }: TipForm): Uint8Array {
  const way = blackPrints ? (v: number) => 65535 - v : (v: number) => v;
  const text = blackPrints ? { Comment: BLACK_PRINTS } : undefined;
  const shape = { width, height, channels: 1, ...(text && { text }) } as const;
  if (bits === 16) return encode({ ...shape, data: data.map(way), depth: 16 });
  return encode({ ...shape, data: Uint8Array.from(data, (v) => Math.floor(way(v) / 257 + 0.5)), depth: 8 });
}
