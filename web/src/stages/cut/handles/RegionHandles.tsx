import type { Rows } from '@amber-stamp/core/cut';
import type Konva from 'konva';
import { useRef, useState } from 'react';
import { Circle, Layer, Line, Rect, Shape } from 'react-konva';
import { settle } from '../../../bench/store.ts';
import { setParam } from '../steps.ts';
import { afterDrawing, cornersOf, drawnOn, movedBy, withCornerAt } from './region-outline.ts';
import { AMBER, PAPER, round, rowsOf, shareAt, sharesAlong, type HandleProps } from './shared.ts';

type Pressed = Konva.KonvaEventObject<PointerEvent>;

/** What the hand does to the outline of a region. The hand may be several events ahead of what is rendered. */
function useRegion(place: number, rendered: Rows) {
  const [drawing, setDrawing] = useState(false);
  const hand = useRef<{ does: 'box' | 'outline' | 'move'; from: [number, number]; was: Rows; outline: Rows } | null>(
    null,
  );
  const set = (points: Rows) => {
    if (points === (hand.current?.outline ?? rendered)) return;
    if (hand.current) hand.current.outline = points;
    setParam(
      place,
      'outline',
      points.map(([x, y]) => [round(x), round(y)]),
    );
  };
  const begin = (e: Pressed) => {
    const at = shareAt(e);
    if (!at) return;
    hand.current = { does: e.evt.altKey ? 'outline' : 'box', from: at, was: rendered, outline: rendered };
    setDrawing(true);
    set([at, at]);
  };
  /** Takes the whole, or begins another one with Alt. */
  const hold = (e: Pressed) => {
    const at = shareAt(e);
    if (at && !e.evt.altKey) hand.current = { does: 'move', from: at, was: rendered, outline: rendered };
    else begin(e);
  };
  const move = (e: Pressed) => {
    for (const at of sharesAlong(e)) {
      if (!hand.current) return;
      const { does, from, was, outline } = hand.current;
      if (does === 'move') set(movedBy(was, at[0] - from[0], at[1] - from[1]));
      else set(does === 'box' ? [from, at] : drawnOn(outline, at));
    }
  };
  const end = () => {
    if (!hand.current) return;
    const { does, outline } = hand.current;
    if (does !== 'move') set(afterDrawing(outline));
    hand.current = null;
    setDrawing(false);
    settle(does === 'outline' ? 'Region: outline drawn' : does === 'box' ? 'Region: box drawn' : 'Region moved');
  };
  const pull = (corner: number, x: number, y: number) => set(withCornerAt(rendered, corner, x, y));
  return { drawing, begin, hold, move, end, pull };
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
