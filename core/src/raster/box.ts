/** A box of pixels; x1 and y1 are the first column and row beyond it. */
export interface Box {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** The box around two others. */
export const boxAround = (a: Box, b: Box): Box => ({
  x0: Math.min(a.x0, b.x0),
  y0: Math.min(a.y0, b.y0),
  x1: Math.max(a.x1, b.x1),
  y1: Math.max(a.y1, b.y1),
});
