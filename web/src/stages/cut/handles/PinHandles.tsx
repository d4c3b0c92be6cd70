import type Konva from 'konva';
import { useRef } from 'react';
import { Arrow, Circle, Group, Layer, Rect } from 'react-konva';
import { settle } from '../../../bench/store.ts';
import { setParam } from '../steps.ts';
import { AMBER, PAPER, round, rowsOf, shareAt, type HandleProps } from './shared.ts';

interface PinProps {
  /** its place and the way that it was carried, shares of the picture's sides */
  pin: readonly [number, number, number, number];
  width: number;
  height: number;
  onCarry: (across: number, down: number) => void;
  onTake: () => void;
}

function Pin({ pin: [x, y, dx, dy], width, height, onCarry, onTake }: PinProps) {
  return (
    <Group>
      {(dx !== 0 || dy !== 0) && (
        <Arrow
          points={[x * width, y * height, (x + dx) * width, (y + dy) * height]}
          stroke={AMBER}
          fill={AMBER}
          strokeWidth={1.2}
          pointerLength={0}
          pointerWidth={0}
          dash={[3, 3]}
          listening={false}
        />
      )}
      <Circle
        x={(x + dx) * width}
        y={(y + dy) * height}
        radius={6}
        fill={PAPER}
        stroke={AMBER}
        strokeWidth={2}
        hitStrokeWidth={8}
        draggable
        onDragMove={(e) => onCarry(round(e.target.x() / width - x), round(e.target.y() / height - y))}
        onDragEnd={() => settle('Warp: pin carried')}
        onDblClick={onTake}
      />
    </Group>
  );
}

/** Pins: pressing the picture puts one, dragging carries its place along, a double press takes it away. */
export function PinHandles({ place, step, width, height }: HandleProps) {
  const pins = rowsOf(step, 'pins');
  const set = (next: readonly (readonly number[])[]) => setParam(place, 'pins', next);
  const carried = useRef(false);
  /** A press puts a pin, and the same press may carry it. */
  const put = (e: Konva.KonvaEventObject<PointerEvent>) => {
    const at = shareAt(e);
    if (!at || pins.length >= 64) return;
    carried.current = true;
    set([...pins, [round(at[0]), round(at[1]), 0, 0]]);
  };
  const carry = (e: Konva.KonvaEventObject<PointerEvent>) => {
    const at = shareAt(e);
    const last = pins[pins.length - 1];
    if (!at || !carried.current || !last) return;
    set([...pins.slice(0, -1), [last[0], last[1], round(at[0] - last[0]), round(at[1] - last[1])]]);
  };
  const rest = () => {
    if (!carried.current) return;
    carried.current = false;
    settle('Warp: pin put');
  };
  return (
    <Layer onPointerMove={carry} onPointerUp={rest}>
      <Rect width={width} height={height} onPointerDown={put} />
      {pins.map(([x, y, dx, dy], k) => (
        <Pin
          key={k}
          pin={[x, y, dx, dy]}
          width={width}
          height={height}
          onCarry={(across, down) => set(pins.map((pin, i) => (i === k ? [x, y, across, down] : pin)))}
          onTake={() => {
            set(pins.filter((_, i) => i !== k));
            settle('Warp: pin taken away');
          }}
        />
      ))}
    </Layer>
  );
}
