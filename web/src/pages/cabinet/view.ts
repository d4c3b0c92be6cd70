import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Sort } from '../../api/lists.ts';

interface View {
  sort: Sort;
  shown: 'boxes' | 'list';
  /** plates too that only older versions print with */
  older: boolean;
}

/** How the cabinet is shown; this browser remembers it. */
export const useView = create<View>()(
  persist((): View => ({ sort: 'kept', shown: 'boxes', older: false }), { name: 'cabinet-view' }),
);
