import type { BenchPlate } from '@amber-stamp/core/bench';
import type { Recipe } from '@amber-stamp/core/cut';

/** Puts the keys of an object in order: the database gives them back in one of its own. */
const inOrder = (_: string, value: unknown): unknown =>
  value !== null && typeof value === 'object' && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value;

/** States never change, so what a recipe is called is found once. */
const called = new WeakMap<Recipe, string>();

function nameOf(recipe: Recipe): string {
  const name = called.get(recipe) ?? JSON.stringify(recipe, inOrder);
  called.set(recipe, name);
  return name;
}

/** A plate is named by what it is made from: its source and recipe, or its bytes when it has no recipe. */
export const plateKey = ({ source, recipe, sha256 }: BenchPlate): string =>
  source && recipe ? `${source} ${nameOf(recipe)}` : `sha ${sha256}`;
