import { makeStep } from '../cut/recipe.ts';
import { reshaped } from '../cut/relatives.ts';
import { FLAWS } from '../flaws/flaw.ts';
import { placeOnPlate, type FlawPlace } from '../flaws/heal.ts';
import type { Plates } from '../ink/coat.ts';
import { clamp } from '../maths/ramps.ts';
import { unmutedCoats } from '../model/brush.ts';
import type { Brush } from '../model/brush-schema.ts';
import type { Card, Grain } from '../model/coat-schema.ts';
import { plateTitle } from '../raster/raster.ts';
import type { Echo } from './echo.ts';
import type { GiveAway } from './features.ts';
import { plainFix, withCoat, type Derived, type Fix } from './fix.ts';
import { mayTurn, rowFixes, turnedAs, withMoved } from './row-fixes.ts';

/** A name that no plate has. */
function freeName(stem: string, taken: ReadonlySet<string>): string {
  let name = `${stem}.png`;
  for (let k = 2; taken.has(name); k++) name = `${stem} ${k}.png`;
  return name;
}

/** The tips of some give-aways, each cured of those that are its own. */
function curedFix(what: string, brush: Brush, plates: Plates, giveAways: readonly GiveAway[]): Fix {
  const derived: Record<string, Derived> = {};
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
/** Give-aways that a cure of their own is offered for. */
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

/** All of these at once, where there are several: what the strongest hides is seen once it is gone. */
export function cureTogether(brush: Brush, plates: Plates, { giveAways }: Echo): Fix | undefined {
  const shown = giveAways.slice(0, SHOWN);
  return shown.length > 1 ? curedFix(`${shown.length} give-aways cured`, brush, plates, shown) : undefined;
}

function cureFixes(brush: Brush, plates: Plates, { giveAways }: Echo): Fix[] {
  const worth = giveAways.filter(({ strength }) => strength >= WORTH);
  if (worth.length === 0) return [];
  const fixes = [curedFix(`${worth[0].flaw.what} cured`, brush, plates, worth.slice(0, 1))];
  if (worth.length > 1)
    fixes.push(curedFix(`${Math.min(3, worth.length)} give-aways cured`, brush, plates, worth.slice(0, 3)));
  return fixes;
}

/** Cards that a deck takes. */
const MOST_CARDS = 24;
/** Tips that are added at once. */
const RESHAPED = 4;

/**
 * Further cards made from the first whose outline, landmarks and inside differ: relatives that keep one outline are the
 * same stamp to the eye.
 */
function relativesFix(brush: Brush, place: number, plates: Plates): Fix[] {
  const { deck } = brush.coats[place];
  const [first] = deck.cards;
  if (deck.cards.length + RESHAPED > MOST_CARDS || !plates.has(first.plate)) return [];
  const taken = new Set(plates.keys());
  const derived: Record<string, Derived> = {};
  const cards: Card[] = [];
  for (let k = 0; k < RESHAPED; k++) {
    const name = freeName(`${plateTitle(first.plate)} reshaped`, taken);
    taken.add(name);
    const steps = reshaped((brush.seed >>> 0) + deck.cards.length + k);
    derived[name] = { base: first.plate, steps, relative: true };
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
  return [{ what: `${RESHAPED} more tips, reshaped from it`, brush: changed, derived }];
}

function grainFixes(brush: Brush, place: number): Fix[] {
  const { grain } = brush.coats[place];
  if (!grain || grain.fixedTo === 'dab') return [];
  const with_ = (what: string, change: (g: Grain) => Grain) =>
    plainFix(
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

/** What a band can do against its repeat: pieces from anywhere along the plate, or every second one turned about. */
function bandFixes(brush: Brush, place: number): Fix[] {
  const { band } = brush.coats[place];
  if (!band) return [];
  const with_ = (what: string, change: Partial<typeof band>) =>
    plainFix(
      what,
      withCoat(brush, place, (coat) => ({ ...coat, band: { ...band, ...change } })),
    );
  const pieces =
    band.fill === 'pieces' ? [] : [with_('laid in pieces, never the same twice in a row', { fill: 'pieces' })];
  const turned =
    band.fill === 'repeat' && !band.turnAbout ? [with_('every second repeat turned about', { turnAbout: true })] : [];
  return [...pieces, ...turned];
}

/**
 * Everything worth trying on a brush that repeats: rows, cured tips, relatives of the tip, grain. Directions that the
 * user has fixed stay.
 */
export function fixesFor(brush: Brush, plates: Plates, echo: Echo): Fix[] {
  const [place] = unmutedCoats(brush);
  if (place === undefined) return [];
  if (brush.coats[place].band) return [...bandFixes(brush, place), ...grainFixes(brush, place)];
  const grain = grainFixes(brush, place);
  const others = [
    ...cureFixes(brush, plates, echo),
    ...rowFixes(brush, place, plates),
    ...relativesFix(brush, place, plates),
  ];
  // what is most likely to help is tried, and seen, first
  return echo.grain > Math.max(echo.outline, echo.inside) ? [...grain, ...others] : [...others, ...grain];
}
