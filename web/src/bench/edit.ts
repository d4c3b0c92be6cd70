import { PROPERTIES, type Bench, type Property, type PropertyName } from '@amber-stamp/core';
import { change, live } from './store.ts';

/** Edits of the one coat that the rows show; each forgets the first guess of what it touches. */
export type RowName = PropertyName | 'mirrorX' | 'mirrorY';

export const propertiesOf = (bench: Bench) => bench.brush.coats[0].properties;

export function editProperty(name: PropertyName, edit: (property: Property) => void): void {
  live((draft) => {
    edit(propertiesOf(draft)[name]);
    delete draft.guessed[name];
  });
}

export function resetRow(name: RowName, label: string): void {
  change(`${label} as it was made`, (draft) => {
    const p = propertiesOf(draft);
    delete draft.guessed[name];
    if (name === 'mirrorX' || name === 'mirrorY') p[name] = { chance: 0, muted: false };
    else {
      const { rest, kind } = PROPERTIES[name];
      const end = kind === 'scaled' ? 100 : 0;
      Object.assign(p[name], { rest, low: end, high: end, drivers: [], muted: false });
      if (name === 'angle') p.angle.follow = 'none';
    }
  });
}

/** Mutes a row, or lets it act again. */
export function toggleMute(name: RowName, label: string, muted: boolean): void {
  change(muted ? `${label} acts again` : `${label} muted`, (draft) => {
    propertiesOf(draft)[name].muted = !muted;
  });
}

/** The plate that the first card prints with, and its name. */
export function firstPlate(bench: Bench) {
  const name = bench.brush.coats[0].deck.cards[0].plate;
  return { name, plate: bench.plates[name] };
}

/** Another seed of 0..999: every chance falls anew. The steps pass through all of them (Hull and Dobell 1962). */
export function rollSeed(): void {
  change('another seed', (draft) => {
    draft.brush.seed = ((draft.brush.seed % 1000) * 421 + 137) % 1000;
  });
}
