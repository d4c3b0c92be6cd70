import { AmberError, echoOf, echoReport, InkEngine, parseStrokes } from '@amber-stamp/core';
import { loadBrush, readJson, writeAll } from '@amber-stamp/io';
import { basename } from 'node:path';
import { readOptions, type OptionTable } from './arguments.ts';

const OPTIONS: OptionTable = { brush: { required: true }, strokes: {}, report: { required: true } };

/** echo: measures how much the strokes of a brush repeat. */
export async function echoCommand(args: string[]): Promise<object> {
  const o = readOptions(args, OPTIONS);
  const { brush, plates } = await loadBrush(o.brush);
  const strokes = o.strokes ? parseStrokes(await readJson(o.strokes), basename(o.strokes)).strokes : undefined;
  if (strokes?.every(({ points }) => points.length < 2))
    throw new AmberError(
      'bad-value',
      `${basename(o.strokes)} holds only single dabs: an echo needs a stroke; leave --strokes out for the standard one.`,
      'strokes',
    );
  const report = echoReport(echoOf(new InkEngine(), brush, plates, strokes), brush, plates);
  await writeAll([{ path: o.report, bytes: `${JSON.stringify(report, null, 2)}\n` }]);
  return report;
}
