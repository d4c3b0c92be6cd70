import type { Bench } from '@amber-stamp/core/bench';
import { create } from 'zustand';
import type { BoxSize } from '../parts/useBoxSize.ts';

/** What the hand does on the wide sheet: choices of the eye, not part of the brush. */
export interface Hand {
  does: 'draw' | 'pick' | 'take colour';
  /** number of the picked stroke */
  picked: number | null;
  /** css px for each px of the sheet */
  zoom: number;
  /** held keys: the next stroke takes away, the stroke under way is straight */
  away: boolean;
  straight: boolean;
  strip: 'single' | 'built up';
  /** the paper, css px; 0 before it is shown */
  paper: BoxSize;
}
export const useHand = create<Hand>(() => ({
  does: 'draw',
  picked: null,
  zoom: 1,
  away: false,
  straight: false,
  strip: 'single',
  paper: { width: 0, height: 0 },
}));

export const ZOOMS = [0.5, 1, 2] as const;

/** The picked stroke, if it is still there. */
export const pickedStroke = (bench: Bench, picked: number | null) =>
  picked === null ? undefined : bench.strokes.find(({ number }) => number === picked);
