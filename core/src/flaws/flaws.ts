import type { Plate } from '../raster/raster.ts';
import { tipOf } from './body.ts';
import { findBorder } from './find-border.ts';
import { findBumps } from './find-bumps.ts';
import { findLines } from './find-lines.ts';
import { findPatches } from './find-patches.ts';
import { findSpecks } from './find-specks.ts';
import type { Flaw } from './flaw.ts';
import { sightOf } from './sight.ts';

const MOST = 12;
const LEAST = 0.01;
const found = new WeakMap<Plate, readonly Flaw[]>();

/** What stands out on the tip of a plate, the most salient first; looked for once for each plate object. */
export function flawsOf(plate: Plate): readonly Flaw[] {
  const there = found.get(plate);
  if (there) return there;
  const tip = tipOf(sightOf(plate).image);
  const border = findBorder(tip);
  const all = [
    ...(border ? [border] : []),
    ...findSpecks(tip, border),
    ...findBumps(tip, border),
    ...findLines(tip),
    ...findPatches(tip),
  ];
  const flaws = all
    .filter(({ salience }) => salience > LEAST)
    .sort((a, b) => b.salience - a.salience)
    .slice(0, MOST);
  found.set(plate, flaws);
  return flaws;
}
