import { lazy, number, object, string, type InferType, type Schema } from 'yup';
import { paramSchema } from '../cut/param-schema.ts';
import { makeRecipe, makeStep, type Recipe } from '../cut/recipe.ts';
import { AmberError } from '../errors.ts';
import { finite, parseDocument, shape, typed } from '../model/check.ts';
import type { Picture } from '../raster/picture.ts';
import { raster, toPlate, type Raster } from '../raster/raster.ts';
import { makeNumbers, NUMBERS, usualNumbers, type NumbersValues } from './numbers.ts';
import { renderShapes } from './shapes/render.ts';
import { checkShapes, shapesSchema, type Shapes } from './shapes/schema.ts';
import { drawType, FACES, WEIGHTS, type FontOf } from './type.ts';

const side = (usual: number) => number().integer().min(16).max(4096).default(usual);
const head = <Name extends string>(format: Name) => ({
  format: string<Name>().oneOf([format]).required(),
  version: number().oneOf([1]).required(),
});

export const numbersSchema = typed<NumbersSource>(
  shape({
    ...head('amber-stamp/numbers'),
    sizePx: side(512),
    ...Object.fromEntries(Object.entries(NUMBERS).map(([name, param]) => [name, paramSchema(param)])),
  }),
);
/** A tip from numbers. */
export type NumbersSource = { format: 'amber-stamp/numbers'; version: number; sizePx: number } & NumbersValues;

export const typeSchema = shape({
  ...head('amber-stamp/type'),
  sizePx: side(1024),
  text: string().max(40).required(),
  face: string()
    .oneOf([...FACES])
    .default('serif'),
  weight: string()
    .oneOf([...WEIGHTS])
    .default('bold'),
  /** share of the plate's side that the text may fill, percent */
  sizePct: finite().min(20).max(100).default(92),
  /** between letters, in percent of the letter height */
  trackingPct: finite().min(-15).max(60).default(0),
});
/** A word or a sign in a shipped typeface. */
export interface TypeSource extends InferType<typeof typeSchema> {}

const emptySchema = shape({ ...head('amber-stamp/empty'), widthPx: side(1024), heightPx: side(1024) });
/** Nothing yet: what a tip is drawn on. */
export interface EmptySource extends InferType<typeof emptySchema> {}

/** A source that is made of settings and stays open to change. */
export type MadeSource = Shapes | NumbersSource | TypeSource | EmptySource;

const SCHEMAS: Record<MadeSource['format'], Schema<MadeSource>> = {
  'amber-stamp/shapes': shapesSchema,
  'amber-stamp/numbers': numbersSchema,
  'amber-stamp/type': typed<TypeSource>(typeSchema),
  'amber-stamp/empty': typed<EmptySource>(emptySchema),
};
const FORMATS = Object.keys(SCHEMAS) as MadeSource['format'][];

export const madeSchema = lazy((value: unknown): Schema<MadeSource | null> => {
  if (value === null || value === undefined) return typed<null>(object().nullable().default(null));
  const { format } = value as { format?: MadeSource['format'] };
  const known = format && FORMATS.includes(format) ? SCHEMAS[format] : undefined;
  return known ?? typed(object({ format: string().oneOf(FORMATS).required() }));
});

/** Reads the settings of a made source strictly. */
export function parseMade(value: unknown, where = 'source'): MadeSource {
  const made = parseDocument(madeSchema as unknown as Schema<MadeSource>, value, where);
  return made.format === 'amber-stamp/shapes' ? checkShapes(made, where) : made;
}

export const numbersSource = (): NumbersSource => ({
  format: 'amber-stamp/numbers',
  version: 1,
  sizePx: 512,
  ...usualNumbers(),
});
/** What a grain is printed through by: round, with a soft rim. */
export const softRound = (): NumbersSource => ({ ...numbersSource(), sizePx: 256, softPct: 55 });
export const typeSource = (): TypeSource => typeSchema.cast({ format: 'amber-stamp/type', version: 1, text: 'Tide' });
export const emptySource = (widthPx: number, heightPx: number): EmptySource => ({
  format: 'amber-stamp/empty',
  version: 1,
  widthPx,
  heightPx,
});

/** What a made source is called: by its text, its shape, or its own name. */
export function madeName(made: MadeSource): string {
  switch (made.format) {
    case 'amber-stamp/shapes':
      return made.name;
    case 'amber-stamp/numbers':
      return made.shape === 'star'
        ? `Star ${String(made.points)}`
        : made.shape === 'square'
          ? 'Square tip'
          : 'Round tip';
    case 'amber-stamp/type':
      return made.text.trim();
    case 'amber-stamp/empty':
      return 'Drawn tip';
  }
}

/** The kind of a made source in one word: `shapes`, `numbers`, `type` or `empty`. */
export const madeKind = ({ format }: MadeSource): string => format.slice('amber-stamp/'.length);

export interface Size {
  width: number;
  height: number;
}

/** The size of a made source in px, as it says itself. */
export const madeSize = (made: MadeSource): Size =>
  'sizePx' in made ? { width: made.sizePx, height: made.sizePx } : { width: made.widthPx, height: made.heightPx };

/** What is drawn without a typeface. */
type PlainSource = Exclude<MadeSource, TypeSource>;

function renderPlain(made: PlainSource, size: Size, onProgress?: (share: number) => void): Raster {
  switch (made.format) {
    case 'amber-stamp/shapes':
      return renderShapes(made, size, onProgress);
    case 'amber-stamp/numbers':
      return makeNumbers(made, Math.min(size.width, size.height));
    case 'amber-stamp/empty':
      return raster(size.width, size.height);
  }
}

/** What a made source prints, 0..1, at its own size or another. Squares stay squares: the shorter side counts. */
export async function renderMade(
  made: MadeSource,
  fontOf: FontOf,
  size: Size = madeSize(made),
  onProgress?: (share: number) => void,
): Promise<Raster> {
  if (made.format === 'amber-stamp/type')
    return drawType(made, Math.min(size.width, size.height), await fontOf(made.face, made.weight));
  return renderPlain(made, size, onProgress);
}

const pictureOf = (drawn: Raster): Picture => {
  const { width, height, data } = toPlate(drawn);
  return { width, height, channels: 1, data, made: true };
};

/** A made source as the picture that recipes work on: the paler, the more it prints. */
export async function madePicture(
  made: MadeSource,
  fontOf: FontOf,
  size?: Size,
  onProgress?: (share: number) => void,
): Promise<Picture> {
  return pictureOf(await renderMade(made, fontOf, size, onProgress));
}

/** A made source that needs no typeface as the picture that recipes work on. Throws bad-value for type. */
export function plainPicture(made: MadeSource): Picture {
  if (made.format === 'amber-stamp/type')
    throw new AmberError('bad-value', 'Type is drawn with a typeface, which is not here.', 'format');
  return pictureOf(renderPlain(made, madeSize(made)));
}

/** What is made here prints as it is: the paler the more, nothing trimmed. */
export const asMade = (): Recipe => makeRecipe([makeStep('gray', { prints: 'light' })]);
