import { array, boolean, number, string, tuple, type InferType } from 'yup';
import { STRAIGHT, type Curve } from '../maths/curve.ts';
import { finite, shape, typed } from './check.ts';
import type { PropertyDefinition } from './property.ts';

export const DRIVERS = ['chance', 'pressure', 'tilt', 'twist', 'speed', 'heading', 'progress', 'cycle'] as const;
export type DriverName = (typeof DRIVERS)[number];
export const SPREADS = ['even', 'centred', 'drifting', 'apart'] as const;
export type Spread = (typeof SPREADS)[number];
const PER = ['dab', 'stroke'] as const;
export const FOLLOWS = ['none', 'path', 'tilt', 'twist', 'chain'] as const;
export type Follow = (typeof FOLLOWS)[number];

/** A share 0..1. */
export const share = () => finite().min(0).max(1);

export const rising = (points: unknown): boolean =>
  ((points ?? []) as [number, unknown][]).every((p, i, all) => i === 0 || p[0] > all[i - 1][0]);

/** Read-only for all who use it. */
export const curveSchema = typed<Curve>(
  array(tuple([share().required(), share().required()]).required())
    .min(1)
    .max(32)
    .test('rising', '${path} must have rising x', rising)
    .default(() => STRAIGHT.map((p) => [...p]) as never),
);

export const driverSchema = shape({
  by: string().oneOf(DRIVERS).required(),
  /** chance only: drawn for each dab, or once for the whole stroke */
  per: string().oneOf(PER).default(undefined),
  share: share().default(1),
  curve: curveSchema,
  spread: string().oneOf(SPREADS).default(undefined),
  /** of a drift, dabs */
  length: finite().min(1).max(10000).default(undefined),
  /** how many dabs before count for apart */
  memory: number().integer().min(1).max(64).default(undefined),
  lengthPx: finite().min(1).max(100000).default(undefined),
});
/** What moves a property inside its range. */
export interface Driver extends InferType<typeof driverSchema> {}

type RangeLimits = Pick<PropertyDefinition, 'rest' | 'restMin' | 'restMax' | 'endMin' | 'endMax' | 'kind'>;

const rangeFields = ({ rest, restMin, restMax, endMin, endMax, kind }: RangeLimits) => {
  const end = kind === 'scaled' ? 100 : 0;
  return {
    rest: finite().min(restMin).max(restMax).default(rest),
    low: finite().min(endMin).max(endMax).default(end),
    high: finite().min(endMin).max(endMax).default(end),
    drivers: array(driverSchema).max(8).default([]),
    muted: boolean().default(false),
  };
};
export const propertySchema = (limits: RangeLimits) => shape(rangeFields(limits));
/** Scaled: rest x lerp(low, high, t) / 100. Added: rest + lerp(low, high, t). See PROPERTIES for units. */
export interface Property extends InferType<ReturnType<typeof propertySchema>> {}

/** An angle may follow what the hand does besides. */
export const angleSchema = (limits: RangeLimits) =>
  shape({ ...rangeFields(limits), follow: string().oneOf(FOLLOWS).default('none') });
export interface AngleProperty extends InferType<ReturnType<typeof angleSchema>> {}

export const mirrorSchema = shape({ chance: share().default(0), muted: boolean().default(false) });
export interface MirrorProperty extends InferType<typeof mirrorSchema> {}
