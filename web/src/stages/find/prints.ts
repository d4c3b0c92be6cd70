import { PRINTS, type Bench, type Prints } from '@amber-stamp/core';
import { presentPlate } from '../../bench/edit.ts';

/** What prints now, as the recipe's gray step says. */
export function presentPrints(bench: Bench): Prints {
  const step = presentPlate(bench).plate.recipe?.steps.find((s) => s.step === 'gray');
  const prints = String(step?.prints ?? 'dark');
  return (PRINTS as readonly string[]).includes(prints) ? (prints as Prints) : 'dark';
}
