import { lerp } from '../maths/index.ts';
import type { AngleProperty, Coat, Follow, MirrorProperty, Property } from '../model/brush.ts';
import { PROPERTIES, PROPERTY_NAMES, type PropertyKind, type PropertyName } from '../model/properties.ts';
import type { PathSample } from '../path/path.ts';
import { meanReading, type DabMoment } from './reading.ts';
import { drawOf } from './spread.ts';

/** Gives a property's value for each dab of one stroke, asked in order. */
export type Values = (moment: DabMoment) => number;

export interface StrokeKey {
  seed: number;
  stroke: number;
  coat: number;
}

/** value = rest x lerp(low, high, t) / 100 (scaled) or rest + lerp(low, high, t) (added). */
export function valuesOf(
  property: Property,
  kind: PropertyKind,
  neutral: number | undefined,
  index: number,
  key: StrokeKey,
): Values {
  if (property.muted) {
    const still = neutral ?? property.rest;
    return () => still;
  }
  const { rest, low, high } = property;
  const t = meanReading(property.drivers, { ...key, property: index });
  if (!t) {
    const always = kind === 'scaled' ? (rest * high) / 100 : rest + high;
    return () => always;
  }
  return kind === 'scaled' ? (m) => (rest * lerp(low, high, t(m))) / 100 : (m) => rest + lerp(low, high, t(m));
}

const COUNT_INDEX = 100;
const MIRROR_X_INDEX = 101;
const MIRROR_Y_INDEX = 102;

function followed(follow: Follow): (hand: PathSample) => number {
  switch (follow) {
    case 'path':
      return (hand) => hand.headingDeg;
    case 'tilt':
      return (hand) => hand.tiltDirectionDeg;
    case 'twist':
      return (hand) => hand.twistDeg;
    case 'none':
    case 'chain':
      return () => 0;
  }
}

function angleValues(property: AngleProperty, turn: Values): Values {
  if (property.muted || property.follow === 'none') return turn;
  const heading = followed(property.follow);
  return (m) => turn(m) + heading(m.hand);
}

function mirrorValues(property: MirrorProperty, index: number, key: StrokeKey): (dab: number) => boolean {
  if (property.muted || property.chance <= 0) return () => false;
  const draw = drawOf({}, { ...key, property: index, driver: 0 });
  return (dab) => draw(dab) < property.chance;
}

/** Everything that varies in a coat, prepared for one stroke. */
export interface CoatValues {
  of: Record<PropertyName, Values>;
  count: Values;
  mirrorX: (dab: number) => boolean;
  mirrorY: (dab: number) => boolean;
}

export function coatValues(coat: Coat, key: StrokeKey): CoatValues {
  const properties = coat.properties;
  const of = {} as Record<PropertyName, Values>;
  PROPERTY_NAMES.forEach((name, index) => {
    const { kind, neutral } = PROPERTIES[name];
    of[name] = valuesOf(properties[name], kind, neutral, index, key);
  });
  of.angle = angleValues(properties.angle, of.angle);
  return {
    of,
    count: valuesOf(coat.count, 'scaled', 1, COUNT_INDEX, key),
    mirrorX: mirrorValues(properties.mirrorX, MIRROR_X_INDEX, key),
    mirrorY: mirrorValues(properties.mirrorY, MIRROR_Y_INDEX, key),
  };
}
