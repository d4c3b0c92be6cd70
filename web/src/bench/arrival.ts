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

/** Settles once no file is on its way in: what nobody waits for gives way to it. */
export const nothingArrives = (): Promise<void> =>
  new Promise((done) => {
    if (!useArrival.getState().arrival) return done();
    const stop = useArrival.subscribe(({ arrival }) => {
      if (arrival) return;
      stop();
      done();
    });
  });
