import { create } from 'zustand';

/** The words that a step is looked for by, to be added. */
export const useStepSought = create<{ text: string }>(() => ({ text: '' }));

/** The step that was switched to stand alone, and which steps were on before. */
export const useAlone = create<{ place: number; before: boolean[] }>(() => ({ place: -1, before: [] }));

/** The card that is open, and which state is being looked at: before it, or only up to it. */
export const useChosen = create<{ place: number; look: 'all' | 'before' | 'upto' }>(() => ({ place: 1, look: 'all' }));
