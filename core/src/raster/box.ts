/** A box of pixels; x1 and y1 are the first column and row beyond it. */
export interface Box {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}
