import { AmberError } from '@amber-stamp/core/errors';
import { encodePlate } from '@amber-stamp/core/formats';
import { InkEngine, type Plates } from '@amber-stamp/core/ink';
import { parseStrokes, type Brush } from '@amber-stamp/core/model';
import {
  beginFixes,
  byScore,
  echoOf,
  echoReport,
  fixesAfter,
  helps,
  platesOfFix,
  tenth,
  combineFixes,
  tryFix,
  type TriedFix,
} from '@amber-stamp/core/prove';
import { loadBrush, readJson, writeAll } from '@amber-stamp/io';
import { basename, dirname, join } from 'node:path';
import { readOptions, UsageError, type OptionTable } from './arguments.ts';

const OPTIONS: OptionTable = { brush: { required: true }, strokes: {}, report: { required: true }, fixes: {} };
/** How far the look may move in the best set of fixes: 0.25 is 25 %. */
const BUDGET = 0.25;

function countOf(text: string | undefined): number {
  if (text === undefined) return 0;
  if (!/^\d{1,2}$/.test(text) || Number(text) < 1)
    throw new UsageError(`--fixes must be a whole number from 1 to 99, not ${text}`);
  return Number(text);
}

/** The fixes that lower the echo, the best first: single ones, and the best set of several. */
async function bestFixes(engine: InkEngine, brush: Brush, plates: Plates, count: number): Promise<TriedFix[]> {
  const { before, fixes } = beginFixes(engine, brush, plates);
  const tryThem = (all: typeof fixes) => all.map((fix) => tryFix(engine, before, plates, fix));
  const tried = tryThem(fixes);
  const several = await combineFixes(before, tried, BUDGET, (fix) =>
    Promise.resolve(tryThem(fixesAfter(engine, before, plates, fix, tried))),
  );
  const helping = [...tried, ...(several && !tried.includes(several) ? [several] : [])].filter((fix) =>
    helps(before, fix),
  );
  return helping.sort(byScore(before)).slice(0, count);
}

const thousandth = (v: number): number => Math.round(v * 1000) / 1000;

/** The fixes for the report, and the plates that they need as files in its folder. */
function toldFixes(all: readonly TriedFix[], plates: Plates, folder: string) {
  const files = new Map<string, Uint8Array>();
  const fixes = all.map((fix, number) => {
    const made = platesOfFix(plates, fix);
    const named = new Map(Object.keys(fix.derived).map((name) => [name, `fix ${number + 1} ${name}`]));
    const coats = fix.brush.coats.map((coat) => ({
      ...coat,
      deck: { ...coat.deck, cards: coat.deck.cards.map((c) => ({ ...c, plate: named.get(c.plate) ?? c.plate })) },
    }));
    for (const { deck } of fix.brush.coats)
      for (const { plate } of deck.cards) {
        const name = named.get(plate);
        const pixels = made.get(plate);
        if (name && pixels) files.set(join(folder, name), encodePlate(pixels));
      }
    const { what, echo, texture, look } = fix;
    return { what, echo: tenth(echo), texture: tenth(texture), look: thousandth(look), brush: { ...fix.brush, coats } };
  });
  return { fixes, files: [...files].map(([path, bytes]) => ({ path, bytes })) };
}

/** echo: measures how much the strokes of a brush repeat, and with --fixes what lowers it. */
export async function echoCommand(args: string[]): Promise<object> {
  const o = readOptions(args, OPTIONS);
  const count = countOf(o.fixes);
  const { brush, plates } = await loadBrush(o.brush);
  const strokes = o.strokes ? parseStrokes(await readJson(o.strokes), basename(o.strokes)).strokes : undefined;
  if (strokes?.every(({ points }) => points.length < 2))
    throw new AmberError(
      'bad-value',
      `${basename(o.strokes)} holds only single dabs: an echo needs a stroke; leave --strokes out for the standard one.`,
      'strokes',
    );
  const engine = new InkEngine();
  const report = echoReport(echoOf(engine, brush, plates, strokes), brush, plates);
  const told =
    count > 0
      ? toldFixes(await bestFixes(engine, brush, plates, count), plates, dirname(o.report))
      : { fixes: undefined, files: [] };
  const whole = told.fixes ? { ...report, fixes: told.fixes } : report;
  await writeAll([...told.files, { path: o.report, bytes: `${JSON.stringify(whole, null, 2)}\n` }]);
  return whole;
}
