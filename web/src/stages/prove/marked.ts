import { create } from 'zustand';

/** What is marked on the measured stroke: the dabs of a lag, or the places where a give-away is seen again. */
export const useMarked = create<{ lag: number | null; giveAway: number | null }>(() => ({ lag: null, giveAway: null }));

/** In place of a give-away's number: the whole outline. */
export const WHOLE = -1;
