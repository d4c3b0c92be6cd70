import { create } from 'zustand';

/** Whether the pinned state is shown in place of the present one. */
export const useBlink = create<{ pinned: boolean }>(() => ({ pinned: false }));
