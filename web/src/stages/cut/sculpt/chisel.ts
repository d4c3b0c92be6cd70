import type { SculptTool } from '@amber-stamp/core/relief';
import { create } from 'zustand';

/** What the hand does to the clay, and from where it is seen. */
interface Chisel {
  tool: SculptTool;
  /** in percent of the side */
  radiusPct: number;
  strengthPct: number;
  mirror: number;
  sectors: number;
  /** pull: along the way out of the clay instead of with the screen */
  outwards: boolean;
  yawDeg: number;
  pitchDeg: number;
}
export const useChisel = create<Chisel>(() => ({
  tool: 'raise',
  radiusPct: 9,
  strengthPct: 50,
  mirror: 0,
  sectors: 1,
  outwards: false,
  yawDeg: 0,
  pitchDeg: 0,
}));
