import { create } from 'zustand';

interface Selection {
  ids: ReadonlySet<string>;
  /** what was chosen last: a range begins there */
  anchor: string;
}

/** The brushes that are chosen to do something with. */
export const useSelection = create<Selection>(() => ({ ids: new Set<string>(), anchor: '' }));

export const chosenIds = (): string[] => [...useSelection.getState().ids];
export const chooseNone = (): void => {
  if (useSelection.getState().ids.size > 0) useSelection.setState({ ids: new Set(), anchor: '' });
};
export const chooseAll = (ids: readonly string[]): void => useSelection.setState({ ids: new Set(ids) });

/** Chooses one, or no more. */
export function toggle(id: string): void {
  const ids = new Set(useSelection.getState().ids);
  if (!ids.delete(id)) ids.add(id);
  useSelection.setState({ ids, anchor: id });
}

/** Chooses all from the one that was chosen last to this one, in the order in which they are shown. */
export function chooseTo(id: string, shown: readonly string[]): void {
  const { ids, anchor } = useSelection.getState();
  const [a, b] = [shown.indexOf(anchor), shown.indexOf(id)];
  if (a < 0 || b < 0) return toggle(id);
  useSelection.setState({ ids: new Set([...ids, ...shown.slice(Math.min(a, b), Math.max(a, b) + 1)]) });
}

/** What is meant where something is done at one brush: all that are chosen, if it is one of them, else it alone. */
export const meantAt = (id: string): string[] => (useSelection.getState().ids.has(id) ? chosenIds() : [id]);
