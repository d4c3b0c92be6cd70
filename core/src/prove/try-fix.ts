import type { Plates } from '../ink/coat.ts';
import type { InkEngine } from '../ink/engine.ts';
import { clamp } from '../maths/ramps.ts';
import { unmutedCoats } from '../model/brush.ts';
import type { Brush } from '../model/brush-schema.ts';
import { measureStrip, meanEcho, standardStrips, type StripEcho } from './echo.ts';
import { cutsPlates, type Fix } from './fix.ts';
import { cureTogether, fixesFor, singleCures, type SingleCure } from './fixes.ts';
import { lookApart } from './look.ts';
import { firstOf, platesOfFix, stripOfFix, type FirstMeasured } from './measure-fix.ts';
import { littleNearer } from './row-fixes.ts';
import { nominalPx } from './strip.ts';

/** What fixes of a brush are compared with. */
export interface FixBaseline {
  nominal: number;
  echo: number;
  texture: number;
  /** with the first seed alone */
  first: FirstMeasured;
}

/** A fix that was tried: what echo and texture are left, and how far the look moved from where it was (0.05 is 5 %). */
export interface TriedFix extends Fix {
  echo: number;
  texture: number;
  look: number;
  score: number;
}

/** So many points of echo one whole look is worth. */
const LOOK_COSTS = 150;

/**
 * Measures a brush so that its fixes can be compared with it, and what is worth trying on it. `known`: its standard
 * strips in the order of their seeds, where they are measured already; without any the first is measured.
 */
export function beginFixes(
  engine: InkEngine,
  brush: Brush,
  plates: Plates,
  known: readonly StripEcho[] = [],
): { before: FixBaseline; fixes: Fix[]; singles: SingleCure[]; together: Fix | undefined } {
  const nominal = nominalPx(brush, plates);
  const all = known.length > 0 ? known : standardStrips(engine, brush, plates, { seeds: 1, nominal }).map(measureStrip);
  const echo = meanEcho(all);
  const [first] = all;
  return {
    before: {
      nominal,
      echo: echo.echo,
      texture: echo.texture,
      first: first ? firstOf(first) : NO_STROKE,
    },
    fixes: fixesFor(brush, plates, echo),
    singles: singleCures(brush, plates, echo),
    together: cureTogether(brush, plates, echo),
  };
}
/** What is compared with where nothing was drawn. */
const NO_STROKE: FirstMeasured = { echo: 0, texture: 0, look: [] };

/** What is worth trying whatever is measured of a brush, and needs no new plates. */
export const unmeasuredFixes = (brush: Brush, plates: Plates): Fix[] =>
  fixesFor(brush, plates, meanEcho([])).filter((fix) => !cutsPlates(fix));

/** Points of echo that a fix must take away to be one. */
const LEAST_FALL = 1;
export const helps = (before: FixBaseline, { echo }: TriedFix): boolean => echo < before.echo - LEAST_FALL;

/** A fix compared with the same seed of the brush as it was: seeds differ by more than small fixes do. */
export function compareFix(base: FixBaseline, fix: Fix, measured: FirstMeasured | undefined): TriedFix {
  if (!measured) return { ...fix, echo: 0, texture: 0, look: 1, score: base.echo - LOOK_COSTS };
  const echo = clamp(base.echo + measured.echo - base.first.echo, 0, 100);
  const texture = clamp(base.texture + measured.texture - base.first.texture, 0, 100);
  const look = lookApart(base.first.look, measured.look);
  return { ...fix, echo, texture, look, score: base.echo - echo - LOOK_COSTS * look };
}

/** Tries a fix on the real brush. */
export function tryFix(engine: InkEngine, base: FixBaseline, plates: Plates, fix: Fix): TriedFix {
  const tried = stripOfFix(engine, base.nominal, plates, fix);
  return compareFix(base, fix, tried && firstOf(tried));
}

/** What must be left of the texture; and points of it that no eye misses. */
const LEAST_TEXTURE_KEPT = 0.9;
/** Points of texture. */
const NO_WORSE = 3;

