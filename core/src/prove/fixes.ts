import { makeStep, type RecipeStep } from '../cut/recipe.ts';
import { RELATIVES } from '../cut/relatives.ts';
import { FLAWS } from '../flaws/flaw.ts';
import { placeOnPlate } from '../flaws/heal.ts';
import type { Plates } from '../ink/coat.ts';
import { STRAIGHT } from '../maths/curve.ts';
import { clamp } from '../maths/index.ts';
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
const withRows = (brush: Brush, place: number, rows: (p: Properties) => Partial<Properties>): Brush =>
  withCoat(brush, place, (coat) => ({ ...coat, properties: { ...coat.properties, ...rows(coat.properties) } }));

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

/** Moves, turns and sizes: what rows can do. */
function rowFixes(brush: Brush, place: number, plates: Plates): Fix[] {
  const coat = brush.coats[place];
  const p = coat.properties;
  const free = mayTurn(coat, plates);
  const rows = (what: string, change: (p: Properties) => Partial<Properties>) =>
    plain(what, withRows(brush, place, change));
  const { rest } = p.spacing;
  const fixes = [
    rows('turned by up to 30 degrees', (q) => turn(q, 30)),
    rows('half of the dabs mirrored', () => mirrors(false)),
    rows('sizes from 70 to 100 %', (q) => smaller(q, 70)),
    rows('scattered by 20 %', (q) => ({ across: moved(q.across, -20, 20), along: moved(q.along, -12, 12) })),
    rows(`spacing ${Math.round(rest * 0.6)} %`, (q) => ({ spacing: { ...q.spacing, rest: Math.max(3, rest * 0.6) } })),
    rows('flow from 55 to 100 %', (q) => ({ flow: moved(q.flow, 55, 100) })),
    rows('sizes from 70 %, half mirrored, up to 30 degrees', (q) => ({
      ...smaller(q, 70),
      ...mirrors(false),
      ...turn(q, 30),
    })),
  ];
  if (free)
    fixes.push(
      rows('turned all round', (q) => turn(q, 180)),
      rows('turned all round, half mirrored', (q) => ({ ...turn(q, 180), ...mirrors(true) })),
      rows('turned all round, mirrored, sizes from 70 %', (q) => ({
        ...turn(q, 180),
        ...mirrors(true),
        ...smaller(q, 70),
      })),
    );
  const driven = (['angle', 'size'] as const).find((name) =>
    p[name].drivers.some((d) => d.by === 'chance' && d.spread !== 'apart'),
  );
  if (driven)
    fixes.push(
      rows(`${driven} drawn apart`, (q) => ({
        [driven]: {
          ...q[driven],
          drivers: q[driven].drivers.map((d) => (d.by === 'chance' ? { ...d, spread: 'apart', memory: 3 } : d)),
        },
      })),
    );
  return fixes;
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
const KINDS = ['warped', 'waved', 'mirrored', 'warped'];

/** Further cards made from the first: warped, in a wave, mirrored, warped otherwise. */
function relativesFix(brush: Brush, place: number, plates: Plates, count: number): Fix | undefined {
  const { deck } = brush.coats[place];
  const [first] = deck.cards;
  if (deck.cards.length + count > MOST_CARDS || !plates.has(first.plate)) return undefined;
  const taken = new Set(plates.keys());
  const derived: Record<string, { base: string; steps: RecipeStep[] }> = {};
  const cards: Card[] = [];
  for (let k = 0; k < count; k++) {
    const kind = RELATIVES.find(({ name }) => name === KINDS[k % KINDS.length]);
    if (!kind) continue;
    const name = freeName(`${plateTitle(first.plate)} ${kind.name}`, taken);
    taken.add(name);
    derived[name] = { base: first.plate, steps: kind.steps((brush.seed >>> 0) + deck.cards.length + k) };
    cards.push({ plate: name, weight: first.weight, muted: false });
  }
  const changed = withCoat(brush, place, (coat) => ({
    ...coat,
    deck: {
      ...coat.deck,
      deal: coat.deck.deal === 'in-order' ? 'shuffled' : coat.deck.deal,
      cards: [...deck.cards, ...cards],
    },
  }));
  return { what: `${count === 2 ? 'two' : 'four'} relatives of the tip`, brush: changed, derived };
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
  const relatives = [2, 4].flatMap((count) => relativesFix(brush, place, plates, count) ?? []);
  return [
    ...cureFixes(brush, plates, echo),
    ...rowFixes(brush, place, plates),
    ...relatives,
    ...grainFixes(brush, place),
  ];
}
