import { makeStep, type RecipeStep } from '../cut/recipe.ts';
import { reshaped } from '../cut/relatives.ts';
import { FLAWS } from '../flaws/flaw.ts';
import { placeOnPlate, type FlawPlace } from '../flaws/heal.ts';
import type { Plates } from '../ink/coat.ts';
import { STRAIGHT } from '../maths/curve.ts';
import { clamp } from '../maths/index.ts';
import { LN2, logTwo } from '../maths/roots.ts';
import { expMinus } from '../raster/blur.ts';
import {
  soundingCoats,
  type Brush,
  type Card,
  type Coat,
  type Driver,
  type Grain,
  type Properties,
  type Property,
} from '../model/brush.ts';
import { fromPlate, plateTitle } from '../raster/raster.ts';
import { measureShape } from '../vary/shape.ts';
import type { Echo } from './echo.ts';
import type { GiveAway } from './features.ts';

/** A brush changed so that it repeats less, and the plates that it needs beyond those that are there. */
export interface Fix {
  what: string;
  brush: Brush;
  /** new plates by name: another plate, cut further */
  derived: Readonly<Record<string, { base: string; steps: RecipeStep[] }>>;
}

const CHANCE: Driver = { by: 'chance', share: 1, curve: STRAIGHT };

/** A property that chance moves between two ends at least as far apart as these; what drives it already goes on. */
function moved(property: Property, low: number, high: number, spread?: Driver['spread']): Property {
  const by = property.drivers.some((d) => d.by === 'chance');
  const chance: Driver = { ...CHANCE, share: property.drivers.length > 0 ? 0.5 : 1, ...(spread ? { spread } : {}) };
  return {
    ...property,
    muted: false,
    low: Math.min(property.low, low),
    high: Math.max(property.high, high),
    drivers: by ? property.drivers : [...property.drivers, chance],
  };
}

const withCoat = (brush: Brush, place: number, change: (coat: Coat) => Coat): Brush => ({
  ...brush,
  coats: brush.coats.map((coat, k) => (k === place ? change(coat) : coat)),
});
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
function mayTurn(coat: Coat, plates: Plates): boolean {
  const { angle } = coat.properties;
  if (angle.rest !== 0 || ['tilt', 'twist', 'chain'].includes(angle.follow)) return false;
  return coat.deck.cards.every(({ plate }) => {
    const held = plates.get(plate);
    return !held || measureShape(fromPlate(held)).elongation < LONG;
  });
}

const plain = (what: string, brush: Brush): Fix => ({ what, brush, derived: {} });

/** Dabs nearer to one another, each thinner by as much as there are more of them: as much ink lies on the sheet. */
function closer(coat: Coat, spacing: number): Coat {
  const { spacing: row, flow } = coat.properties;
  const rest = Math.min(spacing, 0.8 * row.rest);
  // of what a dab lets through, the root by how many more there are: by halving, since few powers are needed
  const through = Math.max(0.02, 1 - flow.rest / 100);
  const thinner = 100 * (1 - rootByShare(through, rest / row.rest));
  return {
    ...coat,
    properties: {
      ...coat.properties,
      spacing: { ...row, rest },
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
    spacing: { ...coat.properties.spacing, rest: Math.min(spacing, 0.8 * coat.properties.spacing.rest) },
  },
});

const withMoved = (coat: Coat, change: (p: Properties) => Partial<Properties>): Coat => ({
  ...coat,
  properties: { ...coat.properties, ...change(coat.properties) },
});
const scattered = (p: Properties, by: number): Partial<Properties> => ({
  across: moved(p.across, -by, by),
  along: moved(p.along, -by, by),
});

/** How dabs may be turned that have no direction of their own, and those that have: not at all, only mirrored. */
const turnedAs = (free: boolean, p: Properties): Partial<Properties> => ({
  ...(free ? turn(p, 180) : {}),
  ...mirrors(free),
});

/** Spacings that are tried: outlines drown the sooner the nearer dabs lie. */
const NEAR = 20;
const NEARER = 12;
const NEAREST = 6;
/** Nearer than this already, nothing comes of laying dabs nearer still. */
const DENSE = 5;

