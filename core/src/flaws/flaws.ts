import { Lru } from '../maths/lru.ts';
import type { Plate } from '../raster/raster.ts';
import { BODY_AT, tipOf } from './body.ts';
import { findBorder } from './find-border.ts';
import { findBumps } from './find-bumps.ts';
import { findLines } from './find-lines.ts';
import { findPatches } from './find-patches.ts';
import { findSpecks } from './find-specks.ts';
import { cured, type Flaw } from './flaw.ts';
import { analysedTip } from './analysed-tip.ts';

/** So many of all kinds are told. */
const MAX_FLAWS = 12;
/** Weaker ones are dropped, salience 0..1. */
const LEAST_STRENGTH = 0.01;
const found = new WeakMap<Plate, readonly Flaw[]>();
/** By what the pixels are, for plates that are made again and again alike. */
const foundAlike = new Lru<string, readonly Flaw[]>(48);

/** A key that plates with the same pixels share: two mixed sums over all of them. */
function contentKey({ width, height, data }: Plate): string {
  let a = 1;
  let b = 0;
  for (let i = 0; i < data.length; i++) {
    a = (Math.imul(a, 16777619) ^ data[i]) | 0;
    b = (b + Math.imul(a, i | 1)) | 0;
  }
  return `${width} ${height} ${a} ${b}`;
}

/** What was found on a plate object already. */
export const foundOn = (plate: Plate): readonly Flaw[] | undefined => found.get(plate);
/**
 * Takes over what was found on a plate elsewhere, in its order: the same pixels give the same flaws. How one is cured is
 * worked out again where it is asked for.
 */
export function takeFlaws(plate: Plate, all: readonly Omit<Flaw, 'cure'>[]): readonly Flaw[] {
  let own: Flaw[] | undefined;
  const flaws = all.map((flaw, k): Flaw => ({ ...flaw, cure: () => (own ??= lookOver(plate))[k].cure() }));
  foundAlike.set(contentKey(plate), flaws);
  found.set(plate, flaws);
  return flaws;
}

/** What stands out on the tip of a plate, the most salient first; looked for once for each plate object. */
export function flawsOf(plate: Plate): readonly Flaw[] {
  const there = found.get(plate);
  if (there) return there;
  const key = contentKey(plate);
  const flaws = foundAlike.get(key) ?? lookOver(plate);
  foundAlike.set(key, flaws);
  found.set(plate, flaws);
  return flaws;
}

function lookOver(plate: Plate): Flaw[] {
  const { image } = analysedTip(plate);
  const border = findBorder(image);
  // what else stands out is looked for as if the border were gone: it must neither hide nor make it
  const tip = border ? tipOf(cured(image, border.alone), border.level) : tipOf(image, BODY_AT);
  const all = [
    ...(border ? [border.flaw] : []),
    ...findSpecks(tip),
    ...findBumps(tip),
    ...findLines(tip),
    ...findPatches(tip),
  ];
  return all
    .filter(({ salience }) => salience > LEAST_STRENGTH)
    .sort((a, b) => b.salience - a.salience)
    .slice(0, MAX_FLAWS);
}
