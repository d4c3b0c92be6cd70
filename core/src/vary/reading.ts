import { curveFunction, isStraight } from '../maths/curve.ts';
import { chanceAfter } from '../maths/hash.ts';
import type { Driver } from '../model/brush.ts';
import { fraction, type Column, type Hands } from './hands.ts';
import { drawOf, rollStart, type Draw, type DrawKey } from './spread.ts';

const CYCLE_PX = 400;

/** A driver made ready for one stroke: plain data, so that one loop reads drivers of every kind. */
interface Source {
  by: Driver['by'] | 'even-chance';
  /** chance that is not even */
  draw: Draw | undefined;
  /** even chance: the hash before the dab's number */
  start: number;
  /** place among the drivers */
  index: number;
  /** px, cycle only */
  lengthPx: number;
  /** undefined where the curve is straight and changes nothing */
  bend: ((t: number) => number) | undefined;
  /** this driver's part of the mean */
  weight: number;
}

function sourceOf(driver: Driver, total: number, key: DrawKey): Source {
  const isEven = driver.by === 'chance' && (driver.spread ?? 'even') === 'even' && driver.per !== 'stroke';
  return {
    by: isEven ? 'even-chance' : driver.by,
    draw: driver.by === 'chance' && !isEven ? drawOf(driver, key) : undefined,
    start: rollStart(key),
    index: key.driver,
    lengthPx: driver.lengthPx ?? CYCLE_PX,
    bend: isStraight(driver.curve) ? undefined : curveFunction(driver.curve),
    weight: driver.share / total,
  };
}

/** A driver's reading 0..1 at a dab, before its curve. */
function readAt(source: Source, hands: Hands, dab: number): number {
  switch (source.by) {
    case 'even-chance':
      return chanceAfter(source.start, dab, source.index, 0);
    case 'chance':
      return source.draw!(dab);
    case 'pressure':
      return hands.pressure[dab];
    case 'tilt':
      return hands.tilt[dab];
    case 'twist':
      return hands.twist[dab];
    case 'heading':
      return hands.heading[dab];
    case 'speed':
      return hands.hurry[dab];
    case 'progress':
      return hands.progress[dab];
    case 'cycle':
      return fraction(hands.alongPx[dab] / source.lengthPx);
  }
}

/** The share-weighted mean of all drivers at a dab, each through its curve. */
function meanAt(sources: readonly Source[], hands: Hands, dab: number): number {
  let mean = 0;
  for (let k = 0; k < sources.length; k++) {
    const source = sources[k];
    const reading = readAt(source, hands, dab);
    mean += source.weight * (source.bend ? source.bend(reading) : reading);
  }
  return mean;
}

/**
 * t of a property: the share-weighted mean of its drivers, each through its curve; undefined without a driver that
 * counts, where t is always 1.
 */
export function meanReading(drivers: readonly Driver[], key: Omit<DrawKey, 'driver'>): Column | undefined {
  const total = drivers.reduce((sum, d) => sum + d.share, 0);
  if (drivers.length === 0 || total <= 0) return undefined;
  const sources = drivers.map((driver, i) => sourceOf(driver, total, { ...key, driver: i }));
  return (hands, from, to, out) => {
    for (let i = from; i < to; i++) out[i] = meanAt(sources, hands, i);
  };
}
