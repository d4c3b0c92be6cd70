import type { Bench } from '@amber-stamp/core/bench';
import { type Mark, makeStep, placeForRegion } from '@amber-stamp/core/cut';
import { create } from 'zustand';
import { presentPlate } from '../../bench/edit.ts';
import { change } from '../../bench/store.ts';
import { markKey, takenMarks } from './deal-marks.ts';

/** A mark of the sheet; one that is off is left out. */
export interface ShownMark extends Mark {
  off: boolean;
}

interface Parts {
  /** what is being done on the picture of the source: looked at, or a part taken */
  mode: 'look' | 'region';
  /** the marks that were found or drawn on a source, also those that are left out */
  marks: readonly Mark[];
  source: string | null;
  /** the place of the mark that was pressed last */
  chosen: number | null;
}
export const useParts = create<Parts>(() => ({ mode: 'look', marks: [], source: null, chosen: null }));

/** All marks of a source: those that were found, and those that the deck deals. */
export function shownMarks(bench: Bench, source: string, { marks, source: lookedAt }: Parts): ShownMark[] {
  const taken = new Map(takenMarks(bench).map((mark) => [markKey(mark), mark]));
  const found = lookedAt === source ? marks : [];
  const known = new Set(found.map(markKey));
  const others = [...taken.values()].filter((mark) => !known.has(markKey(mark)));
  return [...found, ...others].map((mark) => ({ ...mark, off: !taken.has(markKey(mark)) }));
}

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
