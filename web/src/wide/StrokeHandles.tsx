import type { Bench, OwnStroke } from '@amber-stamp/core/bench';
import { largestPx } from '@amber-stamp/core/model';
import { useHand } from '../bench/hand.ts';
import { settle } from '../bench/store.ts';
import { editStrokeLive } from '../bench/strokes.ts';
import { WidthHandles } from './WidthHandles.tsx';

/** The widest a dab of the lowest coat gets by its range, px: what 100 % of a width profile is shown as. */
export const nominalPx = ({ brush }: Pick<Bench, 'brush'>): number => largestPx(brush.coats[0]);

/** The way of the picked stroke with the handles of its width. */
export function StrokeHandles({ bench, stroke }: { bench: Bench; stroke: OwnStroke }) {
  const zoom = useHand((s) => s.zoom);
  return (
    <WidthHandles
      points={stroke.points}
      width={stroke.width}
      half={nominalPx(stroke.state ?? bench) / 2}
      zoom={zoom}
      onWidth={(width) => editStrokeLive(stroke.number, (s) => void (s.width = width))}
      onDone={() => settle('width of a stroke')}
    />
  );
}
