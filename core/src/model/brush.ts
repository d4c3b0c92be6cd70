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

/** How broad a stroke of the brush gets, px: its largest dabs, half of their scatter to either side with them. What is muted counts: it comes back. */
export function broadestPx(brush: Brush): number {
  return Math.max(
    0,
    ...brush.coats.map((coat) => {
      const { rest, low, high } = coat.properties.across;
      const aside = Math.abs(rest) + Math.max(Math.abs(low), Math.abs(high));
      return largestPx(coat) * (1 + aside / 100);
    }),
  );
}
