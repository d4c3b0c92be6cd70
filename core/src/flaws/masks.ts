import type { Pieces } from '../raster/pieces.ts';
import type { Raster } from '../raster/raster.ts';
import { ANALYSIS_SIDE } from './analysed-tip.ts';

// Loops of their own, however short: what runs often is translated once, and at once.

/** 0 and 1 over a tip of 256 px. */
export type PixelSet = Uint8Array;
/** Pixels of an analysed tip. */
export const PIXELS = ANALYSIS_SIDE * ANALYSIS_SIDE;

export const maskWhere = (test: (i: number) => boolean): PixelSet => {
  const mask = new Uint8Array(PIXELS);
  for (let i = 0; i < PIXELS; i++) mask[i] = test(i) ? 1 : 0;
  return mask;
};

/** What lies in both sets. */
export function both(a: PixelSet, b: PixelSet): PixelSet {
  const mask = new Uint8Array(a.length);
  for (let i = 0; i < mask.length; i++) mask[i] = a[i] & b[i];
  return mask;
}

/** What of a set lies in no other. */
export function lessMask(set: PixelSet, other: PixelSet): PixelSet {
  const mask = new Uint8Array(set.length);
  for (let i = 0; i < mask.length; i++) mask[i] = set[i] & ~other[i];
  return mask;
}

export function invertedMask(set: PixelSet): PixelSet {
  const mask = new Uint8Array(set.length);
  for (let i = 0; i < mask.length; i++) mask[i] = set[i] ^ 1;
  return mask;
}

/** The pixels of one piece. */
export function maskOfPiece({ label }: Pieces, piece: number): PixelSet {
  const mask = new Uint8Array(label.length);
  for (let i = 0; i < mask.length; i++) mask[i] = label[i] === piece ? 1 : 0;
  return mask;
}

export function areaOf(mask: PixelSet): number {
  let sum = 0;
  for (let i = 0; i < mask.length; i++) sum += mask[i];
  return sum;
}

export const asRaster = (mask: ArrayLike<number>): Raster => ({
  width: ANALYSIS_SIDE,
  height: ANALYSIS_SIDE,
  data: new Float32Array(mask),
});
