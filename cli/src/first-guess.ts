import { originOf } from '@amber-stamp/core/bench';
import { cut, guessIntent, guessReading, INTENTS, recipeForReading, type Intent } from '@amber-stamp/core/cut';
import { asMade } from '@amber-stamp/core/make';
import { fileName } from '@amber-stamp/core/formats';
import { plateFile } from '@amber-stamp/core/exr';
import { InkEngine } from '@amber-stamp/core/ink';
import { echoOf, echoReport } from '@amber-stamp/core/prove';
import { toPlate } from '@amber-stamp/core/raster';
import { firstStrokes, isMeasured, ranked, type Guess } from '@amber-stamp/core/vary';
import { decodeMade, decodeSource, ensureFolder, isDocument, readBytes, readMade, writeAll } from '@amber-stamp/io';
import { basename, extname, join } from 'node:path';
import { readOptions, type OptionTable } from './arguments.ts';

const OPTIONS: OptionTable = { source: { required: true }, for: { values: ['tip', 'band'] }, out: { required: true } };

/** The best of some first strokes: measured where that tells which is right. */
function best(guesses: readonly Guess[], measure: (guess: Guess) => { echo: number; texture: number }): Guess {
  return ranked(guesses.map((guess) => ({ ...guess, ...measure(guess) })))[0];
}

/** guess: a source becomes a brush, as it does in the application: what prints, recipe and first stroke are guessed. */
export async function guessCommand(args: string[]): Promise<object> {
  const o = readOptions(args, OPTIONS);
  const file = basename(o.source);
  const bytes = await readBytes(o.source);
  const made = isDocument(bytes) ? readMade(bytes, file) : null;
  const picture = made ? await decodeMade(made) : await decodeSource(bytes, file);
  const name = basename(file, extname(file));
  const { reading, reason } = guessReading(picture);
  const guessed = made || picture.mesh ? 'tip' : guessIntent(picture, reading).intent;
  const wanted = INTENTS.find((intent) => intent === o.for) ?? guessed;
  const intent: Intent = wanted === 'band' ? 'band' : 'tip';
  const recipe = made ? asMade() : recipeForReading(picture, reading, { intent });
  const plate = toPlate(cut(picture, recipe));
  const plateName = `${fileName(name)}${plate.heights ? '.exr' : '.png'}`;
  const origin = originOf({ recipe, made }, intent);
  const { kind, guesses } = firstStrokes(plate, name, plateName, origin);
  const plates = new Map([[plateName, plate]]);
  const engine = new InkEngine();
  const { brush, reasons } = isMeasured(kind)
    ? best(guesses, (guess) => echoReport(echoOf(engine, guess.brush, plates), guess.brush, plates))
    : guesses[0];
  const json = (value: unknown) => `${JSON.stringify(value, null, 2)}\n`;
  await ensureFolder(o.out);
  await writeAll([
    { path: join(o.out, 'brush.json'), bytes: json(brush) },
    { path: join(o.out, plateName), bytes: plateFile(plate) },
    { path: join(o.out, 'recipe.json'), bytes: json(recipe) },
  ]);
  return { out: o.out, plate: plateName, kind, for: intent, reason, reasons };
}