/** Whether a fix keeps the texture: one that does not says so, and ranks behind those that do. */
export const keepsTexture = (before: FixBaseline, { texture }: TriedFix): boolean =>
  texture >= LEAST_TEXTURE_KEPT * before.texture - NO_WORSE;

/** The best first: those that keep the texture, then by how far the echo falls against how far the look moves. */
export const byScore =
  (before: FixBaseline) =>
  (a: TriedFix, b: TriedFix): number =>
    Number(keepsTexture(before, b)) - Number(keepsTexture(before, a)) || b.score - a.score;

/** The fix with more of the same after it: first one, then the other. */
const strokesAfter = (first: Fix, second: Fix): Fix => ({
  what: `${first.what}; ${second.what}`,
  brush: second.brush,
  derived: { ...first.derived, ...second.derived },
});

/** What a fix says after the fix that it follows, without its numbers: what kind it is. All that lay dabs nearer are one. */
const kindOf = ({ what }: Pick<Fix, 'what'>): string => {
  const own = (what.split('; ').at(-1) ?? what).replace(/[\d.]+/g, '');
  return /^dabs (much )?nearer/.test(own) ? NEARER : own;
};
/** What fixes of the spacing begin with: of these one is taken further. */
const NEARER = 'dabs nearer';
/** Fixes that are tried after one was taken. */
const MOST_AFTER = 5;

/** What is worth trying after a fix was taken: the kinds that helped most by themselves. */
export function fixesAfter(
  engine: InkEngine,
  base: FixBaseline,
  plates: Plates,
  fix: Fix,
  tried: readonly TriedFix[],
): Fix[] {
  const before = fix.what.split('; ').map((what) => kindOf({ what }));
  const helped = [...tried]
    .filter((fix) => helps(base, fix))
    .sort(byScore(base))
    .map(kindOf)
    .filter((kind) => !before.includes(kind));
  if (helped.length === 0) return [];
  const measured = stripOfFix(engine, base.nominal, plates, fix);
  const [place] = unmutedCoats(fix.brush);
  const still = before.includes(NEARER) ? [littleNearer(fix.brush, place)] : [];
  const next = fixesFor(fix.brush, platesOfFix(plates, fix), meanEcho(measured ? [measured] : []))
    .filter((next) => helped.includes(kindOf(next)))
    .sort((a, b) => helped.indexOf(kindOf(a)) - helped.indexOf(kindOf(b)))
    .slice(0, MOST_AFTER);
  return [...still, ...next].map((next) => strokesAfter(fix, next));
}

/** Fixes that are taken together. */
const MOST_TOGETHER = 4;
/** Echo that is low enough to stop at. */
const LOW_ECHO = 5;
/** Points of echo that a whole look is worth among those within the budget. */
const LOOK_WITHIN = 20;

/** The fix within the budget, keeping the texture, that leaves the least echo. */
function bestWithinLook(before: FixBaseline, all: readonly TriedFix[], budget: number): TriedFix | undefined {
  const cost = ({ echo, look }: TriedFix) => echo + LOOK_WITHIN * look;
  return all.filter((fix) => fix.look <= budget && keepsTexture(before, fix)).sort((a, b) => cost(a) - cost(b))[0];
}

/**
 * Fixes one after another, each the best of those that can follow, while the look stays within `budget` (0.1 is 10 %).
 * `tried` are the fixes of the brush itself; `next` tries all that can follow one. Undefined where none helps.
 */
export async function combineFixes(
  before: FixBaseline,
  tried: readonly TriedFix[],
  budget: number,
  next: (fix: TriedFix) => Promise<readonly TriedFix[]>,
): Promise<TriedFix | undefined> {
  let best = bestWithinLook(before, tried, budget);
  if (!best || best.echo > before.echo - LEAST_FALL) return undefined;
  for (let k = 1; k < MOST_TOGETHER && best.echo > LOW_ECHO; k++) {
    const better: TriedFix | undefined = bestWithinLook(before, await next(best), budget);
    if (!better || better.echo > best.echo - LEAST_FALL) break;
    best = better;
  }
  return best;
}
