import type { Bench } from '@amber-stamp/core/bench';
import {
  COUNT,
  PROPERTIES,
  PROPERTY_NAMES,
  type Coat,
  type Property,
  type PropertyDefinition,
  type PropertyName,
} from '@amber-stamp/core/model';
import { SOFT_TIP } from '@amber-stamp/core/vary';
import { coatOf } from './coat.ts';
import { useBenchEye } from './eye.ts';
import { change, live, presentBench } from './store.ts';

/** Edits of the coat that the rows show; each forgets the first guess of what it touches. */
export type RangeName = PropertyName | 'count';
export type RowName = RangeName | 'mirrorX' | 'mirrorY';

export const propertiesOf = (bench: Bench) => coatOf(bench).properties;

/** What a row shows: a property of the coat, the dabs at one place, or how deep its grain bites. */
export function propertyOf(bench: Bench, name: RangeName): Property {
  const coat = coatOf(bench);
  if (name === 'count') return coat.count;
  if (name === 'depth' && coat.grain) return coat.grain.depth;
  return coat.properties[name];
}

export function editProperty(name: RangeName, edit: (property: Property) => void): void {
  live((draft) => {
    edit(propertyOf(draft, name));
    delete draft.guessed[name];
  });
}

export const definitionOf = (name: RangeName): PropertyDefinition => (name === 'count' ? COUNT : PROPERTIES[name]);

export function resetRow(name: RowName, label: string): void {
  change(`${label} as it was made`, (draft) => {
    const p = propertiesOf(draft);
    delete draft.guessed[name];
    if (name === 'mirrorX' || name === 'mirrorY') p[name] = { chance: 0, muted: false };
    else {
      const { rest, kind } = definitionOf(name);
      const end = kind === 'scaled' ? 100 : 0;
      Object.assign(propertyOf(draft, name), { rest, low: end, high: end, drivers: [], muted: false });
      if (name === 'angle') p.angle.follow = 'none';
    }
  });
}

const ROW_NAMES: readonly RowName[] = [...PROPERTY_NAMES, 'count', 'mirrorX', 'mirrorY'];
const mutable = (bench: Bench, name: RowName): { muted: boolean } =>
  name === 'mirrorX' || name === 'mirrorY' ? propertiesOf(bench)[name] : propertyOf(bench, name);

/** Mutes a row, or lets it act again. */
export function toggleMute(name: RowName, label: string, muted: boolean): void {
  change(muted ? `${label} acts again` : `${label} muted`, (draft) => {
    mutable(draft, name).muted = !muted;
  });
}

/** Whether a row acts alone: all others are muted. */
export const isSolo = (bench: Bench, name: RowName): boolean =>
  ROW_NAMES.every((other) => mutable(bench, other).muted === (other !== name));

/** Has a row act alone, or all of them again. */
export function toggleSolo(name: RowName, label: string): void {
  const solo = isSolo(presentBench(), name);
  change(solo ? 'all rows act again' : `${label} alone`, (draft) => {
    for (const other of ROW_NAMES) mutable(draft, other).muted = !solo && other !== name;
  });
}

const namedPlate = (bench: Bench, name: string) => ({ name, plate: bench.plates[name] });

/** The plate that the first card of a brush prints with, and its name: for brushes that are not on the bench. */
export const firstPlate = (bench: Bench) => namedPlate(bench, bench.brush.coats[0].deck.cards[0].plate);

/** The plate that a coat is about: that of its first card, or its grain where that is printed by the usual soft tip. */
function mainPlate({ deck, grain }: Coat): string {
  const [{ plate }] = deck.cards;
  return plate === SOFT_TIP && grain ? grain.plate : plate;
}

/** The plate that is looked at and cut: the chosen one, or the one that the coat is about. */
export function presentPlate(bench: Bench) {
  const { plate: chosen } = useBenchEye.getState();
  return namedPlate(bench, chosen !== null && chosen in bench.plates ? chosen : mainPlate(coatOf(bench)));
}

/** Another seed of 0..999: every chance falls anew. The steps pass through all of them (Hull and Dobell 1962). */
export function rollSeed(): void {
  change('another seed', (draft) => {
    draft.brush.seed = ((draft.brush.seed % 1000) * 421 + 137) % 1000;
  });
}
