import { create } from 'zustand';

/** The card that is open, and whether the state before it is being looked at. */
export const useChosen = create<{ place: number; before: boolean }>(() => ({ place: 1, before: false }));
