// Measures the steps of a recipe against sharp (libvips) doing the same where it can, one thread, in alternating rounds.
import { defaultsOf, makeStep, NO_OTHERS, stepNamed, STEPS, type ParamValue } from '@amber-stamp/core/cut';
import type { Picture, Raster } from '@amber-stamp/core/raster';
import { mkdirSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import sharp, { type Sharp } from 'sharp';
import { chance6 } from '../../core/src/maths/hash.ts';
import { Recycler } from '../../core/src/cut/recycler.ts';
import { median } from './measure.ts';

const SIDE = 2048;
const ROUNDS = 9;
sharp.concurrency(1);
sharp.cache(false);

const data = new Float32Array(SIDE * SIDE);
for (let y = 0; y < SIDE; y++)
  for (let x = 0; x < SIDE; x++) {
    const r = Math.hypot(x - SIDE / 2, y - SIDE / 2) / (SIDE / 2);
    const inside = r < 0.7 + 0.12 * Math.sin(9 * Math.atan2(y - SIDE / 2, x - SIDE / 2));
    data[y * SIDE + x] = inside ? 0.5 + 0.4 * chance6(x >> 3, y >> 3, 1, 0, 0, 0) : 0.04 * chance6(x, y, 2, 0, 0, 0);
  }
const input: Raster = { width: SIDE, height: SIDE, data };
const picture: Picture = { width: SIDE, height: SIDE, channels: 1, data };
const words = Uint16Array.from(data, (v) => Math.round(v * 65535));
const raw = { width: SIDE, height: SIDE, channels: 1 as const };
const peer = (): Sharp => sharp(words, { raw }).toColourspace('grey16');

/** What sharp does for the same result; steps that are not here have no like in it. */
const PEERS: Record<string, () => Sharp> = {
  levels: () => peer().linear(1.4, -4000),
  tone: () => peer().linear(1.2, -2000),
  invert: () => peer().negate(),
  shift: () => peer().linear(1.05, -3000),
  blur: () => peer().blur(SIDE * 0.005),
  sharpen: () => peer().sharpen({ sigma: SIDE * 0.0005 }),
  place: () => peer().rotate(17),
  fit: () => peer().resize(512, 512, { kernel: 'linear' }),
  trim: () => peer().trim({ threshold: 5 }),
  mirror: () =>
    peer()
      .flop()
      .composite([{ input: words as unknown as Buffer, raw, blend: 'lighten' }]),
  overlay: () => peer().composite([{ input: words as unknown as Buffer, raw, blend: 'multiply' }]),
  lines: () => peer().median(9),
  specks: () => peer().median(5),
};
/** Settings under which a step has work to do. */
const WORK: Record<string, Record<string, ParamValue>> = {
  tone: { contrastPct: 20 },
  place: { angleDeg: 17 },
  sharpen: { radiusPct: 0.05 },
  warp: {
    pins: [
      [0.2, 0.2, 0.05, 0],
      [0.8, 0.3, 0, 0],
      [0.5, 0.8, 0, -0.05],
    ],
  },
  region: {
    outline: [
      [0.1, 0.1],
      [0.9, 0.2],
      [0.8, 0.9],
      [0.2, 0.8],
    ],
  },
  overlay: { source: 'other', prints: 'light' },
  retouch: { marks: [[0, 0.02, 0.5, 0.2, 0.2, 1, 0.8, 0.8, 1]] },
  heal: {
    places: [
      [0, 0.4, 0.4],
      [3, 0.6, 0.5],
    ],
  },
  levels: { automatic: false, low: 0.1, high: 0.8 },
};

const others = { ...NO_OTHERS, sources: new Map([['other', picture]]) };

async function measure(name: string): Promise<string> {
  const step = stepNamed(name);
  const values = { ...defaultsOf(step), ...makeStep(name, WORK[name]) };
  const recycler = new Recycler();
  const ours: number[] = [];
  const theirs: number[] = [];
  for (let k = 0; k <= ROUNDS; k++) {
    let start = performance.now();
    const made = step.run(input, values, { picture, others, fresh: recycler.fresh });
    const own = performance.now() - start;
    recycler.takeBack([made.raster], []);
    start = performance.now();
    await PEERS[name]?.().raw({ depth: 'ushort' }).toBuffer();
    // the first round warms
    if (k > 0) {
      ours.push(own);
      theirs.push(performance.now() - start);
    }
  }
  const own = median(ours);
  if (!PEERS[name]) return `| ${step.label} | ${own.toFixed(0)} ms | | |`;
  const other = median(theirs);
  return `| ${step.label} | ${own.toFixed(0)} ms | ${other.toFixed(0)} ms | ${(own / other).toFixed(1)} x |`;
}

const lines = [
  '# The steps of a recipe against libvips',
  '',
  `Measured on ${cpus().length} cores (${cpus()[0]?.model ?? 'unknown processor'}), a shared machine: only ratios hold. A raster of ${SIDE} x ${SIDE},`,
  `the median of ${ROUNDS} alternating rounds in one run of \`npm run bench:cut\`, one thread each. The peer is libvips through sharp at 16 bit,`,
  'doing the nearest that it has: for lines and specks its median, for the mirror and another source its composite at 8 bit. Our times are in float32.',
  '',
  '| step | Amber Stamp | libvips | ratio |',
  '|---|---|---|---|',
];
// what makes reliefs asks for meshes and displacements, and is measured on its own
for (const { name } of STEPS.filter(({ relief }) => !relief)) {
  console.error(`measuring ${name} ...`);
  lines.push(await measure(name));
}
lines.push('');
mkdirSync('docs/bench', { recursive: true });
writeFileSync('docs/bench/cut.md', lines.join('\n'));
console.log(lines.join('\n'));
