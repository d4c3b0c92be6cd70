import { create } from 'zustand';

/** Whether the sheet takes the middle. */
export const useWide = create<{ wide: boolean }>(() => ({ wide: false }));
