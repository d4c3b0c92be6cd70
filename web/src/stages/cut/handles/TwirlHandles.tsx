import { Circle, Layer, Line } from 'react-konva';
import { settle } from '../../../bench/store.ts';
import { setParams } from '../steps.ts';
import { AMBER, clamp, half, PEG, turnedFrom, type HandleProps } from './shared.ts';

/** Where on its way to the rim the peg stands that is dragged round the middle. */
const INNER = 0.5;
/** The most that a twirl turns, degrees to either side. */
const MOST = 1440;

/** The whole turn nearest to what it was, so that dragging goes on past half a turn. */
const wound = (was: number, now: number): number => now + 360 * Math.round((was - now) / 360);

/** The circle of a twirl: its middle is moved, its rim pulled, and a peg inside is wound round as often as one likes. */
export function TwirlHandles({ place, step, width, height }: HandleProps) {
  const longest = Math.max(width, height);
  const cx = (Number(step.centreXPct) / 100) * width;
  const cy = (Number(step.centreYPct) / 100) * height;
  const radius = (Number(step.radiusPct) / 100) * longest;
  const turn = Number(step.angleDeg);
  const angle = (turn * Math.PI) / 180;
  const peg = { x: cx + Math.cos(angle) * radius * INNER, y: cy + Math.sin(angle) * radius * INNER };
  return (
    <Layer>
      <Circle x={cx} y={cy} radius={radius} stroke={AMBER} strokeWidth={1.5} listening={false} />
      <Line points={[cx, cy, cx + radius * INNER, cy]} stroke={AMBER} dash={[4, 4]} listening={false} />
      <Line points={[cx, cy, peg.x, peg.y]} stroke={AMBER} strokeWidth={1.5} listening={false} />
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
        onDragEnd={() => settle('Twirl: middle')}
      />
      <Circle
        {...PEG}
        x={cx - radius}
        y={cy}
        onDragMove={(e) =>
          setParams(place, { radiusPct: half(clamp((Math.abs(e.target.x() - cx) / longest) * 100, 1, 150)) })
        }
        onDragEnd={() => settle('Twirl: radius')}
      />
      <Circle
        {...PEG}
        {...peg}
        onDragMove={(e) =>
          setParams(place, {
            angleDeg: clamp(wound(turn, turnedFrom(e.target.x() - cx, e.target.y() - cy)), -MOST, MOST),
          })
        }
        onDragEnd={() => settle('Twirl: turn')}
      />
    </Layer>
  );
}
