// Writes docs/guide/echo.md: its pictures are drawn and its numbers measured here.
import { cut, derivedPlate, makeStep } from '@amber-stamp/core/cut';
import { flawsOf } from '@amber-stamp/core/flaws';
import { encodeRgba } from '@amber-stamp/core/formats';
import { InkEngine, printSheet } from '@amber-stamp/core/ink';
import type { Brush } from '@amber-stamp/core/model';
import { evenStroke, meanEcho, measureStrip, standardStrips } from '@amber-stamp/core/prove';
import { toPlate, type Plate } from '@amber-stamp/core/raster';
import { firstGuess } from '@amber-stamp/core/vary';
import { BRUSHES, SOURCES, type SourceKey } from '@amber-stamp/demo';
import { decodeWorking } from '@amber-stamp/io';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { format, resolveConfig } from 'prettier';

const FOLDER = 'docs/guide';
const SHEET = { width: 1000, height: 150 };
const SIZE = 96;
const engine = new InkEngine();

const lichen = BRUSHES.find(({ name }) => name === 'Crust lichen');
if (!lichen) throw new Error('there is no Crust lichen among the demo brushes');
const source = SOURCES[lichen.source as SourceKey];
const plate = toPlate(cut(await decodeWorking(await source.file(), source.fileName), lichen.recipe));

/** A spot near the rim of the tip: the stray speck of the guide. */
function specked({ width, height, data }: Plate): Plate {
  const copy = data.slice();
  for (let i = 0; i < copy.length; i++) {
    const [x, y] = [(i % width) / width - 0.93, Math.floor(i / width) / height - 0.12];
    if (x * x + y * y < 0.028 ** 2) copy[i] = 65535;
  }
  return { width, height, data: copy };
}

interface Case {
  name: string;
  plates: readonly Plate[];
  change: (brush: Brush) => void;
}
const still = (brush: Brush): void => {
  const [coat] = brush.coats;
  const { size, spacing, angle, flow, mirrorX, mirrorY } = coat.properties;
  for (const p of Object.values(coat.properties)) if ('drivers' in p) Object.assign(p, { drivers: [] });
  Object.assign(size, { rest: SIZE, low: 100, high: 100 });
  Object.assign(spacing, { rest: 40, low: 100, high: 100 });
  Object.assign(angle, { rest: 0, low: 0, high: 0, follow: 'path' });
  Object.assign(flow, { rest: 90 });
  Object.assign(mirrorX, { chance: 0 });
  Object.assign(mirrorY, { chance: 0 });
};
const turned = (brush: Brush): void => {
  still(brush);
  Object.assign(brush.coats[0].properties.angle, {
    low: -180,
    high: 180,
    drivers: [
      {
        by: 'chance',
        share: 1,
        curve: [
          [0, 0],
          [1, 1],
        ],
      },
    ],
  });
};
/** Turned, a fifth as far apart, and each thinner. */
const near = (brush: Brush): void => {
  turned(brush);
  const { spacing, flow } = brush.coats[0].properties;
  Object.assign(spacing, { rest: 8 });
  Object.assign(flow, { rest: 35 });
};
const CASES: Record<string, Case> = {
  fixed: { name: 'one tip, always the same way up', plates: [plate], change: still },
  speck: { name: 'the same with a stray speck', plates: [specked(plate)], change: still },
  turned: { name: 'turned by chance', plates: [plate], change: turned },
  near: { name: 'turned, nearer and thinner', plates: [plate], change: near },
};

/** Draws a case, measures it, and tells both. */
function shown(
  key: string,
  { plates, change }: Case,
): { echo: number; outline: number; inside: number; texture: number; first: string } {
  const { brush } = firstGuess(plate, 'Crust lichen', 'tip 0.png');
  change(brush);
  brush.coats[0].deck.cards = plates.map((_, k) => ({ plate: `tip ${k}.png`, weight: 1, muted: false }));
  brush.coats[0].deck.deal = 'shuffled';
  const named = new Map(plates.map((p, k) => [`tip ${k}.png`, p]));
  const points = evenStroke(SHEET.width - 140).points.map((p) => ({ ...p, x: p.x + 70, y: SHEET.height / 2 }));
  const pixels = printSheet(engine, { brush, plates: named }, { ...SHEET, strokes: [{ points }] }, 'white');
  writeFileSync(`${FOLDER}/echo-${key}.png`, encodeRgba(SHEET.width, SHEET.height, pixels));
  const echo = meanEcho(standardStrips(engine, brush, named).map(measureStrip));
  const [first] = echo.giveAways;
  return {
    ...echo,
    first:
      first && first.strength > 5 && first.seen > 1 ? `${first.flaw.what}, seen again ${first.seen} times` : 'none',
  };
}

mkdirSync(FOLDER, { recursive: true });
const numbers = Object.fromEntries(Object.entries(CASES).map(([key, c]) => [key, shown(key, c)]));
const whole = (v: number): string => String(Math.round(v));
const rows = Object.entries(CASES)
  .map(([key, { name }]) => {
    const n = numbers[key];
    return `| ${name} | **${whole(n.echo)}** | ${whole(n.outline)} | ${whole(n.inside)} | **${whole(n.texture)}** | ${n.first} |`;
  })
  .join('\n');
const healed = derivedPlate(specked(plate), [makeStep('heal', { places: [[1, 0.93, 0.12]] })]);
const left = flawsOf(healed).filter((f) => f.what === 'speck' && f.salience > 0.3).length;

const text = readFileSync('scripts/lib/echo-guide.md', 'utf8')
  .replace('{{rows}}', rows)
  .replace(/{{(\w+)}}/g, (_, key: string) => whole(numbers[key].echo))
  .replace('[[healed]]', left === 0 ? 'The step finds it and takes it away.' : 'The step does not find it.');
writeFileSync(
  `${FOLDER}/echo.md`,
  await format(text, { ...(await resolveConfig('docs/guide/echo.md')), parser: 'markdown' }),
);
