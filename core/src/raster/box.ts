/** A box of pixels; x1 and y1 are the first column and row beyond it. */
export interface Box {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** What two boxes have in common; x1 <= x0 or y1 <= y0 where that is nothing. */
export const boxWithin = (a: Box, b: Box): Box => ({
  x0: Math.max(a.x0, b.x0),
  y0: Math.max(a.y0, b.y0),
  x1: Math.min(a.x1, b.x1),
  y1: Math.min(a.y1, b.y1),
});

/** The box around two others. */
export const boxAround = (a: Box, b: Box): Box => ({
  x0: Math.min(a.x0, b.x0),
  y0: Math.min(a.y0, b.y0),
  x1: Math.max(a.x1, b.x1),
  y1: Math.max(a.y1, b.y1),
});
