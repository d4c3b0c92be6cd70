import { array, boolean, number, string, tuple, type AnySchema } from 'yup';
import { STRAIGHT } from '../maths/curve.ts';
import { BLEND_MODES } from '../maths/blend-modes.ts';
import {
  CROSSINGS,
  DEALS,
  DRIVERS,
  FOLLOWS,
  GRAIN_APPLIES,
  GRAIN_FIXED,
  JOINS,
  MEETS,
  PER,
  SPREADS,
  type Brush,
} from './brush.ts';
import { PROPERTIES, PROPERTY_NAMES, type PropertyDefinition } from './properties.ts';
import { finite, parseDocument, shape } from './check.ts';

const unit = finite().min(0).max(1);

const rising = (points: unknown): boolean =>
  ((points ?? []) as [number, unknown][]).every((p, i, all) => i === 0 || p[0] > all[i - 1][0]);

const curveSchema = array(tuple([unit.required(), unit.required()]).required())
  .min(1)
  .max(32)
  .test('rising', '${path} must have rising x', rising)
  .default(() => STRAIGHT.map((p) => [...p]) as never);

const driverSchema = shape({
  by: string().oneOf(DRIVERS).required(),
  per: string().oneOf(PER).default(undefined),
  share: unit.default(1),
  curve: curveSchema,
  spread: string().oneOf(SPREADS).default(undefined),
  length: finite().min(1).max(10000).default(undefined),
  memory: number().integer().min(1).max(64).default(undefined),
  lengthPx: finite().min(1).max(100000).default(undefined),
});

function rangeFields(
  rest: number,
  restMin: number,
  restMax: number,
  d: Pick<PropertyDefinition, 'endMin' | 'endMax' | 'kind'>,
) {
  const end = d.kind === 'scaled' ? 100 : 0;
  return {
    rest: finite().min(restMin).max(restMax).default(rest),
    low: finite().min(d.endMin).max(d.endMax).default(end),
    high: finite().min(d.endMin).max(d.endMax).default(end),
    drivers: array(driverSchema).max(8).default([]),
    muted: boolean().default(false),
  };
}

const mirrorSchema = shape({ chance: unit.default(0), muted: boolean().default(false) });

const propertyFields: Record<string, AnySchema> = Object.fromEntries(
  PROPERTY_NAMES.map((name) => {
    const d = PROPERTIES[name];
    const fields = rangeFields(d.rest, d.restMin, d.restMax, d);
    return [
      name,
      name === 'angle' ? shape({ ...fields, follow: string().oneOf(FOLLOWS).default('none') }) : shape(fields),
    ];
  }),
);

const colour = string().matches(/^#[0-9a-fA-F]{6}$/, '${path} must be a colour such as #2A211C');

const depth = PROPERTIES.depth;
const grainSchema = shape({
  plate: string().required().max(200),
  scale: finite().min(1).max(1600).default(100),
  angle: finite().min(-360).max(360).default(0),
  mirror: boolean().default(false),
  brightness: finite().min(-100).max(100).default(0),
  contrast: finite().min(-100).max(100).default(0),
  invert: boolean().default(false),
  depth: shape(rangeFields(depth.rest, depth.restMin, depth.restMax, depth)),
  blend: string().oneOf(BLEND_MODES).default('multiply'),
  fixedTo: string().oneOf(GRAIN_FIXED).default('sheet'),
  appliesTo: string().oneOf(GRAIN_APPLIES).default('stroke'),
});

const coatSchema = shape({
  join: string().oneOf(JOINS).default('over'),
  deck: shape({
    deal: string().oneOf(DEALS).default('in-order'),
    cards: array(
      shape({
        plate: string().required().max(200),
        weight: finite().min(0).max(1000).default(1),
        muted: boolean().default(false),
        grain: grainSchema.nullable().default(undefined),
      }),
    )
      .min(1)
      .max(24)
      .required(),
    softness: finite().min(0).max(100).default(0),
  }),
  count: shape(rangeFields(1, 1, 64, { endMin: 0, endMax: 400, kind: 'scaled' })),
  meet: string().oneOf(MEETS).default('build'),
  crossing: string().oneOf(CROSSINGS).default('build'),
  muted: boolean().default(false),
  properties: shape({ ...propertyFields, mirrorX: mirrorSchema, mirrorY: mirrorSchema }),
  ink: shape({
    colour: colour.nullable().default(null),
    second: colour.nullable().default(null),
    gradient: array(tuple([unit.required(), colour.required()]).required())
      .max(16)
      .test('rising', '${path} must have rising places', rising)
      .default(() => []),
  }),
  grain: grainSchema.nullable().default(null),
  sizeFixedTo: string().oneOf(['sheet', 'screen']).default('sheet'),
  floor: shape({
    tiltDeg: finite().min(0).max(80).default(0),
    directionDeg: finite().min(-360).max(360).default(0),
  }),
});

const taperSchema = shape({
  lengthPct: finite().min(0).max(100).default(0),
  lengthPx: finite().min(0).max(100000).default(0),
  lengthDabs: finite().min(0).max(100000).default(0),
  size: finite().min(0).max(400).default(100),
  opacity: finite().min(0).max(100).default(100),
  curve: curveSchema,
});

export const brushSchema = shape({
  format: string().oneOf(['amber-stamp/brush']).required(),
  version: number().oneOf([1]).required(),
  name: string().max(120).default('Unnamed'),
  seed: number().integer().min(-2147483648).max(4294967295).default(1),
  coats: array(coatSchema).min(1).max(4).required(),
  ends: shape({ head: taperSchema, tail: taperSchema }),
  steady: finite().min(0).max(100).default(0),
});

/**
 * Reads a brush document: strict (unknown keys, wrong types, NaN are errors with the path), missing keys take their
 * defaults. Throws AmberError with code bad-json, unknown-key, bad-value or newer-version.
 */
export function parseBrush(value: unknown, where = 'brush'): Brush {
  return parseDocument<Brush>(brushSchema, value, where);
}

/** A brush with every default and one card: what a new brush is before its first guess. */
export function plainBrush(name: string, plate: string, seed = 1): Brush {
  const sparse = { format: 'amber-stamp/brush', version: 1, name, seed, coats: [{ deck: { cards: [{ plate }] } }] };
  return parseBrush(sparse);
}
