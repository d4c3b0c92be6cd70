import { Arrow, Circle, Layer } from 'react-konva';
import { settle } from '../../../bench/store.ts';
import { setParams } from '../steps.ts';
import { AMBER, clamp, half, PEG, type HandleProps } from './shared.ts';

/** The way of a gradient: both its ends are dragged; a radial one shows its rim and where its change begins. */
export function GradientHandles({ place, step, width, height }: HandleProps) {
  const at = (name: string, side: number) => (Number(step[name]) / 100) * side;
  const [ax, ay] = [at('fromXPct', width), at('fromYPct', height)];
  const [bx, by] = [at('toXPct', width), at('toYPct', height)];
  const soft = Number(step.softPct) / 100;
  const radius = Math.hypot(bx - ax, by - ay);
  const ring = { x: ax, y: ay, stroke: AMBER, listening: false } as const;
  const end = (x: number, y: number, which: 'from' | 'to') => (
    <Circle
      {...PEG}
      x={x}
      y={y}
      onDragMove={(e) =>
        setParams(place, {
          [`${which}XPct`]: half(clamp((e.target.x() / width) * 100, -50, 150)),
          [`${which}YPct`]: half(clamp((e.target.y() / height) * 100, -50, 150)),
        })
      }
      onDragEnd={() => settle(`Gradient: ${which === 'from' ? 'start' : 'end'}`)}
    />
  );
  return (
    <Layer>
      {step.shape === 'radial' ? (
        <>
          <Circle {...ring} radius={radius} strokeWidth={1.5} />
          <Circle {...ring} radius={radius * (1 - soft)} strokeWidth={1} dash={[5, 4]} />
        </>
      ) : (
        <Arrow points={[ax, ay, bx, by]} stroke={AMBER} fill={AMBER} strokeWidth={1.5} listening={false} />
      )}
      {end(ax, ay, 'from')}
      {end(bx, by, 'to')}
    </Layer>
  );
}
