import type { DriverName } from '../model/driver-schema.ts';
import { clamp } from '../maths/ramps.ts';

/** The pen at every dab of a stroke, as columns: what drivers read. Units as in PathSample. */
export interface PenColumns {
  count: number;
  /** length of the whole stroke, px */
  lengthPx: number;
  x: Float64Array;
  y: Float64Array;
  headingDeg: Float64Array;
  pressure: Float64Array;
  tilt: Float64Array;
  tiltDirectionDeg: Float64Array;
  twistDeg: Float64Array;
  speed: Float64Array;
  alongPx: Float64Array;
  /** readings 0..1 that several properties ask for at every dab, made once */
  heading: Float64Array;
  twist: Float64Array;
  speedShare: Float64Array;
  progress: Float64Array;
  /** room for the readings of one driver */
  room: Float64Array;
  /** what drivers read straight from a column, in the order of READ */
  read: Float64Array[];
}

/** Drivers that read a column, with its name. */
export const READ = {
  pressure: 'pressure',
  tilt: 'tilt',
  twist: 'twist',
  heading: 'heading',
  speed: 'speedShare',
  progress: 'progress',
} as const satisfies Partial<Record<DriverName, string>>;
const READ_COLUMNS = Object.values(READ);

const COLUMNS = [
  'x',
  'y',
  'headingDeg',
  'pressure',
  'tilt',
  'tiltDirectionDeg',
  'twistDeg',
  'speed',
  'alongPx',
  'heading',
  'twist',
  'speedShare',
  'progress',
] as const;

/** Empty columns with room for `capacity` dabs. */
export function emptyPenColumns(lengthPx: number, capacity: number): PenColumns {
  const columns: Record<string, Float64Array> = {};
  for (const name of COLUMNS) columns[name] = new Float64Array(capacity);
  const room = new Float64Array(capacity);
  const pen = { count: 0, lengthPx, room, read: [] as Float64Array[], ...columns } as unknown as PenColumns;
  nameRead(pen);
  return pen;
}

function nameRead(pen: PenColumns): void {
  pen.read = READ_COLUMNS.map((name) => pen[name]);
}

/** Gives the columns room for `capacity` dabs; their rows stay. */
export function makeRoom(pen: PenColumns, capacity: number): void {
  for (const name of COLUMNS) pen[name] = widened(pen[name], capacity);
  pen.room = new Float64Array(capacity);
  nameRead(pen);
}

/** The column with room for `capacity` numbers. */
export function widened(column: Float64Array, capacity: number): Float64Array {
  const wider = new Float64Array(capacity);
  wider.set(column);
  return wider;
}

/** The speed in px per ms that reads as 1. */
const FULL_SPEED = 3;

/** The part of a number after the point. */
export const fraction = (v: number): number => v - Math.floor(v);

/** Makes the readings of a row from the rest of it. */
export function makeReadings(pen: PenColumns, row: number): void {
  pen.heading[row] = fraction(pen.headingDeg[row] / 360);
  pen.twist[row] = fraction(pen.twistDeg[row] / 360);
  pen.speedShare[row] = clamp(pen.speed[row] / FULL_SPEED);
  pen.progress[row] = pen.lengthPx > 0 ? clamp(pen.alongPx[row] / pen.lengthPx) : 0;
}

/** Makes rows `from + 1` up to, not including, `to` the same as row `from`. */
export function repeatPenRow(pen: PenColumns, from: number, to: number): void {
  // mostly few rows: a loop is several times as fast as to call `fill` for each column
  for (const name of COLUMNS) {
    const column = pen[name];
    for (let i = from + 1; i < to; i++) column[i] = column[from];
  }
}

/**
 * Fills `out` for the dabs from `from` up to, not including, `to`. Dabs are asked in order, each once: a column may
 * remember what it gave before. Columns instead of a call for each dab: no number is boxed on the way.
 */
export interface Column {
  (pen: PenColumns, from: number, to: number, out: Float64Array): void;
  /** the value at every dab, where it is the same at all of them */
  readonly always?: number;
}

/** A new column of a table, which holds zeros, filled for the first `count` dabs. */
export function fillNew(column: Column, pen: PenColumns, count: number, out: Float64Array): void {
  if (column.always !== 0) column(pen, 0, count, out);
}