/** Moves, turns, sizes and nearness: what rows can do. */
function rowFixes(brush: Brush, place: number, plates: Plates): Fix[] {
  const coat = brush.coats[place];
  const free = mayTurn(coat, plates);
  const how = free ? 'turned all round' : 'half mirrored';
  const fix = (what: string, change: (coat: Coat) => Coat) => plain(what, withCoat(brush, place, change));
  const nearer = (c: Coat, spacing: number, by: number, size: number): Coat =>
    withMoved(closer(c, spacing), (p) => ({
      ...turnedAs(free, p),
      ...(by > 0 ? scattered(p, by) : {}),
      ...(size < 100 ? smaller(p, size) : {}),
    }));
  const fixes = [
    fix(free ? 'turned all round, half mirrored' : 'turned by up to 30 degrees, half mirrored', (c) =>
      withMoved(c, (p) => (free ? turnedAs(true, p) : { ...turn(p, 30), ...mirrors(false) })),
    ),
    fix(`${how}, scattered by 20 %`, (c) => withMoved(c, (p) => ({ ...turnedAs(free, p), ...scattered(p, 20) }))),
    fix('half of the dabs mirrored', (c) => withMoved(c, () => mirrors(false))),
  ];
  if (coat.properties.spacing.rest <= DENSE) return fixes;
  return [
    ...fixes,
    fix('dabs nearer and thinner', (c) => closer(c, NEAREST)),
    fix('dabs nearer, the strongest kept', (c) => closerBest(c, NEAR)),
    fix(`dabs nearer and thinner, ${how}`, (c) => nearer(c, NEAR, 0, 100)),
    fix(`dabs much nearer and thinner, ${how}`, (c) => nearer(c, 8, 0, 100)),
    fix(`dabs nearer and thinner, ${how}, scattered`, (c) => nearer(c, NEARER, 20, 100)),
    fix(`dabs nearer and thinner, ${how}, scattered, sizes from 50 %`, (c) => nearer(c, NEARER, 15, 50)),
    fix(`dabs much nearer and thinner, ${how}, scattered, sizes from 50 %`, (c) => nearer(c, NEAREST, 15, 50)),
  ];
}

/** A name that no plate has. */
function freeName(stem: string, taken: ReadonlySet<string>): string {
  let name = `${stem}.png`;
  for (let k = 2; taken.has(name); k++) name = `${stem} ${k}.png`;
  return name;
}

/** Cards whose give-aways are cured, the `most` strongest of each. */
function curedFix(what: string, brush: Brush, plates: Plates, giveAways: readonly GiveAway[]): Fix {
  const derived: Record<string, { base: string; steps: RecipeStep[] }> = {};
  const taken = new Set(plates.keys());
  let changed = brush;
  const byCard = new Map<string, GiveAway[]>();
  for (const g of giveAways) {
    const key = `${g.coat} ${g.card}`;
    byCard.set(key, [...(byCard.get(key) ?? []), g]);
  }
  for (const same of byCard.values()) {
    const { coat, card } = same[0];
    const base = brush.coats[coat].deck.cards[card].plate;
    const held = plates.get(base);
    if (!held) continue;
    const places = same.map(({ flaw }) => {
      const place = placeOnPlate(held, flaw);
      return [FLAWS.indexOf(place.what), place.x, place.y];
    });
    const name = freeName(`${plateTitle(base)} cured`, taken);
    taken.add(name);
    derived[name] = { base, steps: [makeStep('heal', { places })] };
    changed = withCoat(changed, coat, (c) => ({
      ...c,
      deck: { ...c.deck, cards: c.deck.cards.map((k, i) => (i === card ? { ...k, plate: name } : k)) },
    }));
  }
  return { what, brush: changed, derived };
}

/** What is weaker gives nothing away worth a cut. */
const WORTH = 5;

/** The fix of one give-away alone, for those that are shown. */
export interface SingleCure {
  giveAway: Pick<GiveAway, 'coat' | 'card'> & { place: FlawPlace };
  fix: Fix;
}
const SHOWN = 4;

