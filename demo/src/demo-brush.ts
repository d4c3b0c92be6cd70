import type { Recipe } from '@amber-stamp/core/cut';
import type { MadeSource } from '@amber-stamp/core/make';
import { STRAIGHT } from '@amber-stamp/core/maths';
import type { Brush, Driver } from '@amber-stamp/core/model';
import type { SOURCES } from './sources.ts';

export type SourceKey = keyof typeof SOURCES;

/** What a plate is cut from: a made-up file, or settings. */
export type DemoOrigin = SourceKey | MadeSource;

/** A plate that is wanted under a name: what it is cut from, and how. */
export interface PlateOrder {
  name: string;
  source: DemoOrigin;
  recipe: Recipe;
}

/** A finished demo brush: how its plates are cut from their sources, and what was tuned after the first guess. */
export interface DemoBrush {
  name: string;
  source: DemoOrigin;
  drawer: string;
  note: string;
  recipe: Recipe;
  /** further plates, for cards, coats and grain */
  more?: PlateOrder[];
  tune: (brush: Brush) => void;
}

export const by = (name: Driver['by'], extra: Partial<Driver> = {}): Driver => ({
  by: name,
  share: 1,
  curve: STRAIGHT,
  ...extra,
});
