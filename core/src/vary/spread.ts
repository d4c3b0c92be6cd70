import { chanceAfter, chanceStart } from '../maths/hash.ts';
import type { Driver } from '../model/driver-schema.ts';

/** Where a draw stands: every number is part of the hash, so a change elsewhere never re-rolls it. */
export interface DrawKey {
  seed: number;
  stroke: number;
  coat: number;
  /** property index of the table, count and mirrors after it */
  property: number;
  driver: number;
}

/** The value in [0, 1) of a dab; dabs are asked in order, each once. */
export type Draw = (dab: number) => number;

const DRIFT_LENGTH = 12;
const APART_MEMORY = 3;
const APART_TRIES = 16;

/** The value of a dab from the hash alone; further turns give further values of the same dab. */
type Roll = (dab: number, turn: number) => number;

function rollOf(key: DrawKey): Roll {
  const start = rollStart(key);
  return (dab, turn) => chanceAfter(start, dab, key.driver, turn);
}

/** What of the hash is the same for all dabs. */
export const rollStart = (key: DrawKey): number => chanceStart(key.seed, key.stroke, key.coat * 256 + key.property);

const even =
  (roll: Roll): Draw =>
  (dab) =>
    roll(dab, 0);

/** Mean of three even draws: a bell between 0 and 1, most values near the middle. */
const centred =
  (roll: Roll): Draw =>
  (dab) =>
    (roll(dab, 0) + roll(dab, 1) + roll(dab, 2)) / 3;

/** Wanders slowly: even draws at knots `lengthDabs` apart, smoothly joined. */
const drifting =
  (roll: Roll, lengthDabs: number): Draw =>
  (dab) => {
    const knot = Math.floor(dab / lengthDabs);
    const t = dab / lengthDabs - knot;
    const a = roll(knot, 0);
    const b = roll(knot + 1, 0);
    return a + (b - a) * t * t * (3 - 2 * t);
  };

/** Distance of a value to the nearest of `last`, on the circle 0..1. */
function nearestOf(last: readonly number[], value: number): number {
  let nearest = 1;
  for (const v of last) {
    const d = Math.abs(v - value);
    nearest = Math.min(nearest, d, 1 - d);
  }
  return nearest;
}

/** Never close to its last `memory` values, on a circle of values so that the whole range stays evenly filled. */
function apart(roll: Roll, memory: number): Draw {
  const last: number[] = [];
  const gap = 0.5 / (memory + 1);
  return (dab) => {
    let best = 0;
    let bestGap = -1;
    for (let turn = 0; turn < APART_TRIES && bestGap < gap; turn++) {
      const value = roll(dab, turn);
      const nearest = nearestOf(last, value);
      if (nearest > bestGap) {
        best = value;
        bestGap = nearest;
      }
    }
    last.push(best);
    if (last.length > memory) last.shift();
    return best;
  };
}

/** The draw of a chance driver; without a spread it is even. */
export function drawOf(driver: Pick<Driver, 'spread' | 'length' | 'memory' | 'per'>, key: DrawKey): Draw {
  const roll = rollOf(key);
  if (driver.per === 'stroke') {
    const once = drawOf({ spread: driver.spread === 'centred' ? 'centred' : 'even' }, key)(0);
    return () => once;
  }
  switch (driver.spread ?? 'even') {
    case 'even':
      return even(roll);
    case 'centred':
      return centred(roll);
    case 'drifting':
      return drifting(roll, driver.length ?? DRIFT_LENGTH);
    case 'apart':
      return apart(roll, driver.memory ?? APART_MEMORY);
  }
}
