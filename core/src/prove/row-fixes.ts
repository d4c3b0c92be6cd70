import type { Plates } from '../ink/coat.ts';
import { LN2, logTwo } from '../maths/roots.ts';
import type { Brush } from '../model/brush-schema.ts';
import type { Coat, Properties } from '../model/coat-schema.ts';
import type { Property } from '../model/driver-schema.ts';
import { expMinus } from '../maths/exponential.ts';
import { fromPlate } from '../raster/raster.ts';
import { elongationOf } from '../vary/shape.ts';
import { movedByChance } from '../vary/sweep.ts';
import { plainFix, withCoat, type Fix } from './fix.ts';

/** A property that chance moves between two ends at least as far apart as these. */
const moved = (property: Property, low: number, high: number): Property =>
  movedByChance(property, Math.min(property.low, low), Math.max(property.high, high));

const turn = (p: Properties, by: number): Partial<Properties> => ({
  angle: { ...moved(p.angle, -by, by), follow: p.angle.follow },
});
const mirrors = (both: boolean): Partial<Properties> => ({
  mirrorX: { chance: 0.5, muted: false },
  ...(both ? { mirrorY: { chance: 0.5, muted: false } } : {}),
});
const smaller = (p: Properties, percent: number): Partial<Properties> => ({
  size: moved(p.size, Math.min(percent, (p.size.high * percent) / 100), p.size.high),
});

/** Longer tips than this have a direction that must stay. */
const LONG = 1.7;

/** Whether dabs may be turned freely: no long tip, and no direction that the user has set. */
export function mayTurn(coat: Coat, plates: Plates): boolean {
  const { angle } = coat.properties;
  if (angle.rest !== 0 || ['tilt', 'twist', 'chain'].includes(angle.follow)) return false;
  return coat.deck.cards.every(({ plate }) => {
    const held = plates.get(plate);
    return !held || elongationOf(fromPlate(held)) < LONG;
  });
}

/** The spacing, at most so much, and clearly less than it was. */
const nearerRow = (row: Property, spacing: number): Property => ({ ...row, rest: Math.min(spacing, 0.8 * row.rest) });

/** Dabs nearer to one another, each thinner by as much as there are more of them: as much ink lies on the sheet. */
function closer(coat: Coat, spacing: number): Coat {
  const { spacing: row, flow } = coat.properties;
  const near = nearerRow(row, spacing);
  // of what a dab lets through, the root by how many more there are: by halving, since few powers are needed
  const through = Math.max(0.02, 1 - flow.rest / 100);
  const thinner = 100 * (1 - rootByShare(through, near.rest / row.rest));
  return {
    ...coat,
    properties: {
      ...coat.properties,
      spacing: near,
      flow: { ...flow, rest: Math.max(4, Math.round(thinner * 10) / 10) },
    },
  };
}

/** x to the power of a share 0..1, x 0..1. */
const rootByShare = (x: number, share: number): number => expMinus(-logTwo(x) * share * LN2);

/** Dabs nearer to one another of which the strongest prints at each place. */
const closerBest = (coat: Coat, spacing: number): Coat => ({
  ...coat,
  meet: 'best',
  properties: {
    ...coat.properties,
    spacing: nearerRow(coat.properties.spacing, spacing),
  },
});

export const withMoved = (coat: Coat, change: (p: Properties) => Partial<Properties>): Coat => ({
  ...coat,
  properties: { ...coat.properties, ...change(coat.properties) },
});
const scattered = (p: Properties, by: number): Partial<Properties> => ({
  across: moved(p.across, -by, by),
  along: moved(p.along, -by, by),
});

/** How dabs may be turned that have no direction of their own, and those that have: not at all, only mirrored. */
export const turnedAs = (free: boolean, p: Properties): Partial<Properties> => ({
  ...(free ? turn(p, 180) : {}),
  ...mirrors(free),
});

/** Spacings that are tried: outlines drown the sooner the nearer dabs lie. */
const NEAR = 12;
/** Percent of the tip, as all of them. */
const NEARER = 7;
/** The nearest that is still worth its time. */
const NEAREST = 5;
/** Nearer dabs where the strongest is kept, which hides less and leaves more of the look. */
const BEST_NEAR = 22;
/** The nearest of these. */
const BEST_NEAREST = 14;
/** Nearer than this already, nothing comes of laying dabs nearer still. */
const DENSE = 5;

/** What loose dabs do besides lying nearer: how far they are scattered and how small they become, percent. */
const SCATTER = 15;
/** The smallest, percent of the size. */
const SIZES = 55;

/** Moves, turns, sizes and nearness: what rows can do. */
export function rowFixes(brush: Brush, place: number, plates: Plates): Fix[] {
  const coat = brush.coats[place];
  const free = mayTurn(coat, plates);
  const how = free ? 'turned all round' : 'half mirrored';
  const fix = (what: string, change: (coat: Coat) => Coat) => plainFix(what, withCoat(brush, place, change));
  const turned = (c: Coat): Coat => withMoved(c, (p) => turnedAs(free, p));
  const loose = (c: Coat): Coat => withMoved(turned(c), (p) => ({ ...scattered(p, SCATTER), ...smaller(p, SIZES) }));
  const fixes = [
    fix(free ? 'turned all round, half mirrored' : 'turned by up to 30 degrees, half mirrored', (c) =>
      withMoved(c, (p) => (free ? turnedAs(true, p) : { ...turn(p, 30), ...mirrors(false) })),
    ),
    fix(`${how}, scattered by 20 %`, (c) => withMoved(c, (p) => ({ ...turnedAs(free, p), ...scattered(p, 20) }))),
    ...(free ? [fix('half of the dabs mirrored', (c) => withMoved(c, () => mirrors(false)))] : []),
  ];
  if (coat.properties.spacing.rest <= DENSE) return fixes;
  return [
    ...fixes,
    fix('dabs nearer and thinner', (c) => closer(c, NEARER)),
    fix(`dabs nearer and thinner, ${how}`, (c) => turned(closer(c, NEAR))),
    fix(`dabs much nearer and thinner, ${how}`, (c) => turned(closer(c, NEAREST))),
    fix(`dabs nearer and thinner, ${how}, scattered, of many sizes`, (c) => loose(closer(c, NEARER))),
    fix(`dabs nearer, the strongest kept, ${how}`, (c) => turned(closerBest(c, BEST_NEAR))),
    fix(`dabs much nearer, the strongest kept, ${how}`, (c) => turned(closerBest(c, BEST_NEAREST))),
    fix(`dabs nearer, the strongest kept, ${how}, scattered, of many sizes`, (c) => loose(closerBest(c, NEAR))),
  ];
}

/** What a little nearer is: so much of the spacing. */
const LITTLE = 0.78;

/** A fix that laid dabs nearer, and now a little nearer still: as near as the look allows is found by small steps. */
export function littleNearer(brush: Brush, place: number): Fix {
  const { meet, properties } = brush.coats[place];
  const spacing = LITTLE * properties.spacing.rest;
  return plainFix(
    'dabs a little nearer still',
    withCoat(brush, place, (c) => (meet === 'best' ? closerBest(c, spacing) : closer(c, spacing))),
  );
}
