import type { RowPath } from '@amber-stamp/core/make';
import { create } from 'zustand';

/** A point of a line as it was pressed, shares of the sides, and 1 where it was dragged: the line runs smoothly through it. */
export type PressedPoint = readonly [x: number, y: number, smooth: 0 | 1];

/** The rows of the drawing that the hand is at, the one that was chosen last at the end. */
interface ChosenRows {
  paths: RowPath[];
  /** the points of a line that is being drawn; null: none is */
  pressed: readonly PressedPoint[] | null;
}
export const useChosenRows = create<ChosenRows>(() => ({ paths: [], pressed: null }));

export const samePath = (a: RowPath, b: RowPath): boolean => a.length === b.length && a.every((k, i) => k === b[i]);

/** Chooses a row; `more` adds it to those that are chosen, or takes it out. */
export function chooseRow(path: RowPath, more = false): void {
  const { paths } = useChosenRows.getState();
  const others = paths.filter((other) => !samePath(other, path));
  if (!more) useChosenRows.setState({ paths: [path] });
  else useChosenRows.setState({ paths: others.length < paths.length ? others : [...others, path] });
}
