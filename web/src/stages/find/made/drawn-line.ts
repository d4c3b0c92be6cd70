import { makeFigure, type Figure, type Shapes } from '@amber-stamp/core/make';
import { useChosenRows, type PressedPoint } from './chosen.ts';
import { addFigure } from './figures.ts';

/** Thickness of a line that was just drawn, percent of the longer side. */
const LINE_PCT = 3;

/** A path through pressed points, in the box around them. */
export function pathThrough(
  points: readonly PressedPoint[],
  { widthPx, heightPx }: Pick<Shapes, 'widthPx' | 'heightPx'>,
  closed: boolean,
): Figure {
  const xs = points.map(([x]) => x * widthPx);
  const ys = points.map(([, y]) => y * heightPx);
  const [left, right, top, low] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const unit = Math.max(widthPx, heightPx) / 100;
  const [rx, ry] = [Math.max(unit, (right - left) / 2), Math.max(unit, (low - top) / 2)];
  return makeFigure({
    what: 'path',
    name: 'Line',
    x: ((left + right) / 2 - widthPx / 2) / unit,
    y: ((top + low) / 2 - heightPx / 2) / unit,
    width: (2 * rx) / unit,
    height: (2 * ry) / unit,
    line: closed ? 0 : LINE_PCT,
    closed,
    points: points.map(([, , smooth], k) => [
      (xs[k] - (left + right) / 2) / rx,
      (ys[k] - (top + low) / 2) / ry,
      smooth,
    ]),
  });
}

/** Ends the line that is being drawn: it is a row of its own from two points on. */
export function endLine(shapes: Shapes, closed = false): void {
  const points = useChosenRows.getState().pressed ?? [];
  useChosenRows.setState({ pressed: null });
  if (points.length > 1) addFigure(pathThrough(points, shapes, closed));
}
