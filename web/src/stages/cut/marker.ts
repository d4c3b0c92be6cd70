import { create } from 'zustand';

/** What the hand does when it draws on the picture of a retouch step. */
export const useMarker = create<{ goal: 0 | 1; radiusPct: number; soft: number }>(() => ({
  goal: 0,
  radiusPct: 2,
  soft: 0.5,
}));
