import { create } from 'zustand';

/** The card that is open, and which state is being looked at: before it, or only up to it. */
export const useChosen = create<{ place: number; look: 'all' | 'before' | 'upto' }>(() => ({ place: 1, look: 'all' }));
