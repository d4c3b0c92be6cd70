import type { BoxSize } from '../../../parts/useBoxSize.ts';

/** A part of a field, css px from its upper left corner. */
export interface Pane {
  x: number;
  y: number;
  width: number;
  height: number;
}

const GAP = 12;

export interface Panes {
  front: Pane;
  plate: Pane;
  side: Pane;
  section: Pane;
}

/** The object and its relief as squares beside each other; below each how deep it is. */
export function panesIn({ width, height }: BoxSize): Panes {
  const square = Math.max(40, Math.min((width - GAP) / 2, height * 0.68));
  const left = (width - 2 * square - GAP) / 2;
  const right = left + square + GAP;
  const low = { y: square + GAP, width: square, height: Math.max(40, height - square - GAP) };
  return {
    front: { x: left, y: 0, width: square, height: square },
    plate: { x: right, y: 0, width: square, height: square },
    side: { x: left, ...low },
    section: { x: right, ...low },
  };
}

/** The place of a pane as style. */
export const placed = ({ x, y, width, height }: Pane) => ({ left: x, top: y, width, height });
