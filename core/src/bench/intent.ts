import { readingOf, regionIn, type Intent } from '../cut/index.ts';
import type { Coat } from '../model/coat-schema.ts';
import type { Bench } from './bench.ts';

/** The cards of a coat that are parts of the source of a plate. */
export const partsOfSource = ({ plates }: Bench, coat: Coat, plateName: string): string[] =>
  coat.deck.cards
    .map(({ plate }) => plate)
    .filter((name) => {
      const { source, recipe } = plates[name];
      return source !== null && source === plates[plateName].source && regionIn(recipe) !== undefined;
    });

/** What a plate of a coat is for, by what it does there. */
export function intentOf(bench: Bench, coat: Coat, plateName: string): Intent {
  const isCard = coat.deck.cards.some(({ plate }) => plate === plateName);
  if (!isCard && coat.grain?.plate === plateName) return 'grain';
  if (coat.band && isCard) return 'band';
  if (readingOf(bench.plates[plateName].recipe) === 'heights') return 'relief';
  return partsOfSource(bench, coat, plateName).length > 1 ? 'marks' : 'tip';
}
