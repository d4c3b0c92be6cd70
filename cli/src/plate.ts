import type { BrushWithPlates } from '@amber-stamp/core/ink';
import {
  answerRecipe,
  cutAll,
  guessPrints,
  guessReading,
  heightsOfSource,
  makeRecipe,
  makesRelief,
  materialsNamed,
  parseRecipe,
  plateReport,
  PRINTS,
  reliefRecipe,
  stepNamed,
  type Material,
  type Others,
  type Prints,
  type Recipe,
} from '@amber-stamp/core/cut';
import { AmberError } from '@amber-stamp/core/errors';
import { asMade, emptySource, type Size } from '@amber-stamp/core/make';
import type { Picture, Raster } from '@amber-stamp/core/raster';
import {
  decodeMade,
  decodeSource,
  decodeWorking,
  encodeGray,
  inside,
  isDocument,
  isMeshName,
  loadBrush,
  readBytes,
  readJson,
  readMade,
  writeAll,
} from '@amber-stamp/io';
import { basename, dirname, extname, resolve } from 'node:path';
import { readOptions, UsageError, type OptionTable } from './arguments.ts';
import { RELIEF_OPTIONS, wishOf } from './relief-options.ts';

const OPTIONS: OptionTable = {
  source: {},
  size: {},
  recipe: {},
  prints: { values: PRINTS },
  out: { required: true },
  bits: { values: ['8', '16'] },
  report: {},
  channel: {},
  ...RELIEF_OPTIONS,
};

/** Where what a step names lies: beside the recipe or, in an opened pack, from the pack's own folder. */
function materialPath(recipePath: string, name: string): string {
  const folder = dirname(resolve(recipePath));
  return inside(basename(folder) === 'recipes' && name.includes('/') ? dirname(folder) : folder, name);
}

/** Sources and brushes that steps name, read from their files. */
async function otherFiles(recipe: Recipe, recipePath: string | undefined): Promise<Others> {
  const sources = new Map<string, Picture>();
  const brushes = new Map<string, BrushWithPlates>();
  const path = (kind: Material, name: string): string => {
    if (recipePath) return materialPath(recipePath, name);
    throw new AmberError(
      'bad-value',
      `The ${kind} ${name} that a step names needs a recipe file to lie beside.`,
      `steps.${recipe.steps.findIndex((step) => step[kind] === name)}.${kind}`,
    );
  };
  for (const name of materialsNamed(recipe, 'source'))
    sources.set(name, await decodeWorking(await readBytes(path('source', name)), name));
  for (const name of materialsNamed(recipe, 'brush')) brushes.set(name, await loadBrush(path('brush', name)));
  return { sources, brushes };
}

type Wanted = Record<string, string>;

/** Whether a source that nobody said anything about is taken as heights: a file that says so, floats that no plate of print could hold, or that are to be written as floats. */
function isRelief(picture: Picture, ending: string): boolean {
  if (picture.mesh || picture.span) return true;
  if (!(picture.data instanceof Float32Array)) return false;
  return ending !== '.png' || picture.data.some((v) => v < 0 || v > 1);
}

/** The setting for a channel that was asked for by its name in the file, or by its colour. */
function channelOf(picture: Picture, wanted: string | undefined): Record<string, string> {
  if (wanted === undefined) return {};
  const slots = ['red', 'green', 'blue'];
  const names = picture.names ?? (picture.channels >= 3 ? slots : []);
  const at = names.indexOf(wanted);
  if (at >= 0) return { channel: slots[at] };
  const told = names.length > 0 ? names.join(', ') : 'one without a name';
  throw new AmberError(
    'bad-value',
    `There is no channel ${wanted} to take heights from; the source has ${told}.`,
    'channel',
  );
}

