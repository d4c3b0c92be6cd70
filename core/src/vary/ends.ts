import { curveFunction } from '../maths/curve.ts';
import { lerp } from '../maths/ramps.ts';
import type { Brush, Taper } from '../model/brush-schema.ts';
import type { Coat } from '../model/coat-schema.ts';
import type { PenStroke, WidthProfile } from '../model/strokes.ts';
import type { PenColumns } from './pen-columns.ts';

/** Multiplies values by what the ends of a stroke leave of them. */
export type Ending = (pen: PenColumns, from: number, to: number, out: Float64Array) => void;

/** What a taper leaves at a distance from its end of the stroke: as a share of the stroke, and in px. */
type Left = (share: number, px: number) => number;

/** How far dabs lie apart when nothing drives them, px: what a length in dabs is measured by. */
const restingStepPx = ({ properties: { size, spacing } }: Coat): number => (size.rest * spacing.rest) / 100;

function taper(end: Taper, percent: number, coat: Coat): Left | undefined {
  const longPx = Math.max(end.lengthPx, end.lengthDabs * restingStepPx(coat));
  if ((end.lengthPct <= 0 && longPx <= 0) || percent === 100) return undefined;
  const curve = curveFunction(end.curve);
  return (share, px) => {
    const byShare = end.lengthPct > 0 ? (share * 100) / end.lengthPct : 1;
    const t = longPx > 0 ? Math.min(byShare, px / longPx) : byShare;
    return t >= 1 ? 1 : lerp(percent, 100, curve(t)) / 100;
  };
}

function ending(head?: Left, tail?: Left): Ending {
  if (!head && !tail) return () => undefined;
  return (pen, from, to, out) => {
    const { lengthPx, alongPx } = pen;
    for (let i = from; i < to; i++) {
      const still = lengthPx <= 0;
      const share = still ? 0.5 : alongPx[i] / lengthPx;
      const px = still ? Infinity : alongPx[i];
      out[i] *= (head?.(share, px) ?? 1) * (tail?.(1 - share, still ? Infinity : lengthPx - px) ?? 1);
    }
  };
}

/** The width profile that a stroke was given afterwards, as a factor of the size. */
export function widthOf({ width }: PenStroke): Ending {
  if (!width || width.length === 0) return () => undefined;
  return ({ lengthPx, alongPx }, from, to, out) => {
    for (let i = from; i < to; i++) out[i] *= widthAt(width, lengthPx > 0 ? alongPx[i] / lengthPx : 0) / 100;
  };
}

/** Percent of the size at a share of the length: straight between the points of a profile, level beyond them. */
export function widthAt(width: WidthProfile, share: number): number {
  if (width.length === 0) return 100;
  let k = 0;
  while (k < width.length && width[k][0] < share) k++;
  if (k === 0) return width[0][1];
  if (k === width.length) return width[k - 1][1];
  const [a, b] = [width[k - 1], width[k]];
  return lerp(a[1], b[1], (share - a[0]) / (b[0] - a[0]));
}

/** The tapers over the head and the tail of the stroke, as they act on a coat. */
export function endsOf(brush: Brush, coat: Coat): { size: Ending; opacity: Ending } {
  const { head, tail } = brush.ends;
  return {
    size: ending(taper(head, head.size, coat), taper(tail, tail.size, coat)),
    opacity: ending(taper(head, head.opacity, coat), taper(tail, tail.opacity, coat)),
  };
}
