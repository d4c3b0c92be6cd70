import { array, number, type InferType } from 'yup';
import { finite, parseDocument, shape, typed } from './check.ts';

export const MAX_WIDTH_PCT = 400;
export const MAX_WIDTH_POINTS = 32;
export const MAX_SHEET_PX = 16384;
const coordinate = finite().min(-100000).max(100000);

/** x, y in px, t in ms, pressure 0..1, tilt and twist in degrees as Pointer Events define them. */
const pointSchema = shape({
  x: coordinate.required(),
  y: coordinate.required(),
  t: finite().min(0).default(0),
  pressure: finite().min(0).max(1).default(0.5),
  tiltX: finite().min(-90).max(90).default(0),
  tiltY: finite().min(-90).max(90).default(0),
  twist: finite().min(-360).max(360).default(0),
});
/** One pen sample. */
export interface PenPoint extends InferType<typeof pointSchema> {}

/** How wide a stroke is made afterwards: share of its length 0..1 and percent of the size, rising in the first. */
export type WidthProfile = [number, number][];

const isProfile = (pairs: number[][]): boolean =>
  pairs.every(
    ([at, pct], i) => at >= 0 && at <= 1 && pct >= 0 && pct <= MAX_WIDTH_PCT && (i === 0 || at > pairs[i - 1][0]),
  );
export const widthSchema = typed<WidthProfile | undefined>(
  array(array(finite().required()).length(2).required())
    .max(MAX_WIDTH_POINTS)
    .test(
      'profile',
      `\${path} must hold pairs of a rising share 0..1 and a percentage 0..${MAX_WIDTH_PCT}`,
      (pairs) => !pairs || isProfile(pairs),
    )
    .optional(),
);

export const strokeSchema = shape({
  points: array(pointSchema).min(1).max(100000).required(),
  /** empty or missing: as it was drawn */
  width: widthSchema,
});
export interface PenStroke extends InferType<typeof strokeSchema> {}

export const strokesSchema = shape({
  width: number().integer().min(1).max(MAX_SHEET_PX).required(),
  height: number().integer().min(1).max(MAX_SHEET_PX).required(),
  strokes: array(strokeSchema).max(10000).required(),
});
export interface Strokes extends InferType<typeof strokesSchema> {}

/** Reads strokes.json; missing point fields take their defaults (pressure 0.5, everything else 0). */
export const parseStrokes = (value: unknown, where = 'strokes'): Strokes => parseDocument(strokesSchema, value, where);
