import { cut, guessReading, marksOf, PRINTS, recipeForReading, regionOf, type Prints } from '@amber-stamp/core/cut';
import { AmberError } from '@amber-stamp/core/errors';
import { fileName } from '@amber-stamp/core/formats';
import { decodeWorking, encodeGray, ensureFolder, readBytes, writeAll } from '@amber-stamp/io';
import { basename, extname, join } from 'node:path';
import { readOptions, type OptionTable } from './arguments.ts';

const OPTIONS: OptionTable = {
  source: { required: true },
  prints: { values: PRINTS },
  bits: { values: ['8', '16'] },
  out: { required: true },
};

/** marks: every mark of a sheet becomes a plate of its own, each cut with its own trim. */
export async function marksCommand(args: string[]): Promise<object> {
  const o = readOptions(args, OPTIONS);
  const name = basename(o.source);
  const picture = await decodeWorking(await readBytes(o.source), name);
  const reading = guessReading(picture).reading;
  const prints: Prints = (o.prints as Prints | undefined) ?? (reading === 'heights' ? 'dark' : reading);
  const { marks } = marksOf(picture, prints);
  if (marks.length === 0)
    throw new AmberError(
      'nothing-to-print',
      `No marks stand apart on ${name}; cut it whole by the command plate.`,
      'source',
    );
  const stem = fileName(basename(name, extname(name)));
  const plates = marks.map((mark, k) => ({
    path: join(o.out, `${stem}-${k + 1}.png`),
    bytes: encodeGray(
      cut(picture, recipeForReading(picture, prints, { region: regionOf(mark) })),
      o.bits === '8' ? 8 : 16,
    ),
  }));
  await ensureFolder(o.out);
  await writeAll(plates);
  return { out: o.out, marks: marks.map((mark, k) => ({ plate: basename(plates[k].path), ...mark })) };
}
