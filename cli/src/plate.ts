import {
  AmberError,
  answerRecipe,
  cutAll,
  guessPrints,
  parseRecipe,
  plateReport,
  PRINTS,
  type Picture,
  type Prints,
  type Recipe,
} from '@amber-stamp/core';
import { decodeWorking, encodeGray, inside, readBytes, readJson, writeAll } from '@amber-stamp/io';
import { basename, dirname } from 'node:path';
import { readOptions, UsageError, type OptionTable } from './arguments.ts';

const OPTIONS: OptionTable = {
  source: { required: true },
  recipe: {},
  prints: { values: PRINTS },
  out: { required: true },
  bits: { values: ['8', '16'] },
  report: {},
};

/** Sources that steps lay over the first, by the name that they give: files beside the recipe. */
async function otherSources(recipe: Recipe, recipePath: string | undefined): Promise<Map<string, Picture>> {
  const others = new Map<string, Picture>();
  for (const [i, step] of recipe.steps.entries()) {
    if (!step.on || typeof step.source !== 'string' || step.source === '') continue;
    const where = `steps.${i}.source`;
    if (!recipePath)
      throw new AmberError('bad-value', 'A source to lay over needs a recipe file to lie beside.', where);
    const path = inside(dirname(recipePath), step.source);
    others.set(step.source, await decodeWorking(await readBytes(path), step.source));
  }
  return others;
}

/** plate: cuts a source into a plate. */
export async function plateCommand(args: string[]): Promise<object> {
  const o = readOptions(args, OPTIONS);
  if (!o.out.toLowerCase().endsWith('.png'))
    throw new UsageError(`--out must end in .png: plates are written as grayscale PNG`);
  const picture = await decodeWorking(await readBytes(o.source), basename(o.source));
  const guess = guessPrints(picture);
  const prints = (o.prints as Prints | undefined) ?? guess.prints;
  const given = o.recipe ? parseRecipe(await readJson(o.recipe), basename(o.recipe)) : undefined;
  const recipe = answerRecipe(picture, prints, given, o.prints !== undefined);
  const others = await otherSources(recipe, o.recipe);
  const { raster: plate, outcomes } = cutAll(picture, recipe, others);
  const report = {
    ...plateReport(plate, recipe, outcomes),
    reason: o.prints ? 'Chosen on the command line.' : guess.reason,
    recipe,
  };
  const files = [{ path: o.out, bytes: encodeGray(plate, o.bits === '8' ? 8 : 16) as Uint8Array | string }];
  if (o.report) files.push({ path: o.report, bytes: `${JSON.stringify(report, null, 2)}\n` });
  await writeAll(files);
  return { out: o.out, ...report };
}
