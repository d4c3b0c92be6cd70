import { array, boolean, number, string, type InferType } from 'yup';
import { recipeSchema } from '../cut/recipe.ts';
import { madeSchema } from '../make/made.ts';
import { groundPlacementSchema, PLAIN_PLACEMENT } from '../ground/placement.ts';
import { GROUND_FORM, type Ground } from '../ink/coat.ts';
import { brushSchema } from '../model/brush-schema.ts';
import { colourSchema, finite, keyed, parseDocument, sha256Schema, shape, typed } from '../model/check.ts';
import { strokeSchema } from '../model/strokes.ts';
import { surfaceSchema } from '../relief/press.ts';
import { LAMP, LAMP_ALTITUDE } from '../relief/shade.ts';

export const plateSchema = shape({
  sha256: sha256Schema().required(),
  source: string().uuid().nullable().default(null),
  /** the source where it is made of settings here, and stays open to change */
  made: madeSchema,
  recipe: recipeSchema.nullable().default(null),
  /** it ends in straight lines on purpose: that is not told any more */
  asItIs: boolean().optional().default(undefined),
});
/** A plate of the bench: its kept bytes and the chain that it came from. */
export interface BenchPlate extends InferType<typeof plateSchema> {}

const state = { brush: brushSchema.required(), plates: keyed(plateSchema.required()) };
const stateSchema = shape(state);
export interface BrushState extends InferType<typeof stateSchema> {}

const ownStrokeSchema = strokeSchema.shape({
  /** what its chance is drawn by: it keeps its look when strokes before it go or come */
  number: number().integer().min(0).required(),
  /** it takes away instead of printing */
  away: boolean().optional(),
  /** another brush, as it was when it was chosen; missing: the brush of the bench */
  state: stateSchema.optional().default(undefined),
  /** the kept version that its brush is */
  version: string().uuid().optional(),
  /** its own colour for the lowest coat; missing: the brush's */
  colour: colourSchema().optional(),
  /** how it lies on the ground; missing: as the sheet says */
  lie: groundPlacementSchema.optional().default(undefined),
});
/** A stroke of the user's on the wide sheet, and what was made of it afterwards. */
export interface OwnStroke extends InferType<typeof ownStrokeSchema> {}

export const MAX_PINS = 60;
export const DEFAULT_COVER = '#b9b3a6';

const sheetSchema = shape({
  ground: typed<Ground>(string().matches(GROUND_FORM).default('white')),
  trial: boolean().default(true),
  /** source of the picture that is the ground */
  picture: string().uuid().nullable().default(null),
  /** how strokes lie that say nothing themselves */
  lie: groundPlacementSchema.default({ ...PLAIN_PLACEMENT }),
  /** what lies over the ground where strokes uncover */
  cover: colourSchema().default(DEFAULT_COVER),
  /** lights what stands above the sheet, and reliefs that are tried on a surface */
  lamp: shape({
    azimuthDeg: finite().min(-180).max(180).default(LAMP.azimuthDeg),
    altitudeDeg: finite().min(LAMP_ALTITUDE.min).max(LAMP_ALTITUDE.max).default(LAMP.altitudeDeg),
  }),
  /** the surface that the tip is tried on, with what was pressed on it */
  surface: surfaceSchema,
});
export interface SheetState extends InferType<typeof sheetSchema> {}

const pinSchema = shape({
  ...state,
  label: string().max(200).required(),
  /** the version that it was pinned at; null: none is known */
  version: string().uuid().nullable().default(null),
  /** as it was measured when it was pinned; null: it was not */
  echo: finite().min(0).max(100).nullable().default(null),
  texture: finite().min(0).max(100).nullable().default(null),
});
/** A kept state to compare with. */
export interface Pin extends InferType<typeof pinSchema> {}

export const benchSchema = shape({
  ...state,
  /** the user's own strokes on the wide sheet, in its px */
  strokes: array(ownStrokeSchema).max(2000).default([]),
  sheet: sheetSchema,
  pins: array(pinSchema).max(MAX_PINS).default([]),
  /** properties still at their first guess, with the reason of each */
  guessed: keyed(string().required()),
  /** rows that this brush keeps at hand */
  atHand: array(string().max(40).required()).max(40).default([]),
});
/** Everything on the bench of one brush: what a version keeps and what undo reaches. */
export interface Bench extends InferType<typeof benchSchema> {}

/** Chance numbers of the trial strokes come before those of the user's own. */
export const FIRST_OWN_NUMBER = 16;

/** The number of the next stroke of the user's own. */
export const nextNumber = (strokes: readonly OwnStroke[]): number =>
  Math.max(FIRST_OWN_NUMBER - 1, ...strokes.map(({ number: n }) => n)) + 1;

/** Bodies kept before there were several pins, and before strokes had numbers. */
function migrated(value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value;
  const { pin, ...body } = value as Record<string, unknown>;
  if (pin !== undefined) body.pins ??= pin === null ? [] : [pin];
  if (Array.isArray(body.strokes))
    body.strokes = body.strokes.map((stroke: unknown, i) =>
      typeof stroke === 'object' && stroke !== null && !('number' in stroke)
        ? { ...stroke, number: FIRST_OWN_NUMBER + i }
        : stroke,
    );
  return body;
}

/** Reads the body of a version strictly. */
export const parseBench = (value: unknown, where = 'version'): Bench =>
  parseDocument(benchSchema, migrated(value), where);
