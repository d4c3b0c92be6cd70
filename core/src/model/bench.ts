import { array, boolean, lazy, object, string, type ISchema } from 'yup';
import { recipeSchema, type Recipe } from '../cut/recipe.ts';
import { GROUNDS, type Ground } from '../ink/coat.ts';
import type { Brush } from './brush.ts';
import { brushSchema } from './brush-schema.ts';
import { parseDocument, shape } from './check.ts';
import { strokeSchema, type PenStroke } from './strokes.ts';

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
/** Everything on the bench of one brush: what a version keeps and what undo reaches. */
export interface Bench extends BrushState {
  /** the user's own strokes on the wide sheet, in its px */
  strokes: PenStroke[];
  sheet: { ground: Ground; trial: boolean };
  pin: (BrushState & { label: string }) | null;
  /** properties still at their first guess, with the reason of each */
  guessed: Record<string, string>;
  /** rows that this brush keeps at hand */
  atHand: string[];
}

const plate = shape({
  sha256: string()
    .matches(/^[0-9a-f]{64}$/)
    .required(),
  source: string().uuid().nullable().default(null),
  recipe: recipeSchema.nullable().default(null),
});
const keyed = (item: ISchema<unknown>) =>
  lazy((value: unknown) =>
    object(Object.fromEntries(Object.keys((value ?? {}) as object).map((key) => [key, item]))).default({}),
  );
const state = { brush: brushSchema.required(), plates: keyed(plate.required()) };

export const benchSchema = shape({
  ...state,
  strokes: array(strokeSchema).max(2000).default([]),
  sheet: shape({ ground: string().oneOf(GROUNDS).default('white'), trial: boolean().default(true) }),
  pin: shape({ ...state, label: string().max(200).required() })
    .nullable()
    .default(null),
  guessed: keyed(string().required()),
  atHand: array(string().max(40).required()).max(40).default([]),
});

/** Reads the body of a version strictly. */
export const parseBench = (value: unknown, where = 'version'): Bench => parseDocument<Bench>(benchSchema, value, where);
