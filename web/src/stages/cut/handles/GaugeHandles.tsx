import { Arrow, Circle, Layer } from 'react-konva';
import { settle } from '../../../bench/store.ts';
import { setParams } from '../steps.ts';
import { CirclePegs, circleOf } from './CirclePegs.tsx';
import { AMBER, clamp, half, PEG, turnedFrom, type HandleProps } from './shared.ts';

/** The direction and length of a smear as an arrow from the middle. */
export function SmearHandles({ place, step, width, height }: HandleProps) {
  const longest = Math.max(width, height);
  const angle = (Number(step.angleDeg) * Math.PI) / 180;
  const length = (Number(step.lengthPct) / 100) * longest;
  const x = width / 2 + Math.cos(angle) * length;
  const y = height / 2 + Math.sin(angle) * length;
  return (
    <Layer>
      <Arrow
        points={[width / 2, height / 2, x, y]}
        stroke={AMBER}
        fill={AMBER}
        strokeWidth={2}
        pointerLength={0}
        pointerWidth={0}
        listening={false}
      />
      <Circle
        {...PEG}
        x={x}
        y={y}
        onDragMove={(e) => {
          const dx = e.target.x() - width / 2;
          const dy = e.target.y() - height / 2;
          setParams(place, {
            angleDeg: turnedFrom(dx, dy),
            lengthPct: half(clamp((Math.hypot(dx, dy) / longest) * 100, 0, 50)),
          });
        }}
        onDragEnd={() => settle('Smear: direction')}
      />
    </Layer>
  );
}

/** The circle of a fall-off, and inside it the one from which it runs out. */
export function FalloffHandles(props: HandleProps) {
  const { cx, cy, radius } = circleOf(props);
  const soft = Number(props.step.softPct) / 100;
  return (
    <Layer>
      <Circle
        x={cx}
        y={cy}
        radius={radius * (1 - soft)}
        stroke={AMBER}
        strokeWidth={1}
        dash={[5, 4]}
        listening={false}
      />
      <CirclePegs {...props} told="Round fall-off" />
    </Layer>
  );
}
