import { checkBorder, coverage, distinctLevels, heightsOf, straightSides, type Plate } from '@amber-stamp/core/raster';
import type { Findings } from '../engine/protocol/file.ts';

/** Looks at a plate; `raster`: what it prints. */
export function findingsOf(plate: Plate, raster = heightsOf(plate)): Findings {
  const border = checkBorder(raster);
  return {
    border,
    straight: plate.heights || border.verdict !== 'clear' ? [] : straightSides(raster),
    coveragePct: coverage(raster) * 100,
    levels: distinctLevels(plate),
  };
}
