import type { Raster } from '../raster/raster.ts';
import { boxOf, type Box, type Mask } from './body.ts';

export const FLAWS = ['border', 'speck', 'bump', 'line', 'hole', 'dense patch'] as const;
export type FlawName = (typeof FLAWS)[number];

/** A place of a tip that stands out, on the square of 256 px that tips are looked at. */
export interface Flaw {
  what: FlawName;
  /** lines: whether they print less or more than what is beside them; a border: a frame or a faint square */
  tone: 'light' | 'dark' | 'frame' | 'faint' | '';
  mask: Mask;
  box: Box;
  /** 0..1: how much it stands out among its rivals in the same tip */
  salience: number;
  /** the tip without it */
  cured: () => Raster;
}

/** A flaw over a mask; the cure is made when it is asked for, once. */
export function flaw(
  what: FlawName,
  tone: Flaw['tone'],
  mask: Mask,
  salience: number,
  cure: () => Raster,
  box?: Box,
): Flaw {
  let made: Raster | undefined;
  return { what, tone, mask, box: box ?? boxOf(mask), salience, cured: () => (made ??= cure()) };
}
