import type { Face, FontOf, Weight } from '@amber-stamp/core/make';
import caveatBold from '@fontsource/caveat/files/caveat-latin-700-normal.woff?url';
import caveat from '@fontsource/caveat/files/caveat-latin-400-normal.woff?url';
import serifBold from '@fontsource/fraunces/files/fraunces-latin-900-normal.woff?url';
import serifLight from '@fontsource/fraunces/files/fraunces-latin-200-normal.woff?url';
import serif from '@fontsource/fraunces/files/fraunces-latin-400-normal.woff?url';
import sansBold from '@fontsource/source-sans-3/files/source-sans-3-latin-900-normal.woff?url';
import sansLight from '@fontsource/source-sans-3/files/source-sans-3-latin-200-normal.woff?url';
import sans from '@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff?url';
import { parse, type Font } from 'opentype.js';

const FILES: Record<Face, Record<Weight, string>> = {
  serif: { light: serifLight, regular: serif, bold: serifBold },
  sans: { light: sansLight, regular: sans, bold: sansBold },
  hand: { light: caveat, regular: caveat, bold: caveatBold },
};
const fonts = new Map<string, Promise<Font>>();

/** A shipped typeface, fetched once. */
export const fontOf: FontOf = (face, weight) => {
  const url = FILES[face][weight];
  let font = fonts.get(url);
  if (!font) {
    font = fetch(url).then(async (answer) => parse(await answer.arrayBuffer()));
    fonts.set(url, font);
    font.catch(() => fonts.delete(url));
  }
  return font;
};
