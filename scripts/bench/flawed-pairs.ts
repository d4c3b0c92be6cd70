// Tips with a flaw put on them against the same tips without it: whether the flaw is told, and whether it counts.
import { InkEngine } from '@amber-stamp/core/ink';
import { meanEcho, measureStrip, standardStrips } from '@amber-stamp/core/prove';
import { brushOf, type Strokes } from '../../core/test/helpers/echoes.ts';
import * as tips from '../../core/test/helpers/tips.ts';

const engine = new InkEngine();
const { tipFrom, spot } = tips;

const TIPS: readonly tips.Shape[] = [
  ...[3, 11, 27, 31, 44].map(tips.rich),
  ...[2, 9, 17].map(tips.rough),
  tips.disc(0.6, 0.05),
  tips.disc(0.45, 0.35),
  tips.ragged(5),
  tips.times(tips.ragged(8), 0.6),
];

/** A place of a tip so far from its middle, another for each tip. */
const on = (r: number, k: number): readonly [number, number] => [r * Math.cos(k), r * Math.sin(k)];

type Put = (tip: tips.Shape, k: number) => tips.Shape;
/** Each flaw by the name that it is told by. */
const FLAWS: Readonly<Record<string, Put>> = {
  speck: (tip, k) => tips.added(tip, spot(...on(0.87, k), 0.06)),
  bump: (tip, k) => tips.added(tip, spot(...on(0.74, k), 0.14)),
  hole: (tip, k) => tips.without(tip, spot(...on(0.35, k), 0.12)),
  line: (tip, k) => (x, y) => (Math.abs(x * Math.sin(k) - y * Math.cos(k) - 0.1) < 0.025 ? 0 : tip(x, y)),
  border: (tip) => tips.added(tip, tips.times(tips.square(0.95), 0.12)),
};

const WAYS: readonly Strokes[] = [
  { spacing: 25, turn: 10 },
  { spacing: 50, turn: 30 },
  { spacing: 25, turn: 180, size: 30 },
];
/** Give-aways that somebody reads. */
const READ = 3;

function measured(shape: tips.Shape, strokes: Strokes): ReturnType<typeof meanEcho> {
  const { brush, plates } = brushOf([tipFrom(shape)], strokes);
  return meanEcho(standardStrips(engine, brush, plates, { seeds: 3 }).map(measureStrip));
}

export interface FlawCount {
  flaw: string;
  pairs: number;
  /** the flawed tip has the higher echo */
  above: number;
  /** the flaw is among the give-aways that are read first */
  told: number;
}

/** Each flaw put on each of twelve tips, printed in three ways. */
export function countFlaws(): FlawCount[] {
  const counts = Object.keys(FLAWS).map((flaw) => ({ flaw, pairs: 0, above: 0, told: 0 }));
  TIPS.forEach((tip, place) => {
    for (const strokes of WAYS) {
      const clean = measured(tip, strokes);
      counts.forEach((count, k) => {
        const flawed = measured(FLAWS[count.flaw](tip, 0.7 + k + place), strokes);
        count.pairs++;
        if (flawed.echo > clean.echo) count.above++;
        if (flawed.giveAways.slice(0, READ).some((g) => g.flaw.what === count.flaw)) count.told++;
      });
    }
    process.stderr.write(`\rflaws: tip ${place + 1} of ${TIPS.length}`);
  });
  process.stderr.write('\n');
  return counts;
}
