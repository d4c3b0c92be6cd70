import type { Place } from '../outline.ts';
import { after, apply, inverse, moved, scaleOf, type Affine } from '../../maths/affine.ts';
import { contourOf, isClosed } from './contour.ts';
import { copiesOf } from './copies.ts';
import type { Figure, Shapes } from './schema.ts';

/** Where a row stands: its number in the drawing, then in the group there, and so on. */
export type RowPath = readonly number[];

export const rowAt = (rows: readonly Figure[], path: RowPath): Figure | undefined => {
  const [first, ...rest] = path;
  const row = rows[first];
  return rest.length === 0 || !row ? row : rowAt(row.rows, rest);
};

/** px of one percent of the longer side. */
const unitOf = (width: number, height: number): number => Math.max(width, height) / 100;

/** From the px of what a row belongs to, to the px of the drawing: through the first copies of its groups. */
function baseOf(shapes: Shapes, path: RowPath, width: number, height: number): Affine {
  let base = moved(width / 2, height / 2);
  for (let k = 1; k < path.length; k++) {
    const group = rowAt(shapes.rows, path.slice(0, k));
    if (group) base = after(base, copiesOf(group, unitOf(width, height))[0].by);
  }
  return base;
}

/** A line of the drawing in px, for what looks at it or takes hold of it. */
export interface Outlined {
  line: Place[];
  closed: boolean;
}

/** Of rows with very many copies only so many are outlined. */
const MOST_OUTLINED = 60;

function outlinesIn(row: Figure, base: Affine, unit: number): Outlined[] {
  if (!row.on) return [];
  return copiesOf(row, unit)
    .slice(0, MOST_OUTLINED)
    .flatMap(({ by }) => {
      const placed = after(base, by);
      if (scaleOf(placed) < 1e-6) return [];
      if (row.what === 'group') return row.rows.flatMap((inner) => outlinesIn(inner, placed, unit));
      const line = contourOf(row, (row.width * unit) / 2, (row.height * unit) / 2).map((p) => apply(placed, p));
      return line.length < 2 ? [] : [{ line, closed: isClosed(row) }];
    });
}

/** The lines of a row with its copies, and of all that a group holds, on a drawing of this size in px. */
export function outlinesOf(shapes: Shapes, path: RowPath, width: number, height: number): Outlined[] {
  const row = rowAt(shapes.rows, path);
  return row ? outlinesIn(row, baseOf(shapes, path, width, height), unitOf(width, height)) : [];
}

/** A figure as a hand takes hold of it, in px of a drawing of some size. */
export interface Held {
  /** from the figure's own px, before it is turned, to those of the drawing */
  by: Affine;
  /** half its width and height, own px */
  rx: number;
  ry: number;
  /** A place of the drawing in percent of its longer side from the middle, as the row's x and y count. */
  toRow: (at: Place) => Place;
  /** The other way round. */
  fromRow: (at: Place) => Place;
  /** A place of the drawing in halves of the figure's box. */
  toBox: (at: Place) => Place;
}

/** What a hand needs to know of a row, on a drawing of this size in px. */
export function heldRow(shapes: Shapes, path: RowPath, width: number, height: number): Held | undefined {
  const row = rowAt(shapes.rows, path);
  if (!row) return undefined;
  const unit = unitOf(width, height);
  const base = baseOf(shapes, path, width, height);
  const by = after(base, copiesOf(row, unit)[0].by);
  const [rx, ry] = [(row.width * unit) / 2, (row.height * unit) / 2];
  const [intoBase, intoRow] = [inverse(base), inverse(by)];
  const scaled = ([x, y]: Place, a: number, b: number): Place => [x / Math.max(a, 1e-9), y / Math.max(b, 1e-9)];
  return {
    by,
    rx,
    ry,
    fromRow: ([x, y]) => apply(base, [x * unit, y * unit]),
    toRow: (at) => scaled(apply(intoBase, at), unit, unit),
    toBox: (at) => scaled(apply(intoRow, at), rx, ry),
  };
}
