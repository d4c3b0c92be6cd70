import type { Bench } from '@amber-stamp/core/bench';
import { PRINTS, type Prints } from '@amber-stamp/core/cut';
import { presentPlate } from '../../bench/edit.ts';

/** What prints now, as the recipe's gray step says. */
export function presentPrints(bench: Bench): Prints {
  const step = presentPlate(bench).plate.recipe?.steps.find((s) => s.step === 'gray');
  const prints = String(step?.prints ?? 'dark');
  return (PRINTS as readonly string[]).includes(prints) ? (prints as Prints) : 'dark';
}
