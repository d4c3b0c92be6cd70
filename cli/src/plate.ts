import {
  answerRecipe,
  checkBorder,
  coverage,
  cut,
  guessPrints,
  parseRecipe,
  PRINTS,
  reducePicture,
  type Prints,
} from '@amber-stamp/core';
import { decodePicture, encodeGray, readBytes, readJson, writeAll } from '@amber-stamp/io';
import { basename } from 'node:path';
import { readOptions, UsageError, type OptionTable } from './arguments.ts';

const OPTIONS: OptionTable = {
  source: { required: true },
  recipe: {},
  prints: { values: PRINTS },
  out: { required: true },
  bits: { values: ['8', '16'] },
  report: {},
};

/** plate: cuts a source into a plate. */
export async function plateCommand(args: string[]): Promise<object> {
  const o = readOptions(args, OPTIONS);
  if (!o.out.toLowerCase().endsWith('.png'))
    throw new UsageError(`--out must end in .png: plates are written as grayscale PNG`);
  const picture = reducePicture(await decodePicture(await readBytes(o.source), basename(o.source)));
  const guess = guessPrints(picture);
  const prints = (o.prints as Prints | undefined) ?? guess.prints;
  const given = o.recipe ? parseRecipe(await readJson(o.recipe), basename(o.recipe)) : undefined;
  const recipe = answerRecipe(picture, prints, given, o.prints !== undefined);
  const plate = cut(picture, recipe);
  const report = {
    width: plate.width,
    height: plate.height,
    prints: recipe.steps.find((s) => s.step === 'gray')?.prints ?? prints,
    reason: o.prints ? 'Chosen on the command line.' : guess.reason,
    coveragePct: coverage(plate) * 100,
    border: checkBorder(plate),
    recipe,
  };
  const files = [{ path: o.out, bytes: encodeGray(plate, o.bits === '8' ? 8 : 16) as Uint8Array | string }];
  if (o.report) files.push({ path: o.report, bytes: `${JSON.stringify(report, null, 2)}\n` });
  await writeAll(files);
  return { out: o.out, ...report };
}
