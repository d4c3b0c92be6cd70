import { derivedPlate } from '../cut/relatives.ts';
import type { Plates } from '../ink/coat.ts';
import type { InkEngine } from '../ink/engine.ts';
import type { Plate } from '../raster/raster.ts';
import { lookedAt, measureUnlooked, standardStrips, type StripEcho } from './echo.ts';
import type { Fix } from './fix.ts';
import { lookOf, type Look } from './look.ts';

/** What is measured of a stroke with the first seed: plain data, so that several workers can try fixes. */
export interface FirstMeasured {
  echo: number;
  texture: number;
  look: Look;
}

/** What fixes are compared by, of a strip. */
export const firstOf = ({ echo, texture, shares }: StripEcho): FirstMeasured => ({
  echo,
  texture,
  look: lookOf(shares),
});

/** Plates cut for fixes, by what they were cut from and how: the same object again, so that it is looked at once. */
const cutBefore = new WeakMap<Plate, Map<string, Plate>>();

/** All plates that a fix prints with. */
export function platesOfFix(plates: Plates, { derived }: Fix): Map<string, Plate> {
  const all = new Map(plates);
  for (const [name, { base, steps }] of Object.entries(derived)) {
    const from = all.get(base);
    if (!from) continue;
    const known = cutBefore.get(from) ?? new Map<string, Plate>();
    cutBefore.set(from, known);
    const key = JSON.stringify(steps);
    const made = known.get(key) ?? derivedPlate(from, steps);
    known.set(key, made);
    all.set(name, made);
  }
  return all;
}

/** How closely a stroke is looked at: a glance leaves out what its tips give away. */
export type Glance = 'glance' | 'whole';

/**
 * Draws a fix with the first seed and measures it at a glance. `plates`: those of the brush; `nominal`: what is seen of a
 * nominal dab of it, px. Undefined where nothing is drawn.
 */
export function glanceAtFix(engine: InkEngine, nominal: number, plates: Plates, fix: Fix): StripEcho | undefined {
  const [strip] = standardStrips(engine, fix.brush, platesOfFix(plates, fix), { seeds: 1, nominal });
  return strip && measureUnlooked(strip);
}

/** A fix that was glanced at, and what its tips give away; relatives of a tip are not looked over. `plates`: those of the brush. */
export function lookedAtFix(plates: Plates, fix: Fix, glanced: StripEcho): StripEcho {
  const all = platesOfFix(plates, fix);
  const relatives = new Set(Object.keys(fix.derived).map((name) => fix.derived[name].relative && all.get(name)));
  return lookedAt(glanced, (plate) => !relatives.has(plate));
}

/** Draws a fix with the first seed and measures it; undefined where nothing is drawn. */
export function stripOfFix(engine: InkEngine, nominal: number, plates: Plates, fix: Fix): StripEcho | undefined {
  const glanced = glanceAtFix(engine, nominal, plates, fix);
  return glanced && lookedAtFix(plates, fix, glanced);
}