/** The recipe to cut by, and why it is that one. */
function recipeFor(picture: Picture, given: Recipe | undefined, o: Wanted, ending: string): [Recipe, string] {
  if (picture.made && !given && !o.prints) return [asMade(), 'It was made here: it prints as it is.'];
  if (!given && !o.prints && isRelief(picture, ending)) {
    if (picture.mesh) return [reliefRecipe(picture), guessReading(picture).reason];
    return [
      makeRecipe([{ ...heightsOfSource(picture, 'refuse'), ...channelOf(picture, o.channel) }]),
      guessReading(picture).reason,
    ];
  }
  const guess = guessPrints(picture);
  const prints = (o.prints as Prints | undefined) ?? guess.prints;
  const recipe = answerRecipe(picture, prints, given, o.prints !== undefined);
  return [recipe, o.prints ? 'Chosen on the command line.' : guess.reason];
}

/** The file of a plate: what prints at 8 or 16 bit, heights with every value. */
async function fileOf(
  plate: Raster,
  recipe: Recipe,
  o: Wanted,
  { ending, displaced }: { ending: string; displaced: Float32Array | undefined },
): Promise<Uint8Array> {
  if (!makesRelief(recipe) && ending === '.png' && !o.normals) return encodeGray(plate, o.bits === '8' ? 8 : 16);
  if (o.bits === '8') throw new UsageError('--bits 8 is for what prints: heights are written at 16 bit or as floats');
  // what writes heights takes long to load
  return (await import('@amber-stamp/core/relief-file')).reliefFile(plate, wishOf(o, ending), displaced);
}

const MOST_PX = 4096;

/** A size in px that was asked for as WIDTH,HEIGHT. */
function sizeOf(text: string | undefined): Size | undefined {
  if (text === undefined) return undefined;
  const sides = text.split(',').map(Number);
  if (sides.length !== 2 || sides.some((side) => !Number.isInteger(side) || side < 1 || side > MOST_PX))
    throw new UsageError(`--size must be two whole numbers of 1 to ${MOST_PX}, such as 512,512, not ${text}`);
  return { width: sides[0], height: sides[1] };
}

/** Whether a recipe makes its plate out of nothing. */
const drawsItself = (recipe: Recipe): boolean =>
  recipe.steps.some(({ step, on }) => on && (step === 'draw' || stepNamed(step).fromSource === true));

/** What is cut: the source's picture, or an empty one for a recipe that draws. */
async function pictureFor(o: Wanted, recipe: Recipe | undefined): Promise<Picture> {
  const size = sizeOf(o.size);
  if (o.source === undefined) {
    if (!recipe || !size || !drawsItself(recipe))
      throw new UsageError(
        '--source is missing; only a recipe that draws its plate goes without, with --size WIDTH,HEIGHT',
      );
    return decodeMade(emptySource(size.width, size.height));
  }
  const bytes = await readBytes(o.source);
  const name = basename(o.source);
  if (isDocument(bytes)) return decodeMade(readMade(bytes, name), size);
  if (size) throw new UsageError('--size is for sources that are made of settings; a picture has its own');
  const fills = recipe?.steps.some(({ step, on, holes }) => on && step === 'heights' && holes === 'fill');
  return isMeshName(name) || fills ? decodeSource(bytes, name) : decodeWorking(bytes, name);
}

/** plate: cuts a source into a plate. */
export async function plateCommand(args: string[]): Promise<object> {
  const o = readOptions(args, OPTIONS);
  const ending = extname(o.out).toLowerCase();
  wishOf(o, ending);
  if (ending !== '.png' && o.bits) throw new UsageError('--bits is for PNG: .exr and .tif keep their floats');
  const given = o.recipe ? parseRecipe(await readJson(o.recipe), basename(o.recipe)) : undefined;
  const picture = await pictureFor(o, given);
  const [recipe, reason] = recipeFor(picture, given, o, ending);
  const others = await otherFiles(recipe, o.recipe);
  const { raster: plate, outcomes } = cutAll(picture, recipe, others);
  const report = { ...plateReport(plate, recipe, outcomes), reason, recipe };
  const files: { path: string; bytes: Uint8Array | string }[] = [
    { path: o.out, bytes: await fileOf(plate, recipe, o, { ending, displaced: outcomes.at(-1)?.displaced }) },
  ];
  if (o.report) files.push({ path: o.report, bytes: `${JSON.stringify(report, null, 2)}\n` });
  await writeAll(files);
  return { out: o.out, ...report };
}
