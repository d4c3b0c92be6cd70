import { curveFunction, isStraight } from '../maths/curve.ts';
import { chanceAfter } from '../maths/hash.ts';
import type { Driver, DriverName } from '../model/driver-schema.ts';
import { fraction, READ, type Column, type PenColumns } from './pen-columns.ts';
import { drawOf, rollStart, type Draw, type DrawKey } from './spread.ts';

const CYCLE_PX = 400;

/** Places of the drivers that read a column of the hand. */
const READ_PLACE: ReadonlyMap<string, number> = new Map(Object.keys(READ).map((by, place) => [by, place]));

/** What the others read, each in its own way: a driver that is in neither table does not compile. */
type ReadOtherwise = Exclude<DriverName, keyof typeof READ>;
const OTHERWISE: Readonly<Record<ReadOtherwise, (driver: Driver, key: DrawKey) => Partial<Source>>> = {
  chance: (driver, key) => {
    const isEven = (driver.spread ?? 'even') === 'even' && driver.per !== 'stroke';
    return { draw: isEven ? undefined : drawOf(driver, key) };
  },
  cycle: ({ lengthPx }) => ({ cyclePx: lengthPx ?? CYCLE_PX }),
};
const readsColumn = (by: DriverName): by is keyof typeof READ => READ_PLACE.has(by);

/** A driver made ready for one stroke: plain data, so that one loop reads drivers of every kind. */
interface Source {
  /** place of the column that it reads; below 0 for the others */
  column: number;
  /** chance that is not even */
  draw: Draw | undefined;
  /** px, of a cycle; else 0 */
  cyclePx: number;
  /** even chance: the hash before the dab's number */
  start: number;
  /** place among the drivers */
  index: number;
  /** undefined where the curve is straight and changes nothing */
  bend: ((t: number) => number) | undefined;
  /** this driver's part of the mean */
  weight: number;
}

function sourceOf(driver: Driver, total: number, key: DrawKey): Source {
  const { by } = driver;
  return {
    column: READ_PLACE.get(by) ?? -1,
    draw: undefined,
    cyclePx: 0,
    ...(readsColumn(by) ? {} : OTHERWISE[by](driver, key)),
    start: rollStart(key),
    index: key.driver,
    bend: isStraight(driver.curve) ? undefined : curveFunction(driver.curve),
    weight: driver.share / total,
  };
}

/** A driver's reading 0..1 at a dab, before its curve. */
function readAt(source: Source, pen: PenColumns, dab: number): number {
  if (source.column >= 0) return pen.read[source.column][dab];
  if (source.cyclePx > 0) return fraction(pen.alongPx[dab] / source.cyclePx);
  return source.draw ? source.draw(dab) : chanceAfter(source.start, dab, source.index, 0);
}

/** The share-weighted mean of all drivers at a dab, each through its curve. */
function meanAt(sources: readonly Source[], pen: PenColumns, dab: number): number {
  let mean = 0;
  for (let k = 0; k < sources.length; k++) {
    const source = sources[k];
    const reading = readAt(source, pen, dab);
    mean += source.weight * (source.bend ? source.bend(reading) : reading);
  }
  return mean;
}

/** A driver's readings at dabs `from` up to `to`, before its curve, and which of the numbers is the first. */
function readDriver(source: Source, pen: PenColumns, from: number, to: number): { of: Float64Array; at: number } {
  if (source.column >= 0) return { of: pen.read[source.column], at: from };
  for (let i = from; i < to; i++) pen.room[i - from] = readAt(source, pen, i);
  return { of: pen.room, at: 0 };
}

/** Adds a driver's part of the mean at dabs `from` up to `to`. */
function addPart(source: Source, pen: PenColumns, from: number, to: number, out: Float64Array): void {
  const { weight, bend } = source;
  const { of, at } = readDriver(source, pen, from, to);
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
  return (pen, from, to, out) => {
    if (to - from === 1) {
      out[from] = meanAt(sources, pen, from);
      return;
    }
    out.fill(0, from, to);
    for (const source of sources) addPart(source, pen, from, to, out);
  };
}
