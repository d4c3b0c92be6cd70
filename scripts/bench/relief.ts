// Measures what reliefs cost and writes docs/bench/relief.md.
import { castDown, rowOfStroke, Sculpture, strokeOfRow, type SculptStroke } from '@amber-stamp/core/relief';
import { encodeExr } from '@amber-stamp/core/exr';
import { decodePicture } from '@amber-stamp/io';
import { build } from 'esbuild';
import { mkdirSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { launch } from '../../e2e/browser.ts';
import { median, times } from './measure.ts';
import type { Measured } from './relief-page.ts';

const ROUNDS = 7;
const ms = (values: number[]): string => `${median(values).toFixed(0)} ms`;

async function timed(work: () => unknown, rounds: number): Promise<number[]> {
  await work();
  const took: number[] = [];
  for (let k = 0; k < rounds; k++) {
    const start = performance.now();
    await work();
    took.push(performance.now() - start);
  }
  return took;
}

/** Casting, by our own rasteriser and by three's renderer, taking turns in one page. */
async function casting(): Promise<Measured> {
  const made = await build({
    entryPoints: ['scripts/bench/relief-page.ts'],
    bundle: true,
    write: false,
    format: 'iife',
    target: 'es2022',
  });
  const browser = await launch();
  try {
    const page = await browser.newPage();
    await page.addScriptTag({ content: made.outputFiles[0].text });
    return (await page.evaluate(`measureRelief(${ROUNDS})`)) as Measured;
  } finally {
    await browser.close();
  }
}

/** A stroke of a hundred dabs, 64 px wide, on 512 x 512 points. */
function strokeOf(tool: SculptStroke['tool']): SculptStroke {
  const radius = 32 / 512;
  const step = radius * 0.2;
  const places = Array.from({ length: 100 }, (_, k) => {
    const along = k * step;
    return [0.2 + 0.5 * along, 0.35 + 0.3 * Math.sin(along * 9) + 0.5 * along, 1] as const;
  });
  return strokeOfRow(rowOfStroke({ tool, radius, strength: 0.5, mirror: 0, sectors: 1, places }));
}

const measured = await casting();
const clay = new Sculpture(512, 8);
const sculpting: { tool: string; took: number[] }[] = [];
for (const tool of ['raise', 'smooth', 'scrape', 'crease'] as const) {
  const stroke = strokeOf(tool);
  sculpting.push({ tool, took: await timed(() => clay.apply(stroke), ROUNDS) });
}
const down = await timed(() => castDown(clay.moves, 512, 0.2), ROUNDS);
const SIDE = 4096;
const large = await encodeExr(
  {
    width: SIDE,
    height: SIDE,
    data: Float32Array.from({ length: SIDE * SIDE }, (_, i) => Math.sin(i * 1e-4) + (i % 97) * 1e-3),
  },
  'float',
);
// a copy each time: what was read of the same bytes is kept
const reading = await timed(() => decodePicture(large.slice(), 'large.exr'), 3);

const text = `# How fast reliefs are

Made by \`npm run bench:relief\` on ${cpus()[0].model.trim()}, one thread, ${ROUNDS} rounds, medians. The machine is shared, so only
ratios hold. The browser draws without a graphics card.

| what | median | wanted |
| --- | --- | --- |
| casting ${measured.triangles.toLocaleString('en')} triangles at 1024 px, in a browser | ${ms(measured.own)} | under 300 ms |
| the same by the renderer of three, read back as floats: ${times(median(measured.three), median(measured.own))} as long | ${ms(measured.three)} | |
${sculpting.map(({ tool, took }) => `| a stroke of 100 dabs of 64 px on 512 x 512 points: ${tool} | ${ms(took)} | under 400 ms |`).join('\n')}
| clay of 512 x 512 points with overhangs cast straight down | ${ms(down)} | |
| a float OpenEXR of 4096 x 4096 px (${(large.length / 1e6).toFixed(0)} MB) read | ${(median(reading) / 1000).toFixed(1)} s | under 3 s |

The two casts differ by ${measured.apart.toExponential(1)} of the range of the heights on average, away from the outline.
`;
mkdirSync('docs/bench', { recursive: true });
writeFileSync('docs/bench/relief.md', text);
console.log(text);
