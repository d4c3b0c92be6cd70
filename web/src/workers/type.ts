import { AmberError } from '@amber-stamp/core/errors';
import { fillOutlines, type Place } from '@amber-stamp/core/make';
import type { Raster } from '@amber-stamp/core/raster';
import caveatBold from '@fontsource/caveat/files/caveat-latin-700-normal.woff?url';
import caveat from '@fontsource/caveat/files/caveat-latin-400-normal.woff?url';
import serifBold from '@fontsource/fraunces/files/fraunces-latin-900-normal.woff?url';
import serifLight from '@fontsource/fraunces/files/fraunces-latin-200-normal.woff?url';
import serif from '@fontsource/fraunces/files/fraunces-latin-400-normal.woff?url';
import sansBold from '@fontsource/source-sans-3/files/source-sans-3-latin-900-normal.woff?url';
import sansLight from '@fontsource/source-sans-3/files/source-sans-3-latin-200-normal.woff?url';
import sans from '@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff?url';
import { parse, type Font, type PathCommand } from 'opentype.js';
import type { Typeface, TypeOrder } from '../engine/protocol/make.ts';

const FILES: Record<Typeface, Record<TypeOrder['weight'], string>> = {
  serif: { light: serifLight, regular: serif, bold: serifBold },
  sans: { light: sansLight, regular: sans, bold: sansBold },
  hand: { light: caveat, regular: caveat, bold: caveatBold },
};
const fonts = new Map<string, Promise<Font>>();

function fontOf(url: string): Promise<Font> {
  let font = fonts.get(url);
  if (!font) {
    font = fetch(url).then(async (answer) => parse(await answer.arrayBuffer()));
    fonts.set(url, font);
  }
  return font;
}

/** Pieces that a curve is cut into: fine enough at the plate's own resolution. */
const PIECES = 24;

/** The closed outlines of path commands, curves cut into straight pieces. */
function outlinesOf(commands: readonly PathCommand[]): Place[][] {
  const outlines: Place[][] = [];
  let at: Place = [0, 0];
  for (const c of commands) {
    if (c.type === 'M') outlines.push([]);
    const outline = outlines[outlines.length - 1];
    if (c.type === 'Z' || !outline) continue;
    const end: Place = [c.x, c.y];
    const pieces = c.type === 'Q' || c.type === 'C' ? PIECES : 1;
    for (let k = 1; k <= pieces; k++) outline.push(pieces === 1 ? end : bent(at, c, k / pieces));
    at = end;
  }
  return outlines.filter((points) => points.length > 2);
}

function bent(from: Place, c: PathCommand, t: number): Place {
  const u = 1 - t;
  const axis = (k: 0 | 1, name: 'x' | 'y'): number => {
    if (c.type === 'Q') return u * u * from[k] + 2 * u * t * c[`${name}1`] + t * t * c[name];
    if (c.type === 'C')
      return u * u * u * from[k] + 3 * u * u * t * c[`${name}1`] + 3 * u * t * t * c[`${name}2`] + t * t * t * c[name];
    return from[k];
  };
  return [axis(0, 'x'), axis(1, 'y')];
}

/** A word drawn from its outlines in the middle of a square of `side` px. Throws bad-value. */
export async function drawType(order: TypeOrder, side: number): Promise<Raster> {
  const text = order.text.trim();
  if (text === '') throw new AmberError('bad-value', 'There is no text; type a word or a sign.', 'text');
  const font = await fontOf(FILES[order.face][order.weight]);
  const missing = [...text].find((sign) => sign !== ' ' && font.charToGlyph(sign).index === 0);
  if (missing)
    throw new AmberError('bad-value', `This typeface has no sign for ${missing}; choose another one.`, 'text');
  const unit = 1000;
  const path = font.getPath(text, 0, 0, unit, { letterSpacing: order.trackingPct / 100 });
  const outlines = outlinesOf(path.commands);
  if (outlines.length === 0)
    throw new AmberError('bad-value', 'Nothing of this text prints; type a word or a sign.', 'text');
  const xs = outlines.flatMap((points) => points.map(([x]) => x));
  const ys = outlines.flatMap((points) => points.map(([, y]) => y));
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const [top, low] = [Math.min(...ys), Math.max(...ys)];
  const scale = (((side * order.sizePct) / 100) * 0.94) / Math.max(right - left, low - top);
  const placed = outlines.map((points) =>
    points.map(([x, y]): Place => [
      (x - (left + right) / 2) * scale + side / 2,
      (y - (top + low) / 2) * scale + side / 2,
    ]),
  );
  return fillOutlines(side, side, placed);
}
