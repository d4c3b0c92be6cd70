import { madePicture, parseMade, type FontOf, type MadeSource, type Size } from '@amber-stamp/core/make';
import { parseJson } from '@amber-stamp/core/model';
import type { Picture } from '@amber-stamp/core/raster';
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import type { PictureInfo } from './decode.ts';
import { thumbnailOfPlate } from './thumbnail.ts';

const WEIGHTS = {
  serif: { light: 200, regular: 400, bold: 900 },
  sans: { light: 200, regular: 400, bold: 900 },
  hand: { light: 400, regular: 400, bold: 700 },
} as const;
const FILES = { serif: 'fraunces', sans: 'source-sans-3', hand: 'caveat' } as const;

const find = createRequire(import.meta.url);

/** A shipped typeface, read from the package that it comes with. */
export const fontOf: FontOf = async (face, weight) => {
  const name = FILES[face];
  const path = find.resolve(`@fontsource/${name}/files/${name}-latin-${WEIGHTS[face][weight]}-normal.woff`);
  const bytes = await readFile(path);
  // what reads typefaces is loaded when one is wanted
  const { parse } = (await import('opentype.js')).default;
  return parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength));
};

/** Whether a file is a document of ours rather than a picture: it begins with a brace. */
export const isDocument = (bytes: Uint8Array): boolean =>
  /^\uFEFF?\s*\{/.test(new TextDecoder().decode(bytes.subarray(0, 256)));

/** The settings of a made source, from its file. Throws bad-json and the errors of parseMade. */
export const readMade = (bytes: Uint8Array, where: string): MadeSource =>
  parseMade(parseJson(new TextDecoder().decode(bytes), where), where);

/** A made source drawn at its own size or another. */
export const decodeMade = (made: MadeSource, size?: Size): Promise<Picture> => madePicture(made, fontOf, size);

/** What is known of a made source. */
export const madeInfo = ({ width, height }: Picture): PictureInfo => ({
  format: 'json',
  width,
  height,
  channels: 1,
  bits: 16,
});

/** A small WebP of a made source as it prints. */
export const madeThumbnail = ({ width, height, data }: Picture, side: number): Promise<Buffer> =>
  thumbnailOfPlate({ width, height, data: data as Uint16Array }, side);
