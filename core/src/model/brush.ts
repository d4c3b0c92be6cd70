import type { Brush } from './brush-schema.ts';
import type { Coat } from './coat-schema.ts';

/** The names of all plates that a brush prints with, tips and grains, each once. */
export const plateNames = (brush: Brush): string[] => [
  ...new Set(
    brush.coats.flatMap(({ deck, grain }) => [
      ...deck.cards.flatMap((card) => (card.grain ? [card.plate, card.grain.plate] : [card.plate])),
      ...(grain ? [grain.plate] : []),
    ]),
  ),
];

/** The places of the coats that print, the lowest first. */
export const unmutedCoats = (brush: Brush): number[] =>
  brush.coats.flatMap(({ muted }, place) => (muted ? [] : [place]));

/** How large the dabs of a coat get by the range of their size, px. */
export const largestPx = ({ properties: { size } }: Pick<Coat, 'properties'>): number =>
  (size.rest * Math.max(size.low, size.high)) / 100;
