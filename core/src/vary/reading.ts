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

const COLUMN_OF: Partial<Record<Source['by'], 'pressure' | 'tilt' | 'twist' | 'heading' | 'hurry' | 'progress'>> = {
  pressure: 'pressure',
  tilt: 'tilt',
  twist: 'twist',
  heading: 'heading',
  speed: 'hurry',
  progress: 'progress',
};

let room = new Float64Array(0);

/** A driver's readings at dabs `from` up to `to`, before its curve, and which of the numbers is the first. */
function readings(source: Source, hands: Hands, from: number, to: number): { of: Float64Array; at: number } {
  const name = COLUMN_OF[source.by];
  if (name) return { of: hands[name], at: from };
  if (room.length < to - from) room = new Float64Array(2 * (to - from));
  // the most common ones in loops of their own: nothing is asked again for each dab, and no number is boxed on the way
  if (source.by === 'even-chance')
    for (let i = from; i < to; i++) room[i - from] = chanceAfter(source.start, i, source.index, 0);
  else if (source.by === 'cycle')
    for (let i = from; i < to; i++) room[i - from] = fraction(hands.alongPx[i] / source.lengthPx);
  else for (let i = from; i < to; i++) room[i - from] = readAt(source, hands, i);
  return { of: room, at: 0 };
}

/** Adds a driver's part of the mean at dabs `from` up to `to`. */
function addPart(source: Source, hands: Hands, from: number, to: number, out: Float64Array): void {
  const { weight, bend } = source;
  const { of, at } = readings(source, hands, from, to);
  if (bend) for (let i = from, k = at; i < to; i++, k++) out[i] += weight * bend(of[k]);
  else for (let i = from, k = at; i < to; i++, k++) out[i] += weight * of[k];
}

/**
 * t of a property: the share-weighted mean of its drivers, each through its curve; undefined without a driver that
 * counts, where t is always 1.
 */
export function meanReading(drivers: readonly Driver[], key: Omit<DrawKey, 'driver'>): Column | undefined {
  const total = drivers.reduce((sum, d) => sum + d.share, 0);
  if (drivers.length === 0 || total <= 0) return undefined;
  const sources = drivers.map((driver, i) => sourceOf(driver, total, { ...key, driver: i }));
  // driver by driver: a loop over one column is several times as fast as asking each dab which drivers it has
  return (hands, from, to, out) => {
    if (to - from === 1) {
      out[from] = meanAt(sources, hands, from);
      return;
    }
    out.fill(0, from, to);
    for (const source of sources) addPart(source, hands, from, to, out);
  };
}
