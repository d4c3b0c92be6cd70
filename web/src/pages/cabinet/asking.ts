import { create } from 'zustand';

/** What is asked about some brushes before something is done with them. */
interface Asking {
  what: 'drawer' | 'tags' | 'note' | 'pack' | 'delete' | null;
  ids: readonly string[];
  /** how they are called in sentences */
  name: string;
  anchor: HTMLElement | null;
}
const NOTHING: Asking = { what: null, ids: [], name: '', anchor: null };
export const useAsking = create<Asking>(() => NOTHING);

export const ask = (what: NonNullable<Asking['what']>, about: Omit<Asking, 'what'>): void =>
  useAsking.setState({ what, ...about });
export const endAsking = (): void => useAsking.setState({ what: null });

/** The brush whose name is being written. */
export const useRenaming = create<{ id: string }>(() => ({ id: '' }));
export const beginRenaming = (id: string): void => useRenaming.setState({ id });
