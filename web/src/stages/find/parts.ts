import type { Bench } from '@amber-stamp/core/bench';
import { type Mark, makeStep, placeForRegion } from '@amber-stamp/core/cut';
import { create } from 'zustand';
import { presentPlate } from '../../bench/edit.ts';
import { change } from '../../bench/store.ts';

/** A mark that was found; one that is off is left out. */
export interface FoundMark extends Mark {
  off: boolean;
}

/** What is being done on the picture of the source: looked at, a part taken, or marks found on it. */
export const useParts = create<{ mode: 'look' | 'region' | 'marks'; marks: FoundMark[]; source: string | null }>(
  () => ({ mode: 'look', marks: [], source: null }),
);

/** Leaves a mark out, or takes it in again. */
export const toggleMark = (place: number): void =>
  useParts.setState(({ marks }) => ({ marks: marks.map((m, i) => (i === place ? { ...m, off: !m.off } : m)) }));

/** The place of the recipe's region step, -1 without one. */
export const regionPlace = (bench: Bench): number =>
  presentPlate(bench).plate.recipe?.steps.findIndex((s) => s.step === 'region' && s.on) ?? -1;

/** Adds a region step, where places are those of the source. */
export function beginRegion(bench: Bench): void {
  if (regionPlace(bench) < 0)
    change('step added: Region', (draft) => {
      const steps = presentPlate(draft).plate.recipe?.steps;
      if (!steps) return;
      steps.splice(placeForRegion(steps), 0, makeStep('region', { crop: true, outside: 'the ground', featherPx: 0 }));
    });
  useParts.setState({ mode: 'region' });
}
