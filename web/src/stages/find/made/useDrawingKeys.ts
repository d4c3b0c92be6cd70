import type { Shapes } from '@amber-stamp/core/make';
import { useEffect } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { settle } from '../../../bench/store.ts';
import { EVERYWHERE } from '../../../parts/keys.ts';
import { useChosenRows } from './chosen.ts';
import { duplicateRow, editRow, removeRows } from './figures.ts';

/** A press of an arrow moves so far, percent; with Shift ten times as far. */
const NUDGE = 0.5;
const WAYS: Record<string, readonly [number, number]> = {
  left: [-1, 0],
  right: [1, 0],
  up: [0, -1],
  down: [0, 1],
};

/** Keys for the rows that are chosen; a drawing that is left lets go of them. */
export function useDrawingKeys(shapes: Shapes | undefined): void {
  const enabled = shapes !== undefined;
  useEffect(() => () => useChosenRows.setState({ paths: [], pressed: null }), [enabled]);
  const paths = () => useChosenRows.getState().paths;
  useHotkeys(
    'delete, backspace',
    () => {
      if (paths().length > 0) removeRows(paths());
    },
    { ...EVERYWHERE, enabled },
  );
  useHotkeys(
    'd',
    () => {
      if (paths().length === 1) duplicateRow(paths()[0]);
    },
    { ...EVERYWHERE, enabled },
  );
  useHotkeys(
    ['left', 'right', 'up', 'down', 'shift+left', 'shift+right', 'shift+up', 'shift+down'],
    (event, { keys }) => {
      const [dx, dy] = WAYS[keys?.find((key) => key in WAYS) ?? ''] ?? [0, 0];
      const by = event.shiftKey ? 10 * NUDGE : NUDGE;
      for (const path of paths())
        editRow(path, (row) => {
          row.x += dx * by;
          row.y += dy * by;
        });
      if (paths().length > 0) settle('moved by keys');
    },
    { ...EVERYWHERE, enabled, preventDefault: true },
  );
}
