import type { BenchPlate } from '@amber-stamp/core/bench';
import type { Recipe } from '@amber-stamp/core/cut';
import { inOrder } from '@amber-stamp/core/model';
import { madeKey } from '../engine/made-key.ts';

/** States never change, so what a recipe is called is found once. */
const called = new WeakMap<Recipe, string>();

function nameOf(recipe: Recipe): string {
  const name = called.get(recipe) ?? JSON.stringify(recipe, inOrder);
  called.set(recipe, name);
  return name;
}

/** What the workers know a plate's source by; null where it came by itself. */
export const sourceKey = ({ source, made }: Pick<BenchPlate, 'source' | 'made'>): string | null =>
  made ? madeKey(made) : source;

/** A plate is named by what it is made from: its source and recipe, or its bytes when it has no recipe. */
export function plateKey(plate: BenchPlate): string {
  const source = sourceKey(plate);
  return source && plate.recipe ? `${source} ${nameOf(plate.recipe)}` : `sha ${plate.sha256}`;
}

/** What stands for the hash of a plate whose file is not made yet: it has the form of one, so that the state is whole. */
export const UNFILED = '0'.repeat(64);

/** A plate that came by itself. */
export const barePlate = (sha256: string): BenchPlate => ({ sha256, source: null, made: null, recipe: null });
