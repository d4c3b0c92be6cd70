import { array, boolean, lazy, number, object, string, type ISchema } from 'yup';
import { recipeSchema, type Recipe } from '../cut/recipe.ts';
import { groundPlacementSchema, PLAIN_PLACEMENT, type GroundPlacement } from '../ground/placement.ts';
import { GROUND_FORM, type Ground } from '../ink/coat.ts';
import type { Brush } from '../model/brush.ts';
import { brushSchema } from '../model/brush-schema.ts';
import { surfaceSchema, type SurfaceState } from '../relief/press.ts';
import { LAMP, type Lamp } from '../relief/shade.ts';
import { colourSchema, finite, parseDocument, sha256Schema, shape } from '../model/check.ts';
import { strokeSchema, type PenStroke } from '../model/strokes.ts';

/** A plate of the bench: its kept bytes and the chain that it came from. */
export interface BenchPlate {
  sha256: string;
  source: string | null;
  recipe: Recipe | null;
}
export interface BrushState {
  brush: Brush;
  plates: Record<string, BenchPlate>;
}
/** A stroke of the user's on the wide sheet, and what was made of it afterwards. */
export interface OwnStroke extends PenStroke {
  /** what its chance is drawn by: it keeps its look when strokes before it go or come */
  number: number;
  /** it takes away instead of printing */
  away?: boolean;
  /** another brush, as it was when it was chosen; missing: the brush of the bench */
  state?: BrushState;
  /** its own colour for the lowest coat; missing: the brush's */
  colour?: string;
  /** how it lies on the ground; missing: as the sheet says */
  lie?: GroundPlacement;
}
/** A kept state to compare with. */
export interface Pin extends BrushState {
  label: string;
  /** the version that it was pinned at; null: none is known */
  version: string | null;
  /** as it was measured when it was pinned; null: it was not */
  echo: number | null;
  texture: number | null;
}
export interface SheetState {
  ground: Ground;
  trial: boolean;
  /** source of the picture that is the ground */
  picture: string | null;
  /** how strokes lie that say nothing themselves */
  lie: GroundPlacement;
  /** what lies over the ground where strokes uncover */
  cover: string;
  /** lights what stands above the sheet, and reliefs that are tried on a surface */
  lamp: Lamp;
  /** the surface that the tip is tried on, with what was pressed on it */
  surface: SurfaceState;
}
/** Everything on the bench of one brush: what a version keeps and what undo reaches. */
export interface Bench extends BrushState {
  /** the user's own strokes on the wide sheet, in its px */
  strokes: OwnStroke[];
  sheet: SheetState;
  pins: Pin[];
  /** properties still at their first guess, with the reason of each */
  guessed: Record<string, string>;
  /** rows that this brush keeps at hand */
  atHand: string[];
}

const plate = shape({
  sha256: sha256Schema().required(),
  source: string().uuid().nullable().default(null),
  recipe: recipeSchema.nullable().default(null),
});
const keyed = (item: ISchema<unknown>) =>
  lazy((value: unknown) =>
    object(Object.fromEntries(Object.keys((value ?? {}) as object).map((key) => [key, item]))).default({}),
  );
const state = { brush: brushSchema.required(), plates: keyed(plate.required()) };

const ownStrokeSchema = strokeSchema.shape({
  number: number().integer().min(0).required(),
  away: boolean().optional(),
  state: shape(state).optional().default(undefined),
  colour: colourSchema().optional(),
  lie: groundPlacementSchema.optional().default(undefined),
});

export const MAX_PINS = 60;
export const DEFAULT_COVER = '#b9b3a6';

export const benchSchema = shape({
  ...state,
  strokes: array(ownStrokeSchema).max(2000).default([]),
  sheet: shape({
    ground: string().matches(GROUND_FORM).default('white'),
    trial: boolean().default(true),
    picture: string().uuid().nullable().default(null),
    lie: groundPlacementSchema.default({ ...PLAIN_PLACEMENT }),
    cover: colourSchema().default(DEFAULT_COVER),
    lamp: shape({
      azimuthDeg: finite().min(-180).max(180).default(LAMP.azimuthDeg),
      altitudeDeg: finite().min(8).max(85).default(LAMP.altitudeDeg),
    }),
    surface: surfaceSchema,
  }),
  pins: array(
    shape({
      ...state,
      label: string().max(200).required(),
      version: string().uuid().nullable().default(null),
      echo: finite().min(0).max(100).nullable().default(null),
      texture: finite().min(0).max(100).nullable().default(null),
    }),
  )
    .max(MAX_PINS)
    .default([]),
  guessed: keyed(string().required()),
  atHand: array(string().max(40).required()).max(40).default([]),
});

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
  parseDocument<Bench>(benchSchema, migrated(value), where);
