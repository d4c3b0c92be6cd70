import { Circle, Layer, Line } from 'react-konva';
import { settle } from '../../../bench/store.ts';
import { setParams } from '../steps.ts';
import { CirclePegs, circleOf } from './CirclePegs.tsx';
import { AMBER, clamp, PEG, turnedFrom, type HandleProps } from './shared.ts';

/** Where on its way to the rim the peg stands that is dragged round the middle. */
const INNER = 0.5;
/** The most that a twirl turns, degrees to either side. */
const MOST = 1440;

/** The whole turn nearest to what it was, so that dragging goes on past half a turn. */
const wound = (was: number, now: number): number => now + 360 * Math.round((was - now) / 360);

/** The circle of a twirl: its middle is moved, its rim pulled, and a peg inside is wound round as often as one likes. */
export function TwirlHandles(props: HandleProps) {
  const { place, step } = props;
  const { cx, cy, radius } = circleOf(props);
  const turn = Number(step.angleDeg);
  const angle = (turn * Math.PI) / 180;
  const peg = { x: cx + Math.cos(angle) * radius * INNER, y: cy + Math.sin(angle) * radius * INNER };
  return (
    <Layer>
      <Line points={[cx, cy, cx + radius * INNER, cy]} stroke={AMBER} dash={[4, 4]} listening={false} />
      <Line points={[cx, cy, peg.x, peg.y]} stroke={AMBER} strokeWidth={1.5} listening={false} />
      <CirclePegs {...props} told="Twirl" side={-1} />
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
