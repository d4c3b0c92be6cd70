import { plainGrain, type Coat, type Grain } from '@amber-stamp/core/model';
import { coatOf, dropUnused, putPlate } from '../../../bench/coat.ts';
import { asPlate, pickedFile, type Offer, type Picked } from '../../../bench/picker/picked.ts';
import { change } from '../../../bench/store.ts';

/** What a grain may be made from. */
export const GRAINS_FROM: readonly Offer[] = ['plates', 'sources'];

/** Whose grain is set: the coat's, or that of the card at a place of its deck. */
export type Owner = number | null;
export const ownGrain = (coat: Coat, owner: Owner): Grain | null =>
  owner === null ? coat.grain : (coat.deck.cards[owner].grain ?? null);

function setGrain(coat: Coat, owner: Owner, grain: Grain | null): void {
  if (owner === null) coat.grain = grain;
  else if (grain) coat.deck.cards[owner].grain = grain;
  else delete coat.deck.cards[owner].grain;
}

/** A picked plate as the grain; what was set of the one before stays. */
export async function takeGrain(picked: Picked, owner: Owner): Promise<void> {
  const taken = await asPlate(picked, 'grain');
  if (!taken) return;
  change(`grain: ${taken.name}`, (draft) => {
    const name = putPlate(draft, taken);
    const coat = coatOf(draft);
    const before = ownGrain(coat, owner);
    setGrain(coat, owner, before ? { ...before, plate: name } : plainGrain(name));
    dropUnused(draft);
  });
}

/** A file that is not in the cabinet yet as the grain. */
export async function takeGrainFile(file: File | undefined, owner: Owner): Promise<void> {
  const picked = await pickedFile(file);
  if (picked) await takeGrain(picked, owner);
}

export const withoutGrain = (owner: Owner): void =>
  change('no grain', (draft) => {
    setGrain(coatOf(draft), owner, null);
    dropUnused(draft);
  });

export const grainForEveryCard = (grain: Grain): void =>
  change('one grain for every card', (draft) => {
    for (const card of coatOf(draft).deck.cards) card.grain = { ...grain };
    dropUnused(draft);
  });
