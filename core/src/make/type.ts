import type { Font, PathCommand } from 'opentype.js';
import { AmberError } from '../errors.ts';
import type { Raster } from '../raster/raster.ts';
import { fillOutlines, type Place } from './outline.ts';

export const FACES = ['serif', 'sans', 'hand'] as const;
export const WEIGHTS = ['light', 'regular', 'bold'] as const;
export type Face = (typeof FACES)[number];
export type Weight = (typeof WEIGHTS)[number];

/** Gives a shipped typeface; where its file lies is known to whoever asks. */
export type FontOf = (face: Face, weight: Weight) => Promise<Font>;

interface TypeOrder {
  text: string;
  sizePct: number;
  trackingPct: number;
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

/** A word drawn from the outlines of a font in the middle of a square of `side` px. Throws bad-value. */
export function drawType(order: TypeOrder, side: number, font: Font): Raster {
  const text = order.text.trim();
  if (text === '') throw new AmberError('bad-value', 'There is no text; type a word or a sign.', 'text');
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
