import type { DriverName } from '../model/brush.ts';
import { clamp } from '../maths/ramps.ts';

/** The hand at every dab of a stroke, as columns: what drivers read. Units as in PathSample. */
export interface Hands {
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
  hurry: Float64Array;
  progress: Float64Array;
  /** what drivers read straight from a column, in the order of READ */
  read: Float64Array[];
}

/** Drivers that read a column, with its name. */
export const READ = {
  pressure: 'pressure',
  tilt: 'tilt',
  twist: 'twist',
  heading: 'heading',
  speed: 'hurry',
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
  'hurry',
  'progress',
] as const;

/** Empty columns with room for `capacity` dabs. */
export function emptyHands(lengthPx: number, capacity: number): Hands {
  const columns: Record<string, Float64Array> = {};
  for (const name of COLUMNS) columns[name] = new Float64Array(capacity);
  const hands = { count: 0, lengthPx, read: [] as Float64Array[], ...columns } as unknown as Hands;
  nameRead(hands);
  return hands;
}

function nameRead(hands: Hands): void {
  hands.read = READ_COLUMNS.map((name) => hands[name]);
}

/** Gives the columns room for `capacity` dabs; their rows stay. */
export function makeRoom(hands: Hands, capacity: number): void {
  for (const name of COLUMNS) hands[name] = widened(hands[name], capacity);
  nameRead(hands);
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
export function makeReadings(hands: Hands, row: number): void {
  hands.heading[row] = fraction(hands.headingDeg[row] / 360);
  hands.twist[row] = fraction(hands.twistDeg[row] / 360);
  hands.hurry[row] = clamp(hands.speed[row] / FULL_SPEED);
  hands.progress[row] = hands.lengthPx > 0 ? clamp(hands.alongPx[row] / hands.lengthPx) : 0;
}

/** Makes rows `from + 1` up to, not including, `to` the same as row `from`. */
export function repeatHand(hands: Hands, from: number, to: number): void {
  // mostly few rows: a loop is several times as fast as to call `fill` for each column
  for (const name of COLUMNS) {
    const column = hands[name];
    for (let i = from + 1; i < to; i++) column[i] = column[from];
  }
}

/**
 * Fills `out` for the dabs from `from` up to, not including, `to`. Dabs are asked in order, each once: a column may
 * remember what it gave before. Columns instead of a call for each dab: no number is boxed on the way.
 */
export interface Column {
  (hands: Hands, from: number, to: number, out: Float64Array): void;
  /** the value at every dab, where it is the same at all of them */
  readonly always?: number;
}

/** A new column of a table, which holds zeros, filled for the first `count` dabs. */
export function fillNew(column: Column, hands: Hands, count: number, out: Float64Array): void {
  if (column.always !== 0) column(hands, 0, count, out);
}
