import { clamp } from '../maths/index.ts';

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
}

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
  const hands: Record<string, number | Float64Array> = { count: 0, lengthPx };
  for (const name of COLUMNS) hands[name] = new Float64Array(capacity);
  return hands as unknown as Hands;
}

/** Gives the columns room for `capacity` dabs; their rows stay. */
export function makeRoom(hands: Hands, capacity: number): void {
  for (const name of COLUMNS) hands[name] = widened(hands[name], capacity);
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
export type Column = (hands: Hands, from: number, to: number, out: Float64Array) => void;
