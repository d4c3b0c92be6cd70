import type { RowPath } from '@amber-stamp/core/make';
import { create } from 'zustand';

/** The rows of the drawing that the hand is at, the one that was chosen last at the end. */
export const useChosenRows = create<{ paths: RowPath[]; drawing: boolean }>(() => ({ paths: [], drawing: false }));

export const samePath = (a: RowPath, b: RowPath): boolean => a.length === b.length && a.every((k, i) => k === b[i]);

/** Chooses a row; `more` adds it to those that are chosen, or takes it out. */
export function chooseRow(path: RowPath, more = false): void {
  const { paths } = useChosenRows.getState();
  const others = paths.filter((other) => !samePath(other, path));
  if (!more) useChosenRows.setState({ paths: [path] });
  else useChosenRows.setState({ paths: others.length < paths.length ? others : [...others, path] });
}
