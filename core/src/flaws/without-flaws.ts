import type { Plate, Raster } from '../raster/raster.ts';
import { analysedTip } from './analysed-tip.ts';
import { cured, type Flaw } from './flaw.ts';
import { flawsOf } from './flaws.ts';

/** Fainter flaws are not minded, salience 0..1. */
const LEAST_SALIENCE = 0.06;
/** So many of a tip are minded, the first. */
const MAX_FLAWS = 6;

/** What stands out on a tip and is minded; looks the tip over where that was not done yet. */
export const mindedFlaws = (plate: Plate): Flaw[] =>
  flawsOf(plate)
    .slice(0, MAX_FLAWS)
    .filter(({ salience }) => salience >= LEAST_SALIENCE);

const clean = new WeakMap<Plate, Raster>();

/** The tip as it is looked at, without what stands out on it; made once for each plate object. */
export function withoutFlaws(plate: Plate): Raster {
  const there = clean.get(plate);
  if (there) return there;
  const image = mindedFlaws(plate).reduce((left, flaw) => cured(left, flaw.cure()), analysedTip(plate).image);
  clean.set(plate, image);
  return image;
}
