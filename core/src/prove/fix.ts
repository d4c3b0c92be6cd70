import type { RecipeStep } from '../cut/recipe.ts';
import type { Brush } from '../model/brush-schema.ts';
import type { Coat } from '../model/coat-schema.ts';

/** How a new plate is cut from another. */
export interface Derived {
  base: string;
  steps: RecipeStep[];
  /** one of several that share the place of one tip: what stands out on it hardly returns, and is not looked for */
  relative?: true;
}

/** A brush changed so that it repeats less, and the plates that it needs beyond those that are there. */
export interface Fix {
  what: string;
  brush: Brush;
  /** new plates by name: another plate, cut further */
  derived: Readonly<Record<string, Derived>>;
}

/** Whether a fix prints with new plates, which take longest. */
export const cutsPlates = ({ derived }: Pick<Fix, 'derived'>): boolean => Object.keys(derived).length > 0;

/** A fix that needs no new plates. */
export const plainFix = (what: string, brush: Brush): Fix => ({ what, brush, derived: {} });

/** The brush with one of its coats changed. */
export const withCoat = (brush: Brush, place: number, change: (coat: Coat) => Coat): Brush => ({
  ...brush,
  coats: brush.coats.map((coat, k) => (k === place ? change(coat) : coat)),
});
