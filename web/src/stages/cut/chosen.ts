import { create } from 'zustand';

/** The words that a step is looked for by, to be added. */
export const useStepSought = create<{ text: string }>(() => ({ text: '' }));

/** The step that was switched to stand alone, and which steps were on before. */
export const useAlone = create<{ place: number; before: boolean[] }>(() => ({ place: -1, before: [] }));

interface Chosen {
  /** of the card that is open; -1: none is */
  place: number;
  /** somebody opened it: what is added comes after it */
  byHand: boolean;
  look: 'all' | 'before' | 'upto';
}

/** The card that is open, and which state is being looked at: before it, or only up to it. */
export const useChosen = create<Chosen>(() => ({ place: 1, byHand: false, look: 'all' }));
