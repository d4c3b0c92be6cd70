import { clamp } from '../maths/ramps.ts';
import { raster, type Raster } from '../raster/raster.ts';
import type { Box } from '../raster/box.ts';
import { boxOf } from './body.ts';
import type { PixelSet } from './masks.ts';

export const FLAWS = ['border', 'speck', 'bump', 'line', 'hole', 'dense patch'] as const;
export type FlawName = (typeof FLAWS)[number];

/** A place of a tip that stands out, on the square of 256 px that tips are looked at. */
export interface Flaw {
  what: FlawName;
  /** lines: whether they print less or more than what is beside them; a border: a frame or a faint square */
  tone: 'light' | 'dark' | 'frame' | 'faint' | '';
  mask: PixelSet;
  box: Box;
  /** 0..1: how much it stands out among its rivals in the same tip */
  salience: number;
  /** what takes it away */
  cure: () => Cure;
}

/** What takes a flaw away, pixel by pixel: so much of the value stays, and so much comes to it. */
export interface Cure {
  keep: Float32Array;
  /** nothing where ink is only taken away */
  add: Float32Array | undefined;
}

/** A tip after a cure. */
export function cured({ width, height, data }: Raster, { keep, add }: Cure): Raster {
  const out = raster(width, height);
  if (add) for (let i = 0; i < data.length; i++) out.data[i] = clamp(data[i] * keep[i] + add[i]);
  else for (let i = 0; i < data.length; i++) out.data[i] = clamp(data[i] * keep[i]);
  return out;
}

/** What a detector found; without a box of its own it is that of the mask, without a tone it has none. */
type FoundFlaw = Pick<Flaw, 'what' | 'mask'> & Partial<Pick<Flaw, 'tone' | 'box'>>;

/** A flaw over a mask; the cure, which is as large as the tip, is made whenever it is asked for. */
export function flaw(
  { what, tone = '', mask, box = boxOf(mask) }: FoundFlaw,
  salience: number,
  cure: () => Cure,
): Flaw {
  return { what, tone, mask, box, salience, cure };
}
