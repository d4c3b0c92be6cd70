import type { Piece } from './pieces.ts';

/** So much beyond where a row meets the line across an end pixels are asked, px: rounding must lose none. */
const SLACK_PX = 1e-6;
/** A line across that lies flatter than this bounds no row. */
const FLAT = 1e-9;

/** A part of a sheet: columns, both inside, and rows, the last one outside. */
export interface SheetPart {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** Where a piece may lie on a sheet. */
export interface PieceBounds extends SheetPart {
  /** how much further the lines across its ends, and its sides, lie for each px down; NaN where they bound no row */
  leanFrom: number;
  leanTo: number;
  leanSide: number;
  /** how far beyond its middle a row is looked at, px */
  sideReach: number;
}

export function boundsOf(
  { from: a, to: b }: Piece,
  sheet: { width: number; top: number; bottom: number },
): PieceBounds {
  const reach = Math.max(a.half, b.half) + 1;
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const leanSide = Math.abs(dy) < FLAT ? NaN : dx / dy;
  return {
    left: Math.max(0, Math.floor(Math.min(a.x, b.x) - reach)),
    right: Math.min(sheet.width, Math.ceil(Math.max(a.x, b.x) + reach)) - 1,
    top: Math.max(sheet.top, Math.floor(Math.min(a.y, b.y) - reach)),
    bottom: Math.min(sheet.bottom, Math.ceil(Math.max(a.y, b.y) + reach)),
    leanFrom: Math.abs(a.tx) < FLAT ? NaN : a.ty / a.tx,
    leanTo: Math.abs(b.tx) < FLAT ? NaN : b.ty / b.tx,
    leanSide,
    sideReach: reach * Math.sqrt(1 + leanSide * leanSide),
  };
}

/** The pixels of row `py` that may lie on a piece, both inside; none where `from` is above `to`. */
export function rowOf({ from: a, to: b }: Piece, bounds: PieceBounds, py: number): { from: number; to: number } {
  const { leanFrom, leanTo, leanSide, sideReach } = bounds;
  const cy = py + 0.5;
  let from = bounds.left;
  let to = bounds.right;
  if (leanFrom === leanFrom) {
    const edge = a.x - (cy - a.y) * leanFrom - 0.5;
    if (a.tx > 0) from = Math.max(from, Math.ceil(edge - SLACK_PX));
    else to = Math.min(to, Math.floor(edge + SLACK_PX));
  }
  if (leanTo === leanTo) {
    const edge = b.x - (cy - b.y) * leanTo - 0.5;
    if (b.tx > 0) to = Math.min(to, Math.floor(edge + SLACK_PX));
    else from = Math.max(from, Math.ceil(edge - SLACK_PX));
  }
  if (leanSide === leanSide) {
    const middle = a.x + (cy - a.y) * leanSide - 0.5;
    from = Math.max(from, Math.ceil(middle - sideReach));
    to = Math.min(to, Math.floor(middle + sideReach));
  }
  return { from, to };
}
