import {
  AmberError,
  answerRecipe,
  cutAll,
  guessPrints,
  parseRecipe,
  plateReport,
  PRINTS,
  type BrushAndPlates,
  type Others,
  type Picture,
  type Prints,
  type Raster,
  type Recipe,
} from '@amber-stamp/core';
import { decodeWorking, encodeGray, inside, loadBrush, readBytes, readJson, writeAll } from '@amber-stamp/io';
import { basename, dirname, extname } from 'node:path';
import { readOptions, UsageError, type OptionTable } from './arguments.ts';

const OPTIONS: OptionTable = {
  source: { required: true },
  recipe: {},
  prints: { values: PRINTS },
  out: { required: true },
  bits: { values: ['8', '16'] },
  report: {},
};

/** Sources and brushes that steps name: files beside the recipe. */
async function otherFiles(recipe: Recipe, recipePath: string | undefined): Promise<Others> {
  const sources = new Map<string, Picture>();
  const brushes = new Map<string, BrushAndPlates>();
  for (const [i, step] of recipe.steps.entries())
    for (const kind of ['source', 'brush'] as const) {
      const name = step[kind];
      if (!step.on || typeof name !== 'string' || name === '') continue;
      if (!recipePath)
        throw new AmberError(
          'bad-value',
          `The ${kind} ${name} that a step names needs a recipe file to lie beside.`,
          `steps.${i}.${kind}`,
        );
      const path = inside(dirname(recipePath), name);
      if (kind === 'source') sources.set(name, await decodeWorking(await readBytes(path), name));
      else brushes.set(name, await loadBrush(path));
    }
  return { sources, brushes };
}

/** A plate with every value as it is; its writer takes long to load. */
const floats = async (plate: Raster): Promise<Uint8Array> =>
  (await import('@amber-stamp/core/exr')).encodeExr(plate, 'float');

/** plate: cuts a source into a plate. */
export async function plateCommand(args: string[]): Promise<object> {
  const o = readOptions(args, OPTIONS);
  const ending = extname(o.out).toLowerCase();
  if (ending !== '.png' && ending !== '.exr')
    throw new UsageError('--out must end in .png (grayscale, 8 or 16 bit) or .exr (floats)');
  if (ending === '.exr' && o.bits) throw new UsageError('--bits is for PNG: an .exr keeps its floats');
  const picture = await decodeWorking(await readBytes(o.source), basename(o.source));
  const guess = guessPrints(picture);
  const prints = (o.prints as Prints | undefined) ?? guess.prints;
  const given = o.recipe ? parseRecipe(await readJson(o.recipe), basename(o.recipe)) : undefined;
  const recipe = answerRecipe(picture, prints, given, o.prints !== undefined);
  const others = await otherFiles(recipe, o.recipe);
  const { raster: plate, outcomes } = cutAll(picture, recipe, others);
  const report = {
    ...plateReport(plate, recipe, outcomes),
    reason: o.prints ? 'Chosen on the command line.' : guess.reason,
    recipe,
  };
  const bytes = ending === '.exr' ? await floats(plate) : encodeGray(plate, o.bits === '8' ? 8 : 16);
  const files: { path: string; bytes: Uint8Array | string }[] = [{ path: o.out, bytes }];
  if (o.report) files.push({ path: o.report, bytes: `${JSON.stringify(report, null, 2)}\n` });
  await writeAll(files);
  return { out: o.out, ...report };
}
