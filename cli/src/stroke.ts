import { encodeRgba } from '@amber-stamp/core/formats';
import { InkEngine, layOut, printSheet, printSheetWords, type Ground } from '@amber-stamp/core/ink';
import { parseStrokes } from '@amber-stamp/core/model';
import { dabsCsv } from '@amber-stamp/core/vary';
import { loadBrush, readJson, writeAll } from '@amber-stamp/io';
import { basename } from 'node:path';
import { readOptions, UsageError, type OptionTable } from './arguments.ts';

const OPTIONS: OptionTable = {
  brush: { required: true },
  strokes: { required: true },
  out: { required: true },
  bits: { values: ['8', '16'] },
  ground: { values: ['white', 'gray', 'black', 'none'] },
  seed: {},
  dabs: {},
};

function seedOf(text: string | undefined): number | undefined {
  if (text === undefined) return undefined;
  const seed = Number(text);
  if (!/^-?\d+$/.test(text) || seed < -2147483648 || seed > 4294967295)
    throw new UsageError(`--seed must be a whole number, not ${text}`);
  return seed;
}

/** stroke: draws strokes with a brush. */
export async function strokeCommand(args: string[]): Promise<object> {
  const o = readOptions(args, OPTIONS);
  if (!o.out.toLowerCase().endsWith('.png')) throw new UsageError('--out must end in .png');
  const seed = seedOf(o.seed);
  const loaded = await loadBrush(o.brush);
  const brush = seed === undefined ? loaded.brush : { ...loaded.brush, seed };
  const strokes = parseStrokes(await readJson(o.strokes), basename(o.strokes));
  const ground = (o.ground ?? 'white') as Ground | 'none';
  const engine = new InkEngine();
  const { width, height } = strokes;
  const laidOut = layOut(brush, strokes);
  let bytes: Uint8Array;
  if (o.bits === '16')
    bytes = encodeRgba(
      width,
      height,
      printSheetWords(engine, { brush, plates: loaded.plates }, strokes, ground, laidOut),
    );
  else if (ground === 'none')
    bytes = encodeRgba(
      width,
      height,
      Uint8Array.from(printSheetWords(engine, { brush, plates: loaded.plates }, strokes, 'none', laidOut), (v) =>
        Math.floor(v / 257 + 0.5),
      ),
    );
  else
    bytes = encodeRgba(width, height, printSheet(engine, { brush, plates: loaded.plates }, strokes, ground, laidOut));
  const files = [{ path: o.out, bytes: bytes as Uint8Array | string }];
  if (o.dabs) files.push({ path: o.dabs, bytes: dabsCsv(laidOut) });
  await writeAll(files);
  return {
    out: o.out,
    width,
    height,
    strokes: strokes.strokes.length,
    dabs: laidOut.reduce((n, l) => n + l.dabs.count, 0),
  };
}
