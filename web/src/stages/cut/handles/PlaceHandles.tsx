import type Konva from 'konva';
import { useRef } from 'react';
import { Circle, Layer, Line, Rect } from 'react-konva';
import { settle } from '../../../bench/store.ts';
import { setParams } from '../steps.ts';
import { AMBER, clamp, half, PEG, shareAt, turnedFrom, type HandleProps } from './shared.ts';

type Pointed = Konva.KonvaEventObject<PointerEvent>;

/** The arm's length at 100 %, in shares of the longer side. */
const ARM = 0.3;

/** Moves the picture by a drag that begins anywhere but on a peg. */
function useMoving(place: number, moveX: number, moveY: number) {
  const held = useRef<{ at: [number, number]; x: number; y: number } | null>(null);
  return {
    take: (e: Pointed) => {
      const at = shareAt(e);
      held.current = at ? { at, x: moveX, y: moveY } : null;
    },
    move: (e: Pointed) => {
      const at = shareAt(e);
      const from = held.current;
      if (!at || !from) return;
      setParams(place, {
        moveXPct: half(clamp(from.x + (at[0] - from.at[0]) * 100, -100, 100)),
        moveYPct: half(clamp(from.y + (at[1] - from.at[1]) * 100, -100, 100)),
      });
    },
    rest: () => {
      if (held.current) settle('Turn, scale, move: moved');
      held.current = null;
    },
  };
}

/** The point that it turns about, an arm that turns and scales, and the picture itself, which is moved. */
export function PlaceHandles({ place, step, width, height }: HandleProps) {
  const [moveX, moveY] = [Number(step.moveXPct), Number(step.moveYPct)];
  const moving = useMoving(place, moveX, moveY);
  const [pivotX, pivotY] = [Number(step.pivotXPct), Number(step.pivotYPct)];
  const x = ((pivotX + moveX) / 100) * width;
  const y = ((pivotY + moveY) / 100) * height;
  const arm = ARM * Math.max(width, height);
  const length = (arm * Number(step.scalePct)) / 100;
  const angle = (Number(step.angleDeg) * Math.PI) / 180;
  const end = { x: x + Math.cos(angle) * length, y: y + Math.sin(angle) * length };
  return (
    <Layer onPointerMove={moving.move} onPointerUp={moving.rest}>
      <Rect width={width} height={height} onPointerDown={moving.take} />
      <Line points={[x, y, end.x, end.y]} stroke={AMBER} strokeWidth={1.5} listening={false} />
      <Circle
        {...PEG}
        x={x}
        y={y}
        onDragMove={(e) =>
          setParams(place, {
            pivotXPct: half(clamp((e.target.x() / width) * 100 - moveX, -100, 200)),
            pivotYPct: half(clamp((e.target.y() / height) * 100 - moveY, -100, 200)),
          })
        }
        onDragEnd={() => settle('Turn, scale, move: the point it turns about')}
      />
      <Circle
        {...PEG}
        {...end}
        onDragMove={(e) => {
          const [dx, dy] = [e.target.x() - x, e.target.y() - y];
          // Shift leaves the size, Alt the turn: one of both is then exact
          setParams(place, {
            ...(!e.evt.altKey && { angleDeg: turnedFrom(dx, dy) }),
            ...(!e.evt.shiftKey && { scalePct: Math.round(clamp((Math.hypot(dx, dy) / arm) * 100, 5, 400)) }),
          });
        }}
        onDragEnd={() => settle('Turn, scale, move: turned and scaled')}
      />
    </Layer>
  );
}
