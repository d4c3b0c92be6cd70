import type { InkEngine } from '@amber-stamp/core/ink';
import { Lru } from '@amber-stamp/core/maths';
import { glanceAtFix, lookedAtFix, nominalPx, type Fix, type Glance, type StripEcho } from '@amber-stamp/core/prove';
import type { Plate } from '@amber-stamp/core/raster';
import { GLANCES, type ProveJob } from '../engine/protocol/prove.ts';

/** Fixes that were only glanced at, by their job and what they make of it: what their tips give away is all that is missing. */
const glances = new Lru<string, StripEcho>(GLANCES);

/** The strip of a fix of a job whose plates are held, measured; undefined where nothing is drawn. */
export function stripOfFix(
  engine: InkEngine,
  job: ProveJob,
  held: ReadonlyMap<string, Plate>,
  fix: Fix,
  how: Glance,
): StripEcho | undefined {
  const key = JSON.stringify([job.plates, fix.brush, fix.derived]);
  const glanced = glances.get(key) ?? glanceAtFix(engine, nominalPx(job.brush, held), held, fix);
  glances.delete(key);
  if (!glanced || how === 'whole') return glanced && lookedAtFix(held, fix, glanced);
  glances.set(key, glanced);
  return glanced;
}
