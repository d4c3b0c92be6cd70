import { Circle } from 'react-konva';
import { settle } from '../../../bench/store.ts';
import { setParams } from '../steps.ts';
import { AMBER, clamp, half, PEG, type HandleProps } from './shared.ts';

/** The circle of a step that has a middle and a radius, in css px of the picture. */
export const circleOf = ({ step, width, height }: Omit<HandleProps, 'place'>) => ({
  cx: (Number(step.centreXPct) / 100) * width,
  cy: (Number(step.centreYPct) / 100) * height,
  radius: (Number(step.radiusPct) / 100) * Math.max(width, height),
});

/** A circle whose middle is moved and whose rim is pulled, at its right (1) or left (-1). */
export function CirclePegs({ told, side = 1, ...props }: HandleProps & { told: string; side?: 1 | -1 }) {
  const { place, width, height } = props;
  const { cx, cy, radius } = circleOf(props);
  const longest = Math.max(width, height);
  return (
    <>
      <Circle x={cx} y={cy} radius={radius} stroke={AMBER} strokeWidth={1.5} listening={false} />
      <Circle
        {...PEG}
        x={cx}
        y={cy}
        onDragMove={(e) =>
          setParams(place, {
            centreXPct: half(clamp((e.target.x() / width) * 100, -50, 150)),
            centreYPct: half(clamp((e.target.y() / height) * 100, -50, 150)),
          })
        }
        onDragEnd={() => settle(`${told}: middle`)}
      />
      <Circle
        {...PEG}
        x={cx + side * radius}
        y={cy}
        onDragMove={(e) =>
          setParams(place, { radiusPct: half(clamp((Math.abs(e.target.x() - cx) / longest) * 100, 1, 150)) })
        }
        onDragEnd={() => settle(`${told}: radius`)}
      />
    </>
  );
}
