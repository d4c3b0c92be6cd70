import type { Plate } from '@amber-stamp/core/raster';
import { create } from 'zustand';

/** A file on its way in. */
export interface Arrival {
  name: string;
  phase: 'sending' | 'looking' | 'reading' | 'cutting' | 'guessing';
  share: number;
  /** what was cut, as soon as it is there */
  plate?: Plate;
  /** the plate is only what it will be, small */
  draft?: boolean;
  cancel: () => void;
}
export const useArrival = create<{ arrival: Arrival | null }>(() => ({ arrival: null }));
