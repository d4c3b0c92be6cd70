import { curveFunction, isStraight } from '../maths/curve.ts';
import { clamp } from '../maths/index.ts';
import type { Driver } from '../model/brush.ts';
import type { Column } from './hands.ts';
import { drawOf, type DrawKey } from './spread.ts';

/** The speed in px per ms that reads as 1. */
export const FULL_SPEED = 3;
const CYCLE_PX = 400;

const fraction = (v: number): number => v - Math.floor(v);

/** A column of the hand as it stands. */
const copied =
  (name: 'pressure' | 'tilt'): Column =>
  (hands, from, to, out) => {
    const column = hands[name];
    for (let i = from; i < to; i++) out[i] = column[i];
  };

/** A direction as a share of the full turn. */
const turned =
  (name: 'twistDeg' | 'headingDeg'): Column =>
  (hands, from, to, out) => {
    const column = hands[name];
    for (let i = from; i < to; i++) out[i] = fraction(column[i] / 360);
  };

const speed: Column = (hands, from, to, out) => {
  for (let i = from; i < to; i++) out[i] = clamp(hands.speed[i] / FULL_SPEED);
};

const progress: Column = (hands, from, to, out) => {
  for (let i = from; i < to; i++) out[i] = hands.lengthPx > 0 ? clamp(hands.alongPx[i] / hands.lengthPx) : 0;
};

const cycle =
  (lengthPx: number): Column =>
  (hands, from, to, out) => {
    for (let i = from; i < to; i++) out[i] = fraction(hands.alongPx[i] / lengthPx);
  };

/** A driver's reading 0..1 before its curve. */
function readingOf(driver: Driver, key: DrawKey): Column {
  switch (driver.by) {
    case 'chance': {
      const draw = drawOf(driver, key);
      return (_hands, from, to, out) => draw(from, to, out);
    }
    case 'pressure':
    case 'tilt':
      return copied(driver.by);
    case 'twist':
      return turned('twistDeg');
    case 'heading':
      return turned('headingDeg');
    case 'speed':
      return speed;
    case 'progress':
      return progress;
    case 'cycle':
      return cycle(driver.lengthPx ?? CYCLE_PX);
  }
}

/** A reading through its driver's curve; the straight curve changes nothing. */
function curved(read: Column, { curve }: Driver): Column {
  if (isStraight(curve)) return read;
  const bend = curveFunction(curve);
  return (hands, from, to, out) => {
    read(hands, from, to, out);
    for (let i = from; i < to; i++) out[i] = bend(out[i]);
  };
}

/**
 * t of a property: the share-weighted mean of its drivers, each through its curve; undefined without a driver that
 * counts, where t is always 1.
 */
export function meanReading(drivers: readonly Driver[], key: Omit<DrawKey, 'driver'>): Column | undefined {
  const total = drivers.reduce((sum, d) => sum + d.share, 0);
  if (drivers.length === 0 || total <= 0) return undefined;
  const reads = drivers.map((driver, i) => curved(readingOf(driver, { ...key, driver: i }), driver));
  if (reads.length === 1) return reads[0];
  const weights = Float64Array.from(drivers, (driver) => driver.share / total);
  let one = new Float64Array(0);
  return (hands, from, to, out) => {
    if (one.length < out.length) one = new Float64Array(out.length);
    for (let i = from; i < to; i++) out[i] = 0;
    for (let k = 0; k < reads.length; k++) {
      reads[k](hands, from, to, one);
      const weight = weights[k];
      for (let i = from; i < to; i++) out[i] += weight * one[i];
    }
  };
}
