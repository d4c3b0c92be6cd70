import { array, boolean, string, tuple, type InferType } from 'yup';
import { BLEND_MODES } from '../maths/blend-modes.ts';
import { finite, shape } from './check.ts';
import { CROSSINGS, DEALS, HOLDS, JOINS, MEETS } from './choices.ts';
import { angleSchema, mirrorSchema, propertySchema, rising, share } from './driver-schema.ts';
import { COUNT, PROPERTIES, PROPERTY_NAMES, type PropertyName } from './properties.ts';

const GRAIN_FIXED = ['sheet', 'stroke', 'dab'] as const;
const GRAIN_APPLIES = ['dab', 'stroke'] as const;

const plateName = () => string().required().max(200);
const colour = () => string().matches(/^#[0-9a-fA-F]{6}$/, '${path} must be a colour such as #2A211C');

export const grainSchema = shape({
  plate: plateName(),
  /** percent of the pixels of its plate */
  scale: finite().min(1).max(1600).default(100),
  /** degrees clockwise */
  angle: finite().min(-360).max(360).default(0),
  mirror: boolean().default(false),
  /** percent, as the contrast is */
  brightness: finite().min(-100).max(100).default(0),
  contrast: finite().min(-100).max(100).default(0),
  invert: boolean().default(false),
  depth: propertySchema(PROPERTIES.depth),
  blend: string().oneOf(BLEND_MODES).default('multiply'),
  fixedTo: string().oneOf(GRAIN_FIXED).default('sheet'),
  appliesTo: string().oneOf(GRAIN_APPLIES).default('stroke'),
});
/** A tiling plate that takes away from the ink. */
export interface Grain extends InferType<typeof grainSchema> {}
/** A grain with every default, from a plate. */
export const plainGrain = (plate: string): Grain => grainSchema.cast({ plate });

export const cardSchema = shape({
  plate: plateName(),
  weight: finite().min(0).max(1000).default(1),
  muted: boolean().default(false),
  /** its own; without one the coat's */
  grain: grainSchema.nullable().optional().default(undefined),
});
export interface Card extends InferType<typeof cardSchema> {}

/** A deck deals no more cards. */
export const MOST_CARDS = 24;

export const deckSchema = shape({
  deal: string().oneOf(DEALS).default('in-order'),
  cards: array(cardSchema).min(1).max(MOST_CARDS).required(),
  softness: finite().min(0).max(100).default(0),
});
export interface Deck extends InferType<typeof deckSchema> {}

export const inkSchema = shape({
  /** `#rrggbb`, or null: black, on a black ground white */
  colour: colour().nullable().default(null),
  /** where `mix` is 100; null: the first colour */
  second: colour().nullable().default(null),
  /** coverage 0..1 and the colour that it prints in; empty: the ink's own colour */
  gradient: array(tuple([share().required(), colour().required()]).required())
    .max(16)
    .test('rising', '${path} must have rising places', rising)
    .default(() => []),
});
export interface CoatInk extends InferType<typeof inkSchema> {}

type PropertySchemas = Record<Exclude<PropertyName, 'angle'>, ReturnType<typeof propertySchema>> & {
  angle: ReturnType<typeof angleSchema>;
};
const propertySchemas = Object.fromEntries(
  PROPERTY_NAMES.map((name) => [name, (name === 'angle' ? angleSchema : propertySchema)(PROPERTIES[name])]),
) as PropertySchemas;

export const propertiesSchema = shape({ ...propertySchemas, mirrorX: mirrorSchema, mirrorY: mirrorSchema });
export interface Properties extends InferType<typeof propertiesSchema> {}

/** How the sheet lies: dabs are foreshortened as if thrown on it; 0 degrees: it faces the eye. */
export const floorSchema = shape({
  tiltDeg: finite().min(0).max(80).default(0),
  directionDeg: finite().min(-360).max(360).default(0),
});

export const BAND_FILLS = ['stretch', 'repeat', 'once', 'pieces'] as const;
export const BAND_CORNERS = ['round', 'folded', 'parted'] as const;

/** A plate that is bent along the path instead of stamped, its left end at the head. */
const bandShape = shape({
  /**
   * its middle drawn out to the stroke's length; whole repeats; once at its own proportions and nothing after it; pieces of
   * the cards, from places along them, faded into each other
   */
  fill: string().oneOf(BAND_FILLS).default('repeat'),
  /** every second repeat mirrored along the path: its ends always meet */
  turnAbout: boolean().default(false),
  /** percent of the plate's length that keep their shape at the stroke's ends; 0 for none */
  head: finite().min(0).max(100).default(0),
  tail: finite().min(0).max(100).default(0),
  /** percent: how long one repeat is against the plate's own proportions */
  length: finite().min(5).max(2000).default(100),
  /** where the path turns by more than 60 degrees at once: bent like all else; mitred; ended, and begun anew across it */
  corner: string().oneOf(BAND_CORNERS).default('round'),
  /** pieces: percent of a piece that is faded into the next */
  overlap: finite().min(0).max(50).default(12),
});
export const bandFields = bandShape.fields;
/** Head and tail together, percent: a middle is always left. */
export const MOST_ENDS_PCT = 95;
export interface Band extends InferType<typeof bandShape> {}
/** What a band is where nothing is written. */
export const PLAIN_BAND: Readonly<Band> = bandShape.getDefault();

export const bandSchema = bandShape
  // defaults come after the check
  .test(
    'ends',
    `\${path} must leave room: head and tail are at most ${MOST_ENDS_PCT} together`,
    (band) => (band?.head ?? 0) + (band?.tail ?? 0) <= MOST_ENDS_PCT,
  )
  .optional()
  .default(undefined);

export const coatSchema = shape({
  join: string().oneOf(JOINS).default('over'),
  deck: deckSchema,
  /** missing: its dabs are stamped */
  band: bandSchema,
  count: propertySchema(COUNT),
  meet: string().oneOf(MEETS).default('build'),
  /** where a stroke comes back over itself: its dabs build up further, or the way that prints more stays */
  crossing: string().oneOf(CROSSINGS).default('build'),
  /** it prints nothing, so that the others are seen without it */
  muted: boolean().default(false),
  properties: propertiesSchema,
  ink: inkSchema,
  grain: grainSchema.nullable().default(null),
  /** as dabs grow they stay as thick as the smallest, or half of the way; missing: they grow thicker as well */
  holdThickness: string().oneOf(HOLDS).default(undefined),
  /** on the screen a dab stays as large however the sheet is zoomed */
  sizeFixedTo: string().oneOf(['sheet', 'screen']).default('sheet'),
  floor: floorSchema,
});
export interface Coat extends InferType<typeof coatSchema> {}
