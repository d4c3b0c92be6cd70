import { lerp } from '../maths/ramps.ts';
import type { Coat } from '../model/coat-schema.ts';
import type { AngleProperty, Follow, MirrorProperty, Property } from '../model/driver-schema.ts';
import { PROPERTIES, PROPERTY_NAMES, type PropertyName } from '../model/properties.ts';
import type { PropertyKind } from '../model/property.ts';
import type { Column, PenColumns } from './pen-columns.ts';
import { meanReading } from './reading.ts';
import { drawOf } from './spread.ts';

export interface StrokeKey {
  seed: number;
  stroke: number;
  coat: number;
}

function constant(value: number): Column {
  const column = (_hands: PenColumns, from: number, to: number, out: Float64Array): void => {
    if (to - from === 1) out[from] = value;
    else out.fill(value, from, to);
  };
  return Object.assign(column, { always: value });
}

/** So many dabs at a time: what one loop leaves is still close by for the next. */
const BLOCK = 512;

/** value = rest x lerp(low, high, t) / 100 (scaled) or rest + lerp(low, high, t) (added). */
export function valuesOf(
  property: Property,
  kind: PropertyKind,
  neutral: number | undefined,
  index: number,
  key: StrokeKey,
): Column {
  if (property.muted) return constant(neutral ?? property.rest);
  const { rest, low, high } = property;
  const scaled = kind === 'scaled';
  const t = meanReading(property.drivers, { ...key, property: index });
  if (!t) return constant(scaled ? (rest * high) / 100 : rest + high);
  return (pen, from, to, out) => {
    for (let at = from; at < to; at += BLOCK) {
      const end = Math.min(to, at + BLOCK);
      t(pen, at, end, out);
      if (scaled) for (let i = at; i < end; i++) out[i] = (rest * lerp(low, high, out[i])) / 100;
      else for (let i = at; i < end; i++) out[i] = rest + lerp(low, high, out[i]);
    }
  };
}

const COUNT_INDEX = 100;
const MIRROR_X_INDEX = 101;
const MIRROR_Y_INDEX = 102;

const FOLLOWED: Partial<Record<Follow, (pen: PenColumns) => Float64Array>> = {
  path: (pen) => pen.headingDeg,
  tilt: (pen) => pen.tiltDirectionDeg,
  twist: (pen) => pen.twistDeg,
  // the heading of a link is that of its chord
  chain: (pen) => pen.headingDeg,
};

function angleValues(property: AngleProperty, turn: Column): Column {
  const followed = property.muted ? undefined : FOLLOWED[property.follow];
  if (!followed) return turn;
  return (pen, from, to, out) => {
    turn(pen, from, to, out);
    const heading = followed(pen);
    for (let i = from; i < to; i++) out[i] += heading[i];
  };
}

/** 1 where the dab is mirrored, 0 where it is not. */
function mirrorValues(property: MirrorProperty, index: number, key: StrokeKey): Column {
  if (property.muted || property.chance <= 0) return constant(0);
  const draw = drawOf({}, { ...key, property: index, driver: 0 });
  return (_hands, from, to, out) => {
    for (let i = from; i < to; i++) out[i] = draw(i) < property.chance ? 1 : 0;
  };
}

/** Everything that varies in a coat, prepared for one stroke. */
export interface CoatValues {
  of: Record<PropertyName, Column>;
  count: Column;
  mirrorX: Column;
  mirrorY: Column;
}

export function coatValues(coat: Coat, key: StrokeKey): CoatValues {
  const properties = coat.properties;
  const of = {} as Record<PropertyName, Column>;
  PROPERTY_NAMES.forEach((name, index) => {
    const { kind, neutral } = PROPERTIES[name];
    of[name] = valuesOf(properties[name], kind, neutral, index, key);
  });
  of.angle = angleValues(properties.angle, of.angle);
  // a coat with a grain has the depth beside it
  if (coat.grain) of.depth = valuesOf(coat.grain.depth, 'scaled', 100, PROPERTY_NAMES.indexOf('depth'), key);
  return {
    of,
    count: valuesOf(coat.count, 'scaled', 1, COUNT_INDEX, key),
    mirrorX: mirrorValues(properties.mirrorX, MIRROR_X_INDEX, key),
    mirrorY: mirrorValues(properties.mirrorY, MIRROR_Y_INDEX, key),
  };
}