/** Each of the strongest give-aways cured by itself: what cures nothing when it is tried is not offered. */
export function singleCures(brush: Brush, plates: Plates, { giveAways }: Echo): SingleCure[] {
  return giveAways.slice(0, SHOWN).flatMap((g, k) => {
    const { coat, card, flaw } = g;
    const held = plates.get(brush.coats[coat].deck.cards[card].plate);
    if (!held) return [];
    const fix = curedFix(`give-away ${k + 1} cured`, brush, plates, [g]);
    return [{ giveAway: { coat, card, place: placeOnPlate(held, flaw) }, fix }];
  });
}

function cureFixes(brush: Brush, plates: Plates, { giveAways }: Echo): Fix[] {
  const worth = giveAways.filter(({ strength }) => strength >= WORTH);
  if (worth.length === 0) return [];
  const fixes = [curedFix(`${worth[0].flaw.what} cured`, brush, plates, worth.slice(0, 1))];
  if (worth.length > 1)
    fixes.push(curedFix(`${Math.min(3, worth.length)} give-aways cured`, brush, plates, worth.slice(0, 3)));
  if (worth.length > 5)
    fixes.push(curedFix(`${Math.min(8, worth.length)} give-aways cured`, brush, plates, worth.slice(0, 8)));
  return fixes;
}

const MOST_CARDS = 24;
const RESHAPED = 4;

/**
 * Further cards made from the first whose outline, landmarks and inside differ: relatives that keep one outline are the
 * same stamp to the eye.
 */
function relativesFix(brush: Brush, place: number, plates: Plates, count: number): Fix[] | undefined {
  const { deck } = brush.coats[place];
  const [first] = deck.cards;
  if (deck.cards.length + count > MOST_CARDS || !plates.has(first.plate)) return undefined;
  const taken = new Set(plates.keys());
  const derived: Record<string, { base: string; steps: RecipeStep[] }> = {};
  const cards: Card[] = [];
  for (let k = 0; k < count; k++) {
    const name = freeName(`${plateTitle(first.plate)} reshaped`, taken);
    taken.add(name);
    derived[name] = { base: first.plate, steps: reshaped((brush.seed >>> 0) + deck.cards.length + k) };
    cards.push({ plate: name, weight: first.weight, muted: false });
  }
  const free = mayTurn(brush.coats[place], plates);
  const changed = withCoat(brush, place, (coat) => ({
    ...withMoved(coat, (p) => turnedAs(free, p)),
    deck: {
      ...coat.deck,
      deal: coat.deck.deal === 'in-order' ? 'shuffled' : coat.deck.deal,
      cards: [...deck.cards, ...cards],
    },
  }));
  return [{ what: `${count} more tips, reshaped from it`, brush: changed, derived }];
}

function grainFixes(brush: Brush, place: number): Fix[] {
  const { grain } = brush.coats[place];
  if (!grain || grain.fixedTo === 'dab') return [];
  const with_ = (what: string, change: (g: Grain) => Grain) =>
    plain(
      what,
      withCoat(brush, place, (coat) => ({ ...coat, grain: change(grain) })),
    );
  return [
    with_('grain twice as large', (g) => ({ ...g, scale: Math.min(1600, g.scale * 2) })),
    with_('grain turned by 31 degrees', (g) => ({ ...g, angle: ((g.angle + 31 + 180) % 360) - 180 })),
    with_('grain moving with the dab', (g) => ({ ...g, fixedTo: 'dab', appliesTo: 'dab' })),
    with_('grain a third shallower', (g) => ({
      ...g,
      depth: { ...g.depth, rest: clamp(g.depth.rest * 0.67, 0, 100) },
    })),
  ];
}

/**
 * Everything worth trying on a brush that repeats: rows, cured tips, relatives of the tip, grain. Directions that the
 * user has fixed stay.
 */
export function fixesFor(brush: Brush, plates: Plates, echo: Echo): Fix[] {
  const [place] = soundingCoats(brush);
  if (place === undefined) return [];
  return [
    ...cureFixes(brush, plates, echo),
    ...rowFixes(brush, place, plates),
    ...(relativesFix(brush, place, plates, RESHAPED) ?? []),
    ...grainFixes(brush, place),
  ];
}
