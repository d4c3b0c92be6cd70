import { clamp } from '../maths/index.ts';
import { curveFunction, isStraight } from '../maths/curve.ts';
import type { Driver } from '../model/brush.ts';
import type { PathSample } from '../path/path.ts';
import { drawOf, type DrawKey } from './spread.ts';

/** What a driver may look at for one dab. */
export interface DabMoment {
  dab: number;
  hand: PathSample;
  alongPx: number;
  lengthPx: number;
}

/** The speed in px per ms that reads as 1. */
export const FULL_SPEED = 3;
const CYCLE_PX = 400;

const fraction = (v: number): number => v - Math.floor(v);

/** A driver's reading 0..1 taken through its curve. */
function readingOf(driver: Driver, key: DrawKey): (moment: DabMoment) => number {
  switch (driver.by) {
    case 'chance': {
      const draw = drawOf(driver, key);
      return (m) => draw(m.dab);
    }
    case 'pressure':
      return (m) => m.hand.pressure;
    case 'tilt':
      return (m) => m.hand.tilt;
    case 'twist':
      return (m) => fraction(m.hand.twistDeg / 360);
    case 'speed':
      return (m) => clamp(m.hand.speed / FULL_SPEED);
    case 'heading':
      return (m) => fraction(m.hand.headingDeg / 360);
    case 'progress':
      return (m) => (m.lengthPx > 0 ? clamp(m.alongPx / m.lengthPx) : 0);
    case 'cycle':
      return (m) => fraction(m.alongPx / (driver.lengthPx ?? CYCLE_PX));
  }
}

/**
 * t of a property: the share-weighted mean of its drivers, each through its curve; undefined without a driver that
 * counts, where t is always 1.
 */
export function meanReading(
  drivers: readonly Driver[],
  key: Omit<DrawKey, 'driver'>,
): ((moment: DabMoment) => number) | undefined {
  const total = drivers.reduce((sum, d) => sum + d.share, 0);
  if (drivers.length === 0 || total <= 0) return undefined;
  const reads = drivers.map((driver, i) => curved(readingOf(driver, { ...key, driver: i }), driver));
  if (reads.length === 1) return reads[0];
  const weights = Float64Array.from(drivers, (driver) => driver.share / total);
  return (m) => {
    let sum = 0;
    for (let i = 0; i < reads.length; i++) sum += weights[i] * reads[i](m);
    return sum;
  };
}

/** A reading through its driver's curve; the straight curve changes nothing. */
function curved(read: (moment: DabMoment) => number, { curve }: Driver): (moment: DabMoment) => number {
  if (isStraight(curve)) return read;
  const bend = curveFunction(curve);
  return (m) => bend(read(m));
}
