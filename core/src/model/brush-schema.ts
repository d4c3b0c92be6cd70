import { array, number, string, type InferType } from 'yup';
import { finite, parseDocument, shape } from './check.ts';
import { coatSchema } from './coat-schema.ts';
import { curveSchema } from './driver-schema.ts';

export const taperSchema = shape({
  lengthPct: finite().min(0).max(100).default(0),
  lengthPx: finite().min(0).max(100000).default(0),
  lengthDabs: finite().min(0).max(100000).default(0),
  size: finite().min(0).max(400).default(100),
  opacity: finite().min(0).max(100).default(100),
  curve: curveSchema,
});
/** The longest of the three lengths counts: percent of the stroke, px, or dabs as far apart as they rest. */
export interface Taper extends InferType<typeof taperSchema> {}

export const brushSchema = shape({
  format: string().oneOf(['amber-stamp/brush']).required(),
  version: number().oneOf([1]).required(),
  name: string().max(120).default('Unnamed'),
  seed: number().integer().min(-2147483648).max(4294967295).default(1),
  coats: array(coatSchema).min(1).max(4).required(),
  ends: shape({ head: taperSchema, tail: taperSchema }),
  steady: finite().min(0).max(100).default(0),
});
export interface Brush extends InferType<typeof brushSchema> {}

/**
 * Reads a brush document: strict (unknown keys, wrong types, NaN are errors with the path), missing keys take their
 * defaults. Throws AmberError with code bad-json, unknown-key, bad-value or newer-version.
 */
export const parseBrush = (value: unknown, where = 'brush'): Brush => parseDocument(brushSchema, value, where);

/** A brush with every default and one card: what a new brush is before its first guess. */
export const plainBrush = (name: string, plate: string, seed = 1): Brush =>
  parseBrush({ format: 'amber-stamp/brush', version: 1, name, seed, coats: [{ deck: { cards: [{ plate }] } }] });
