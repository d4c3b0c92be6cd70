import { array, number } from 'yup';
import { finite, parseDocument, shape } from './check.ts';

/** One pen sample: x, y in px, t in ms, pressure 0..1, tilt and twist in degrees as Pointer Events define them. */
export interface PenPoint {
  x: number;
  y: number;
  t: number;
  pressure: number;
  tiltX: number;
  tiltY: number;
  twist: number;
}
/** How wide a stroke is made afterwards: share of its length 0..1 and percent of the size, rising in the first. */
export type WidthProfile = [number, number][];
export interface PenStroke {
  points: PenPoint[];
  /** empty or missing: as it was drawn */
  width?: WidthProfile;
}
export const MAX_WIDTH_PCT = 400;
export const MAX_WIDTH_POINTS = 32;
export interface Strokes {
  width: number;
  height: number;
  strokes: PenStroke[];
}

export const MAX_SHEET_PX = 16384;
const coordinate = finite().min(-100000).max(100000);

export const strokeSchema = shape({
  points: array(
    shape({
      x: coordinate.required(),
      y: coordinate.required(),
      t: finite().min(0).default(0),
      pressure: finite().min(0).max(1).default(0.5),
      tiltX: finite().min(-90).max(90).default(0),
      tiltY: finite().min(-90).max(90).default(0),
      twist: finite().min(-360).max(360).default(0),
    }),
  )
    .min(1)
    .max(100000)
    .required(),
  width: array(array(finite().required()).length(2).required())
    .max(MAX_WIDTH_POINTS)
    .test(
      'profile',
      `\${path} must hold pairs of a rising share 0..1 and a percentage 0..${MAX_WIDTH_PCT}`,
      (pairs) =>
        !pairs ||
        pairs.every(
          ([at, pct], i) =>
            at >= 0 && at <= 1 && pct >= 0 && pct <= MAX_WIDTH_PCT && (i === 0 || at > (pairs[i - 1] as number[])[0]),
        ),
    )
    .optional(),
});

export const strokesSchema = shape({
  width: number().integer().min(1).max(MAX_SHEET_PX).required(),
  height: number().integer().min(1).max(MAX_SHEET_PX).required(),
  strokes: array(strokeSchema).max(10000).required(),
});

/** Reads strokes.json; missing point fields take their defaults (pressure 0.5, everything else 0). */
export const parseStrokes = (value: unknown, where = 'strokes'): Strokes =>
  parseDocument<Strokes>(strokesSchema, value, where);
