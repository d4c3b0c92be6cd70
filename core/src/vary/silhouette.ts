import type { Driver, DriverName } from '../model/driver-schema.ts';
import type { PenStroke } from '../model/strokes.ts';
import { pathReader, readStill, smoothPath } from '../path/path.ts';
import { trialStrokes } from '../path/trial.ts';
import { emptyPenColumns, makeReadings, type PenColumns } from './pen-columns.ts';
import { meanReading } from './reading.ts';

/** Places that readings are taken at, over all strokes; on many strokes at least a few on each. */
const PLACES = 2400;
const LEAST_DABS = 200;
const known = new WeakMap<readonly PenStroke[], PenColumns[]>();
let trial: readonly PenStroke[] | undefined;

/** The hand at places evenly spaced along one stroke. */
function penAlong({ points }: PenStroke, places: number): PenColumns {
  const path = smoothPath(points);
  const still = path.lengthPx === 0;
  const pen = emptyPenColumns(path.lengthPx, still ? path.count : places);
  pen.count = still ? path.count : places;
  const read = still ? undefined : pathReader(path);
  for (let row = 0; row < pen.count; row++) {
    const alongPx = (row / (places - 1)) * path.lengthPx;
    if (read) read(alongPx, pen, row);
    else readStill(path, row, pen, row);
    pen.alongPx[row] = still ? 0 : alongPx;
    makeReadings(pen, row);
  }
  return pen;
}

function penOf(strokes: readonly PenStroke[]): PenColumns[] {
  const places = Math.max(LEAST_DABS, Math.ceil(PLACES / strokes.length));
  const pen = known.get(strokes) ?? strokes.map((stroke) => penAlong(stroke, places));
  known.set(strokes, pen);
  return pen;
}

/** The standard swell of pressure. */
const standard = (): readonly PenStroke[] => (trial ??= trialStrokes().strokes.slice(0, 1));

/** What drivers give at every place of some strokes, 0..1. */
function readAllDabs(drivers: readonly Driver[], strokes: readonly PenStroke[]): Float64Array {
  const pen = penOf(strokes);
  const all = new Float64Array(pen.reduce((sum, h) => sum + h.count, 0)).fill(1);
  let at = 0;
  pen.forEach((one, stroke) => {
    const part = all.subarray(at, at + one.count);
    meanReading(drivers, { seed: 1, stroke, coat: 0, property: 0 })?.(one, 0, one.count, part);
    at += one.count;
  });
  return all;
}

/**
 * How the drivers spread a property between its two ends over some strokes, the standard swell unless said otherwise:
 * share of places in `bins` classes from the low to the high end, the fullest class 1. Without drivers everything is at
 * the high end.
 */
export function driverSilhouette(drivers: readonly Driver[], bins = 24, strokes = standard()): number[] {
  const counts = new Array<number>(bins).fill(0);
  for (const value of readAllDabs(drivers, strokes))
    counts[Math.max(0, Math.min(bins - 1, Math.floor(value * bins)))]++;
  const smooth = counts.map((n, i) => (n * 2 + (counts[i - 1] ?? n) + (counts[i + 1] ?? n)) / 4);
  const most = Math.max(...smooth);
  return smooth.map((n) => n / most);
}

/** The drivers that read the same everywhere on some strokes: they move nothing there. */
export const idleDrivers = (drivers: readonly Driver[], strokes: readonly PenStroke[]): DriverName[] =>
  drivers
    .filter((driver) => {
      const values = readAllDabs([driver], strokes);
      return values.every((v) => Math.abs(v - values[0]) < 1e-6);
    })
    .map((driver) => driver.by);
