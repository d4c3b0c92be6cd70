import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** Fine: every pixel, always. Quick: a quarter of them, always. Automatic: quick while the hand moves what takes long, fine at rest. */
export const QUALITIES = ['automatic', 'fine', 'quick'] as const;
export type Quality = (typeof QUALITIES)[number];

/** How finely strokes are drawn on the screen: a habit of this browser; files are always fine. */
export const useQuality = create<{ quality: Quality }>()(
  persist(() => ({ quality: 'automatic' }) as { quality: Quality }, { name: 'quality' }),
);
