import type Konva from 'konva';
import { useRef, useState } from 'react';
import { Circle, Layer, Line, Rect, Shape } from 'react-konva';
import { settle } from '../../../bench/store.ts';
import { setParam } from '../steps.ts';
import { AMBER, PAPER, round, rowsOf, shareAt, type HandleProps } from './shared.ts';

type Place = [number, number];
const NEAR = 0.008;
const MAX_POINTS = 600;

/** Four corners of a box, or the outline itself. */
const corners = (outline: readonly (readonly number[])[]): Place[] => {
  if (outline.length !== 2) return outline.map(([x, y]) => [x, y]);
  const [[ax, ay], [bx, by]] = outline;
  return [
    [ax, ay],
    [bx, ay],
    [bx, by],
    [ax, by],
  ];
};

/** A box by dragging, an outline by dragging with Alt; corners are pulled, the inside moves the whole. */
export function RegionHandles({ place, step, width, height }: HandleProps) {
  const outline = rowsOf(step, 'outline');
  const [drawing, setDrawing] = useState<'box' | 'outline' | null>(null);
  const held = useRef<{ at: Place; outline: Place[] } | null>(null);
  const set = (points: readonly (readonly number[])[]) =>
    setParam(
      place,
      'outline',
      points.map(([x, y]) => [round(x), round(y)]),
    );
  const shape = corners(outline);
  const flat = shape.flatMap(([x, y]) => [x * width, y * height]);

  const begin = (e: Konva.KonvaEventObject<PointerEvent>) => {
    const at = shareAt(e);
    if (!at) return;
    setDrawing(e.evt.altKey ? 'outline' : 'box');
    set([at, at]);
  };
  const move = (e: Konva.KonvaEventObject<PointerEvent>) => {
    const at = shareAt(e);
    if (!at) return;
    if (held.current) {
      const { at: from, outline: was } = held.current;
      set(was.map(([x, y]) => [x + at[0] - from[0], y + at[1] - from[1]]));
    } else if (drawing === 'box') set([outline[0], at]);
    else if (drawing === 'outline') {
      const last = outline[outline.length - 1];
      const far = Math.hypot(at[0] - last[0], at[1] - last[1]) > NEAR;
      if (far && outline.length < MAX_POINTS) set([...outline, at]);
    }
  };
  const end = () => {
    if (!drawing && !held.current) return;
    const wasDrawing = drawing;
    held.current = null;
    setDrawing(null);
    // a press without a way is no region
    const [first, last] = [outline[0], outline[outline.length - 1]];
    if (wasDrawing && outline.length === 2 && Math.hypot(first[0] - last[0], first[1] - last[1]) < NEAR) set([]);
    settle(wasDrawing === 'outline' ? 'Region: outline drawn' : wasDrawing ? 'Region: box drawn' : 'Region moved');
  };
  const pull = (k: number, x: number, y: number) => {
    if (outline.length !== 2) return set(outline.map((p, i) => (i === k ? [x, y] : p)));
    const [a, b] = outline;
    return set([
      [k === 0 || k === 3 ? x : a[0], k < 2 ? y : a[1]],
      [k === 1 || k === 2 ? x : b[0], k > 1 ? y : b[1]],
    ]);
  };

  return (
    <Layer onPointerMove={move} onPointerUp={end}>
      <Rect width={width} height={height} onPointerDown={begin} />
      {shape.length > 2 && (
        <>
          <Shape
            listening={false}
            fill="rgba(42,33,28,.38)"
            fillRule="evenodd"
            sceneFunc={(context, node) => {
              context.beginPath();
              if (!step.inverted) context.rect(0, 0, width, height);
              shape.forEach(([x, y], i) =>
                i ? context.lineTo(x * width, y * height) : context.moveTo(x * width, y * height),
              );
              context.closePath();
              context.fillStrokeShape(node);
            }}
          />
          <Line
            points={flat}
            closed
            stroke={AMBER}
            strokeWidth={1.5}
            dash={drawing ? undefined : [6, 4]}
            fill="rgba(0,0,0,0.001)"
            onPointerDown={(e) => {
              const at = shareAt(e);
              if (at && !e.evt.altKey) held.current = { at, outline: outline.map(([x, y]) => [x, y]) };
              else begin(e);
            }}
          />
          {!drawing &&
            shape.length <= 60 &&
            shape.map(([x, y], k) => (
              <Circle
                key={k}
                x={x * width}
                y={y * height}
                radius={5}
                fill={PAPER}
                stroke={AMBER}
                strokeWidth={1.5}
                hitStrokeWidth={8}
                draggable
                onDragMove={(e) => pull(k, e.target.x() / width, e.target.y() / height)}
                onDragEnd={() => settle('Region reshaped')}
              />
            ))}
        </>
      )}
    </Layer>
  );
}
