import { create } from 'zustand';

/** Whether the sheet takes the middle, or the whole window. */
export const useWide = create<{ wide: boolean; alone: boolean }>(() => ({ wide: false, alone: false }));

export const toggleAlone = (): void => useWide.setState(({ alone }) => ({ alone: !alone }));
