import { curveFunction } from '../maths/curve.ts';
import { lerp } from '../maths/index.ts';
import type { Brush, Taper } from '../model/brush.ts';
import type { Hands } from './hands.ts';

/** Multiplies values by what the ends of a stroke leave of them. */
export type Ending = (hands: Hands, from: number, to: number, out: Float64Array) => void;

function taper(end: Taper, percent: number): ((share: number) => number) | undefined {
  if (end.lengthPct <= 0 || percent === 100) return undefined;
  const curve = curveFunction(end.curve);
  return (share) => {
    const t = (share * 100) / end.lengthPct;
    return t >= 1 ? 1 : lerp(percent, 100, curve(t)) / 100;
  };
}

function ending(head?: (share: number) => number, tail?: (share: number) => number): Ending {
  if (!head && !tail) return () => undefined;
  return (hands, from, to, out) => {
    for (let i = from; i < to; i++) {
      const share = hands.lengthPx > 0 ? hands.alongPx[i] / hands.lengthPx : 0.5;
      out[i] *= (head?.(share) ?? 1) * (tail?.(1 - share) ?? 1);
    }
  };
}

/** The tapers over the first and last share of the stroke. */
export function endsOf(brush: Brush): { size: Ending; opacity: Ending } {
  const { head, tail } = brush.ends;
  return {
    size: ending(taper(head, head.size), taper(tail, tail.size)),
    opacity: ending(taper(head, head.opacity), taper(tail, tail.opacity)),
  };
}
