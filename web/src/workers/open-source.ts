import type { BrushWithPlates } from '@amber-stamp/core/ink';
import { Cutter } from '@amber-stamp/core/cut';
import type { Picture } from '@amber-stamp/core/raster';
import { tellSteps } from './telling.ts';

/** A picture that is cut, with what its steps have made already. */
export interface OpenSource {
  picture: Picture;
  cutter: Cutter;
  /** sources and brushes that steps name, by id */
  sources: Map<string, Picture>;
  brushes: Map<string, BrushWithPlates>;
}

export function openOf(picture: Picture): OpenSource {
  const others = { sources: new Map<string, Picture>(), brushes: new Map<string, BrushWithPlates>() };
  return { picture, ...others, cutter: new Cutter(picture, others, tellSteps, true) };
}
