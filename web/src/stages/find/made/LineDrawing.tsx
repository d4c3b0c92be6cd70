import { makeFigure, type Figure } from '@amber-stamp/core/make';
import type Konva from 'konva';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Circle, Layer, Line, Rect } from 'react-konva';
import { EVERYWHERE } from '../../../parts/keys.ts';
import { AMBER, PAPER, shareAt } from '../../cut/handles/shared.ts';
import { useChosenRows } from './chosen.ts';
import { addFigure } from './figures.ts';

/** A point as it was pressed, shares of the sides, and whether it was dragged: then the line runs smoothly through it. */
type Pressed = readonly [x: number, y: number, smooth: 0 | 1];

const DRAGGED_PX = 5;
const LINE_PCT = 3;

/** A path through pressed points, in the box around them. */
function pathOf(points: readonly Pressed[], width: number, height: number): Figure {
  const xs = points.map(([x]) => x * width);
  const ys = points.map(([, y]) => y * height);
  const [left, right, top, low] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const unit = Math.max(width, height) / 100;
  const [rx, ry] = [Math.max(unit, (right - left) / 2), Math.max(unit, (low - top) / 2)];
  return makeFigure({
    what: 'path',
    name: 'Line',
    x: ((left + right) / 2 - width / 2) / unit,
    y: ((top + low) / 2 - height / 2) / unit,
    width: (2 * rx) / unit,
    height: (2 * ry) / unit,
    line: LINE_PCT,
    points: points.map(([x, y, smooth]) => [
      (x * width - (left + right) / 2) / rx,
      (y * height - (top + low) / 2) / ry,
      smooth,
    ]),
  });
}

/** Points are pressed one after the other; a drag makes the line run smoothly through its point. Enter ends it. */
export function LineDrawing({ width, height }: { width: number; height: number }) {
  const [points, setPoints] = useState<readonly Pressed[]>([]);
  const [from, setFrom] = useState<readonly [number, number] | null>(null);
  const end = () => {
    useChosenRows.setState({ drawing: false });
    if (points.length > 1) addFigure(pathOf(points, width, height));
  };
  useHotkeys('enter', end, EVERYWHERE, [points]);
  useHotkeys('escape', () => useChosenRows.setState({ drawing: false }), EVERYWHERE);
  const down = (e: Konva.KonvaEventObject<PointerEvent>) => {
    const at = shareAt(e);
    if (!at) return;
    setFrom(at);
    setPoints([...points, [at[0], at[1], 0]]);
  };
  const move = (e: Konva.KonvaEventObject<PointerEvent>) => {
    const at = shareAt(e);
    const last = points.at(-1);
    if (!at || !from || !last || last[2] === 1) return;
    if (Math.hypot((at[0] - from[0]) * width, (at[1] - from[1]) * height) > DRAGGED_PX)
      setPoints([...points.slice(0, -1), [last[0], last[1], 1]]);
  };
  const flat = points.flatMap(([x, y]) => [x * width, y * height]);
  return (
    <Layer onPointerMove={move} onPointerUp={() => setFrom(null)}>
      <Rect width={width} height={height} onPointerDown={down} onDblClick={end} />
      <Line points={flat} stroke={AMBER} strokeWidth={1.5} listening={false} />
      {points.map(([x, y, smooth], k) => (
        <Circle
          key={k}
          x={x * width}
          y={y * height}
          radius={smooth ? 5 : 4}
          fill={smooth ? AMBER : PAPER}
          stroke={AMBER}
          strokeWidth={2}
          listening={false}
        />
      ))}
    </Layer>
  );
}
