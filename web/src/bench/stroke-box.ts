import type { PenStroke } from '@amber-stamp/core/model';

/** A box of the sheet, px. */
export interface SheetBox {
  left: number;
  top: number;
  right: number;
  low: number;
}

/** The box around strokes, with room around each of so many px; of none it is empty, from Infinity to -Infinity. */
export function boxAround<S extends PenStroke>(strokes: readonly S[], roomOf: (stroke: S) => number): SheetBox {
  const box = { left: Infinity, top: Infinity, right: -Infinity, low: -Infinity };
  for (const stroke of strokes) {
    const room = roomOf(stroke);
    for (const { x, y } of stroke.points) {
      box.left = Math.min(box.left, x - room);
      box.right = Math.max(box.right, x + room);
      box.top = Math.min(box.top, y - room);
      box.low = Math.max(box.low, y + room);
    }
  }
  return box;
}
