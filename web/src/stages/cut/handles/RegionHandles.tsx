import type { Rows } from '@amber-stamp/core/cut';
import type Konva from 'konva';
import { useRef, useState } from 'react';
import { Circle, Layer, Line, Rect, Shape } from 'react-konva';
import { settle } from '../../../bench/store.ts';
import { setParam } from '../steps.ts';
import { afterDrawing, cornersOf, drawnOn, movedBy, withCornerAt } from './region-outline.ts';
import { AMBER, PAPER, round, rowsOf, shareAt, type HandleProps } from './shared.ts';

type Pressed = Konva.KonvaEventObject<PointerEvent>;

/** What the hand does to the outline of a region. */
function useRegion(place: number, outline: Rows) {
  const [drawing, setDrawing] = useState<'box' | 'outline' | null>(null);
  const held = useRef<{ at: [number, number]; outline: Rows } | null>(null);
  const set = (points: Rows) => {
    if (points === outline) return;
    setParam(
      place,
      'outline',
      points.map(([x, y]) => [round(x), round(y)]),
    );
  };
  const begin = (e: Pressed) => {
    const at = shareAt(e);
    if (!at) return;
    setDrawing(e.evt.altKey ? 'outline' : 'box');
    set([at, at]);
  };
  /** Takes the whole, or begins another one with Alt. */
  const hold = (e: Pressed) => {
    const at = shareAt(e);
    if (at && !e.evt.altKey) held.current = { at, outline };
    else begin(e);
  };
  const move = (e: Pressed) => {
    const at = shareAt(e);
    if (!at) return;
    if (held.current) {
      const { at: from, outline: was } = held.current;
      set(movedBy(was, at[0] - from[0], at[1] - from[1]));
    } else if (drawing === 'box') set([outline[0], at]);
    else if (drawing === 'outline') set(drawnOn(outline, at));
  };
  const end = () => {
    if (!drawing && !held.current) return;
    held.current = null;
    setDrawing(null);
    if (drawing) set(afterDrawing(outline));
    settle(drawing === 'outline' ? 'Region: outline drawn' : drawing ? 'Region: box drawn' : 'Region moved');
  };
  const pull = (corner: number, x: number, y: number) => set(withCornerAt(outline, corner, x, y));
  return { drawing: drawing !== null, begin, hold, move, end, pull };
}

/** A box by dragging, an outline by dragging with Alt; corners are pulled, the inside moves the whole. */
export function RegionHandles({ place, step, width, height }: HandleProps) {
  const outline = rowsOf(step, 'outline');
  const { drawing, begin, hold, move, end, pull } = useRegion(place, outline);
  const shape = cornersOf(outline);
  const flat = shape.flatMap(([x, y]) => [x * width, y * height]);

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
            onPointerDown={hold}
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
