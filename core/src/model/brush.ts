import type { BlendMode } from '../maths/blend-modes.ts';
import type { Curve } from '../maths/curve.ts';
import type { PropertyName } from './properties.ts';

export const DRIVERS = ['chance', 'pressure', 'tilt', 'twist', 'speed', 'heading', 'progress', 'cycle'] as const;
export type DriverName = (typeof DRIVERS)[number];
export const SPREADS = ['even', 'centred', 'drifting', 'apart'] as const;
export type Spread = (typeof SPREADS)[number];
export const PER = ['dab', 'stroke'] as const;
export const DEALS = ['in-order', 'shuffled', 'chance', 'pressure', 'tilt'] as const;
export type Deal = (typeof DEALS)[number];
export const MEETS = ['build', 'lighten', 'darken', 'difference', 'add', 'best', 'dissolve'] as const;
export const CROSSINGS = ['build', 'even'] as const;
export const JOINS = ['over', 'mask', 'cut', 'multiply', 'screen', 'darken', 'lighten', 'difference'] as const;
export const FOLLOWS = ['none', 'path', 'tilt', 'twist', 'chain'] as const;
export type Follow = (typeof FOLLOWS)[number];

/** What moves a property inside its range. `length` is in dabs (drifting), `memory` in dabs (apart). */
export interface Driver {
  by: DriverName;
  /** chance only: drawn for each dab, or once for the whole stroke */
  per?: (typeof PER)[number];
  share: number;
  curve: Curve;
  spread?: Spread;
  length?: number;
  memory?: number;
  lengthPx?: number;
}

/** Scaled: rest x lerp(low, high, t) / 100. Added: rest + lerp(low, high, t). See PROPERTIES for units. */
export interface Property {
  rest: number;
  low: number;
  high: number;
  drivers: Driver[];
  muted: boolean;
}
export interface AngleProperty extends Property {
  follow: Follow;
}
export interface MirrorProperty {
  chance: number;
  muted: boolean;
}

export const GRAIN_FIXED = ['sheet', 'stroke', 'dab'] as const;
export const GRAIN_APPLIES = ['dab', 'stroke'] as const;
/** A tiling plate that takes away from the ink. Scale, brightness and contrast in percent, angle in degrees clockwise. */
export interface Grain {
  plate: string;
  scale: number;
  angle: number;
  mirror: boolean;
  brightness: number;
  contrast: number;
  invert: boolean;
  depth: Property;
  blend: BlendMode;
  fixedTo: (typeof GRAIN_FIXED)[number];
  appliesTo: (typeof GRAIN_APPLIES)[number];
}

export interface Card {
  plate: string;
  weight: number;
  muted: boolean;
  /** its own; without one the coat's */
  grain?: Grain | null;
}
export interface Deck {
  deal: Deal;
  cards: Card[];
  softness: number;
}
export interface CoatInk {
  /** `#rrggbb`, or null: black, on a black ground white. */
  colour: string | null;
  /** where `mix` is 100; null: the first colour */
  second: string | null;
  /** coverage 0..1 and the colour that it prints in; empty: the ink's own colour */
  gradient: [number, string][];
}
export type Properties = Record<Exclude<PropertyName, 'angle'>, Property> & {
  angle: AngleProperty;
  mirrorX: MirrorProperty;
  mirrorY: MirrorProperty;
};
export interface Coat {
  join: (typeof JOINS)[number];
  deck: Deck;
  count: Property;
  meet: (typeof MEETS)[number];
  /** where a stroke comes back over itself: its dabs build up further, or the way that prints more stays */
  crossing: (typeof CROSSINGS)[number];
  /** it prints nothing, so that the others are seen without it */
  muted: boolean;
  properties: Properties;
  ink: CoatInk;
  grain: Grain | null;
  /** on the screen a dab stays as large however the sheet is zoomed */
  sizeFixedTo: 'sheet' | 'screen';
  /** how the sheet lies: dabs are foreshortened as if thrown on it. 0 degrees: it faces the eye. */
  floor: { tiltDeg: number; directionDeg: number };
}
/** The longest of the three lengths counts: percent of the stroke, px, or dabs as far apart as they rest. */
export interface Taper {
  lengthPct: number;
  lengthPx: number;
  lengthDabs: number;
  size: number;
  opacity: number;
  curve: Curve;
}
export interface Brush {
  format: 'amber-stamp/brush';
  version: 1;
  name: string;
  seed: number;
  coats: Coat[];
  ends: { head: Taper; tail: Taper };
  steady: number;
}

/** The names of all plates that a brush prints with, tips and grains, each once. */
export const plateNames = (brush: Brush): string[] => [
  ...new Set(
    brush.coats.flatMap(({ deck, grain }) => [
      ...deck.cards.flatMap((card) => (card.grain ? [card.plate, card.grain.plate] : [card.plate])),
      ...(grain ? [grain.plate] : []),
    ]),
  ),
];

/** The places of the coats that print, the lowest first. */
export const unmutedCoats = (brush: Brush): number[] =>
  brush.coats.flatMap(({ muted }, place) => (muted ? [] : [place]));

/** How large the dabs of a coat get by the range of their size, px. */
export const largestPx = ({ properties: { size } }: Pick<Coat, 'properties'>): number =>
  (size.rest * Math.max(size.low, size.high)) / 100;
