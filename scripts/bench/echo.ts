// Measures the echo: one strip in one thread, the looking over of a tip, and the trying of fixes; the engine's own stroke is the peer.
import { flawsOf } from '@amber-stamp/core/flaws';
import { InkEngine } from '@amber-stamp/core/ink';
import { parseBrush } from '@amber-stamp/core/model';
import { beginFixes, handOut, lendTip, measureStrip, standardStrips, tryFix } from '@amber-stamp/core/prove';
import type { Plate } from '@amber-stamp/core/raster';
import { mkdirSync, writeFileSync } from 'node:fs';
import { once } from 'node:events';
import { cpus } from 'node:os';
import { Worker } from 'node:worker_threads';
import { chance6 } from '../../core/src/maths/hash.ts';
import type { CureOrder } from './cure-worker.ts';
import { median } from './measure.ts';

const SIDE = 256;
const ROUNDS = 15;

/** A ragged, grainy tip with a stray speck; each seed another. */
function tip(seed: number): Plate {
  const data = new Uint16Array(SIDE * SIDE);
  for (let i = 0; i < data.length; i++) {
    const [x, y] = [((i % SIDE) / SIDE) * 2 - 1, (Math.floor(i / SIDE) / SIDE) * 2 - 1];
    const rim = 0.68 + 0.08 * Math.sin(5 * Math.atan2(y, x) + seed);
    const inside =
      Math.hypot(x, y) < rim ? 0.4 + 0.6 * chance6((i % SIDE) >> 3, Math.floor(i / SIDE) >> 3, seed, 0, 0, 0) : 0;
    data[i] = Math.round(65535 * (Math.hypot(x - 0.75, y + 0.5) < 0.05 ? 1 : inside));
  }
  return { width: SIDE, height: SIDE, data };
}

const chance = [{ by: 'chance' }];
const brush = parseBrush({
  format: 'amber-stamp/brush',
  version: 1,
  seed: 5,
  coats: [
    {
      deck: { cards: [{ plate: 'tip.png' }] },
      properties: {
        size: { rest: 80 },
        spacing: { rest: 25 },
        flow: { rest: 80 },
        angle: { follow: 'path', low: -20, high: 20, drivers: chance },
      },
    },
  ],
});
const plates = new Map([['tip.png', tip(1)]]);
const engine = new InkEngine();
const timed = <T>(work: () => T): { ms: number; made: T } => {
  const start = performance.now();
  const made = work();
  return { ms: performance.now() - start, made };
};

const [strip] = standardStrips(engine, brush, plates, { seeds: 1 });
measureStrip(strip);
const strips: number[] = [];
const draws: number[] = [];
const looks: number[] = [];
for (let k = 0; k < ROUNDS; k++) {
  strips.push(timed(() => measureStrip(strip)).ms);
  draws.push(timed(() => standardStrips(engine, brush, plates, { seeds: 1 })).ms);
  const fresh = tip(100 + k);
  looks.push(timed(() => flawsOf(fresh)).ms);
}
const { before, fixes } = beginFixes(engine, brush, plates);
const each = fixes.map((fix) => timed(() => tryFix(engine, before, plates, fix)).ms);

const workers = [0, 1].map(() => new Worker(new URL('cure-worker.mjs', import.meta.url)));
/** Tries twelve fixes of a brush with a tip that is new to everybody on two workers; ms, what is compared with included. */
async function twelve(seed: number): Promise<number> {
  const own = new Map([['tip.png', tip(seed)]]);
  const start = performance.now();
  const begun = beginFixes(engine, brush, own);
  const next = handOut(begun.fixes.slice(0, 12));
  await Promise.all(
    workers.map(async (worker, number) => {
      let order: CureOrder['plates'] = new Map(
        [...own].map(([name, plate]) => [name, { plate, found: lendTip(plate) }]),
      );
      for (let fix = next(number); fix; fix = next(number)) {
        worker.postMessage({ plates: order, before: begun.before, fix } satisfies CureOrder);
        order = undefined;
        await once(worker, 'message');
      }
    }),
  );
  return performance.now() - start;
}
const first = await twelve(900);
const rounds: number[] = [];
for (let k = 0; k < 5; k++) rounds.push(await twelve(901 + k));
await Promise.all(workers.map((worker) => worker.terminate()));
const { width, height } = strip.image;
const ms = (values: number[]): string => `${median(values).toFixed(0)} ms`;

const text = `# How fast the echo is

Made by \`npm run bench:echo\` on ${cpus()[0].model.trim()}, one thread, ${ROUNDS} rounds, medians. The machine is shared: the
same work takes up to twice as long from one run to the next, so only ratios hold.

| what | median | wanted |
| --- | --- | --- |
| measuring a strip of ${width} x ${height} px with ${strip.coats[0].dabs.count} dabs | ${ms(strips)} | under 100 ms |
| drawing that strip and laying it straight, for comparison | ${ms(draws)} | |
| looking a new tip over for what stands out (once for each plate) | ${ms(looks)} | |
| one fix tried, the median of ${fixes.length} | ${ms(each)} | |
| twelve fixes of a new tip on two workers, measuring the brush itself included | ${(median(rounds) / 1000).toFixed(1)} s | under 4 s |
| the same the first time, before the workers are warm | ${(first / 1000).toFixed(1)} s | |
`;
mkdirSync('docs/bench', { recursive: true });
writeFileSync('docs/bench/echo.md', text);
console.log(text);
