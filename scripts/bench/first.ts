// Sets the first stroke of made-up sources of many kinds beside the best cell of a ladder, and times 24 marks.
import {
  cutAll,
  Cutter,
  findMarks,
  guessIntent,
  guessReading,
  makesRelief,
  recipeForReading,
  regionOf,
} from '@amber-stamp/core/cut';
import { InkEngine } from '@amber-stamp/core/ink';
import { parseBrush, type Brush } from '@amber-stamp/core/model';
import { measureStrip, standardStrips } from '@amber-stamp/core/prove';
import { heightPlate, toPlate, type Picture, type Plate } from '@amber-stamp/core/raster';
import { firstStrokes, isMeasured, ranked, type Guess } from '@amber-stamp/core/vary';
import { mkdirSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { noiseAt, paper, SOURCES_BY_KIND } from '../../core/test/helpers/kinds.ts';

const NAME = 'tip.png';
const engine = new InkEngine();

interface Pair {
  echo: number;
  texture: number;
}

function measured(brush: Brush, plate: Plate): Pair {
  const [strip] = standardStrips(engine, brush, new Map([[NAME, plate]]), { seeds: 1 });
  const { echo, texture } = measureStrip(strip);
  return { echo, texture };
}

/** As first strokes are ranked: texture, less what the echo is above 15. */
const score = ({ echo, texture }: Pair): number => texture - Math.max(0, echo - 15);

function plateOf(picture: Picture): { plate: Plate; reading: string; fillsFrame: boolean } {
  const { reading } = guessReading(picture);
  const recipe = recipeForReading(picture, reading);
  const { raster } = cutAll(picture, recipe);
  const relief = makesRelief(recipe);
  return {
    reading,
    plate: relief ? heightPlate(raster) : toPlate(raster),
    fillsFrame: recipe.steps.some(({ step }) => step === 'fade') && !relief,
  };
}

const SPACINGS = [5, 15, 30, 60, 120];
const TURNS = [0, 30, 180];

/** The best cell of a ladder over spacing and turn, of a brush that is as the first stroke else. */
function bestOfLadder(brush: Brush, plate: Plate): Pair & { spacing: number; turn: number } {
  const cells = SPACINGS.flatMap((spacing) =>
    TURNS.map((turn) => {
      const cell = parseBrush(JSON.parse(JSON.stringify(brush)));
      const { angle, spacing: row } = cell.coats[0].properties;
      row.rest = spacing;
      Object.assign(angle, { low: -turn, high: turn, drivers: turn > 0 ? [{ by: 'chance' }] : [] });
      return { spacing, turn, ...measured(parseBrush(JSON.parse(JSON.stringify(cell))), plate) };
    }),
  );
  return cells.reduce((best, cell) => (score(cell) > score(best) ? cell : best));
}

const rows: string[] = [];
let within = 0;
let textures = 0;
for (const [name, { picture }] of Object.entries(SOURCES_BY_KIND)) {
  const { plate, reading, fillsFrame } = plateOf(picture);
  const { kind, guesses } = firstStrokes(plate, 'n', NAME, { fillsFrame });
  const told = (guess: Guess) => ({ guess, ...measured(guess.brush, plate) });
  const first = isMeasured(kind) ? ranked(guesses.map(told))[0] : told(guesses[0]);
  const best = bestOfLadder(first.guess.brush, plate);
  const isTexture = kind === 'ground';
  const near = first.texture >= (2 / 3) * best.texture && first.echo <= Math.max(25, best.echo);
  if (isTexture) textures++;
  if (isTexture && near) within++;
  const n = (v: number) => Math.round(v);
  const { intent } = guessIntent(picture, guessReading(picture).reading);
  rows.push(
    `| ${name} | ${reading} | ${intent} | ${kind} | ${n(first.echo)} | ${n(first.texture)} | ${n(best.echo)} | ${n(best.texture)} | ${best.spacing} %, ${best.turn === 0 ? 'not turned' : `± ${best.turn}°`} | ${isTexture ? (near ? 'yes' : 'no') : ''} |`,
  );
}

/** 24 blots of about one size on a sheet of 6 megapixels. */
const sheet = paper(
  (u, v) => {
    const [i, j] = [Math.floor(u * 6), Math.floor(v * 6)];
    const [x, y] = [u * 6 - i - 0.5, v * 6 - j - 0.5];
    return Math.hypot(x, y) < 0.2 + 0.05 * noiseAt(i, j) ? 0.9 : 0;
  },
  { width: 3000, height: 2000 },
);
const start = performance.now();
const marks = findMarks(sheet, 'dark');
const found = performance.now() - start;
// as the cutting worker does, which keeps what does not change from one to the next
const cutter = new Cutter(sheet, undefined, undefined, true);
for (const mark of marks) cutter.run(recipeForReading(sheet, 'dark', { region: regionOf(mark) }));
const all = performance.now() - start;

const text = `# The first stroke

Made-up sources of ${rows.length} kinds (core/test/helpers/kinds.ts), brought in as by somebody who sets nothing; measured by
\`npm run bench:first\` on ${cpus().length} cores (${cpus()[0].model}), a shared machine. Beside each first stroke stands the best cell of a ladder
over spacing (${SPACINGS.join(', ')} %) and turn (${TURNS.map((turn) => (turn === 0 ? 'none' : `± ${turn}°`)).join(', ')}) of the same brush, best by texture less what the echo is above 15.
The first stroke of a texture that fills its frame is near it with two thirds of its texture, at an echo of at most 25 or that of the cell: ${within} of ${textures} are.
Of all others echo and texture do not say what is right: leaves, coins and words stand side by side to be known as what they
are, so they are known again. The ladder crowds and turns them until nobody could say what they were.

| source | read as | for | kind | echo | texture | echo of the cell | its texture | the cell | near |
|---|---|---|---|---|---|---|---|---|---|
${rows.join('\n')}

## A sheet of 24 marks

${(sheet.width * sheet.height) / 1e6} megapixels, ${marks.length} marks: found in ${Math.round(found)} ms, found and each cut on its own in ${(all / 1000).toFixed(1)} s in one thread.
`;
mkdirSync('docs/bench', { recursive: true });
writeFileSync('docs/bench/first.md', text);
console.log(text);
