import { chance6 } from '../maths/hash.ts';
import type { Driver } from '../model/brush.ts';

/** Where a draw stands: every number is part of the hash, so a change elsewhere never re-rolls it. */
export interface DrawKey {
  seed: number;
  stroke: number;
  coat: number;
  /** property index of the table, count and mirrors after it */
  property: number;
  driver: number;
}

/** Draws one value in [0, 1) for each dab from `from` up to, not including, `to`; dabs are asked in order, each once. */
export type Draw = (from: number, to: number, out: Float64Array) => void;

const DRIFT_LENGTH = 12;
const APART_MEMORY = 3;
const APART_TRIES = 16;

const draw = (key: DrawKey, dab: number, turn: number): number =>
  chance6(key.seed, key.stroke, key.coat * 256 + key.property, dab, key.driver, turn);

const even =
  (key: DrawKey): Draw =>
  (from, to, out) => {
    for (let dab = from; dab < to; dab++) out[dab] = draw(key, dab, 0);
  };

/** Mean of three even draws: a bell between 0 and 1, most values near the middle. */
const centred =
  (key: DrawKey): Draw =>
  (from, to, out) => {
    for (let dab = from; dab < to; dab++) out[dab] = (draw(key, dab, 0) + draw(key, dab, 1) + draw(key, dab, 2)) / 3;
  };

/** Wanders slowly: even draws at knots `lengthDabs` apart, smoothly joined. */
const drifting =
  (key: DrawKey, lengthDabs: number): Draw =>
  (from, to, out) => {
    for (let dab = from; dab < to; dab++) {
      const knot = Math.floor(dab / lengthDabs);
      const t = dab / lengthDabs - knot;
      const a = draw(key, knot, 0);
      const b = draw(key, knot + 1, 0);
      out[dab] = a + (b - a) * t * t * (3 - 2 * t);
    }
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
function apart(key: DrawKey, memory: number): Draw {
  const last: number[] = [];
  const gap = 0.5 / (memory + 1);
  return (from, to, out) => {
    for (let dab = from; dab < to; dab++) {
      let best = 0;
      let bestGap = -1;
      for (let turn = 0; turn < APART_TRIES && bestGap < gap; turn++) {
        const value = draw(key, dab, turn);
        const nearest = nearestOf(last, value);
        if (nearest > bestGap) {
          best = value;
          bestGap = nearest;
        }
      }
      last.push(best);
      if (last.length > memory) last.shift();
      out[dab] = best;
    }
  };
}

/** The draw of a chance driver; without a spread it is even. */
export function drawOf(driver: Pick<Driver, 'spread' | 'length' | 'memory'>, key: DrawKey): Draw {
  switch (driver.spread ?? 'even') {
    case 'even':
      return even(key);
    case 'centred':
      return centred(key);
    case 'drifting':
      return drifting(key, driver.length ?? DRIFT_LENGTH);
    case 'apart':
      return apart(key, driver.memory ?? APART_MEMORY);
  }
}
