import { type Shapes } from '@amber-stamp/core/make';
import type Konva from 'konva';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Circle, Layer, Line, Rect } from 'react-konva';
import { EVERYWHERE } from '../../../parts/keys.ts';
import { AMBER, PAPER, shareAt } from '../../cut/handles/shared.ts';
import { useChosenRows } from './chosen.ts';
import { endLine } from './drawn-line.ts';

const DRAGGED_PX = 5;
/** So near to its beginning a press closes the line. */
const CLOSES_PX = 9;

/**
 * Points are pressed one after the other; a drag makes the line run smoothly through its point, a press on the first one
 * closes it. Enter ends it.
 */
export function LineDrawing({ shapes, width, height }: { shapes: Shapes; width: number; height: number }) {
  const points = useChosenRows((s) => s.pressed) ?? [];
  const [from, setFrom] = useState<readonly [number, number] | null>(null);
  useHotkeys('enter', () => endLine(shapes), EVERYWHERE, [shapes]);
  useHotkeys('escape', () => useChosenRows.setState({ pressed: null }), EVERYWHERE);
  const away = ([ax, ay]: readonly number[], [bx, by]: readonly number[]) =>
    Math.hypot((ax - bx) * width, (ay - by) * height);
  const down = (e: Konva.KonvaEventObject<PointerEvent>) => {
    const at = shareAt(e);
    if (!at) return;
    if (points.length > 2 && away(points[0], at) < CLOSES_PX) return endLine(shapes, true);
    setFrom(at);
    useChosenRows.setState({ pressed: [...points, [at[0], at[1], 0]] });
  };
  const move = (e: Konva.KonvaEventObject<PointerEvent>) => {
    const at = shareAt(e);
    const last = points.at(-1);
    if (!at || !from || !last || last[2] === 1) return;
    if (away(at, from) > DRAGGED_PX)
      useChosenRows.setState({ pressed: [...points.slice(0, -1), [last[0], last[1], 1]] });
  };
  return (
    <Layer onPointerMove={move} onPointerUp={() => setFrom(null)}>
      <Rect width={width} height={height} onPointerDown={down} />
      <Line
        points={points.flatMap(([x, y]) => [x * width, y * height])}
        stroke={AMBER}
        strokeWidth={1.5}
        listening={false}
      />
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
