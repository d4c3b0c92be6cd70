import type { Brush } from '../model/brush-schema.ts';
import { inkColour, takesAway, type Ground } from './coat.ts';
import { mayTint } from './tint.ts';

/**
 * Everything of a brush that moves or presses the dabs of one coat, as a key: coats with the same key are laid alike. Its
 * join, colours that are not laid and the grain of the finished coat are applied later, and the other coats are none of its
 * business. Plates, stroke, size and zoom are not in it.
 */
export function layKey(brush: Brush, which: number, paper: Ground): string {
  const { seed, ends, steady, coats } = brush;
  const coat = coats[which];
  const { grain, ink } = coat;
  const inks = mayTint(coat) && !takesAway({ brush, coat: which }) ? [inkColour(coat, paper), ink.second] : null;
  const laid = {
    ...coat,
    join: null,
    muted: null,
    ink: inks,
    grain: grain?.appliesTo === 'stroke' ? grain.depth : grain,
  };
  return JSON.stringify([seed, ends, steady, laid]);
}
