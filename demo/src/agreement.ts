import { mean } from '@amber-stamp/core/maths';
import { FITTED, putTogether, type Factors } from '@amber-stamp/core/prove';
import type { RatedStroke } from './rated.ts';

/** Places in order of size, equal values sharing the mean of theirs. */
function ranks(values: readonly number[]): number[] {
  const order = values.map((_, i) => i).sort((a, b) => values[a] - values[b]);
  const out = new Array<number>(values.length).fill(0);
  for (let from = 0; from < order.length;) {
    let to = from;
    while (to < order.length && values[order[to]] === values[order[from]]) to++;
    for (let k = from; k < to; k++) out[order[k]] = (from + to - 1) / 2;
    from = to;
  }
  return out;
}

/** Rank correlation (Spearman 1904), -1..1. */
export function rankCorrelation(a: readonly number[], b: readonly number[]): number {
  const [x, y] = [ranks(a), ranks(b)];
  const [mx, my] = [mean(x), mean(y)];
  const sum = (of: (i: number) => number) => x.reduce((total, _, i) => total + of(i), 0);
  const both = sum((i) => (x[i] - mx) * (y[i] - my));
  return both / Math.sqrt(sum((i) => (x[i] - mx) ** 2) * sum((i) => (y[i] - my) ** 2));
}

/** Root of the mean of squared differences. */
export const rootMeanSquare = (a: readonly number[], b: readonly number[]): number =>
  Math.sqrt(mean(a.map((v, i) => (v - b[i]) ** 2)));

/** How well a number agrees with the eye. */
export const agreement = (numbers: readonly number[], eye: readonly number[]) => ({
  rank: rankCorrelation(numbers, eye),
  off: rootMeanSquare(numbers, eye),
});

const offWith = (rows: readonly RatedStroke[], factors: Factors): number =>
  rootMeanSquare(
    rows.map(({ measures }) => putTogether(measures, factors).echo),
    rows.map(({ repeat }) => repeat),
  );

/** The factors that fit given strokes best: each in turn a little more or less, by ever smaller steps (compass search). */
export function fitted(rows: readonly RatedStroke[]): Factors {
  let best = { ...FITTED };
  let off = offWith(rows, best);
  for (let step = 0.2; step > 0.01; step /= 2)
    for (let better = true; better;) {
      better = false;
      for (const name of Object.keys(best) as (keyof Factors)[])
        for (const by of [1 + step, 1 / (1 + step)]) {
          const tried = { ...best, [name]: best[name] * by };
          const now = offWith(rows, tried);
          if (now < off - 1e-6) [best, off, better] = [tried, now, true];
        }
    }
  return best;
}

/** The echo of each stroke by factors that were fitted to the strokes of all other tips. */
export function leftOutByTips(rows: readonly RatedStroke[]): number[] {
  const byTips = new Map<string, Factors>();
  for (const { tips } of rows) if (!byTips.has(tips)) byTips.set(tips, fitted(rows.filter((row) => row.tips !== tips)));
  return rows.map(({ tips, measures }) => putTogether(measures, byTips.get(tips)).echo);
}
