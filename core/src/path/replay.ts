import type { PenStroke } from '../model/strokes.ts';

/** What of a stroke has been drawn after `ms` from its first sample: its samples up to then, at least one. */
function drawnBy({ points, ...stroke }: PenStroke, ms: number): PenStroke {
  const end = points[0].t + ms;
  let count = 1;
  while (count < points.length && points[count].t <= end) count++;
  return { ...stroke, points: points.slice(0, count) };
}

/** How long a stroke took, ms. */
const durationOf = ({ points }: PenStroke): number => points[points.length - 1].t - points[0].t;

/** Strokes as they stood after `ms` of drawing one after another, with a pause between each and the next. */
export function replayed<S extends PenStroke>(strokes: readonly S[], ms: number, pauseMs: number): S[] {
  const out: S[] = [];
  let left = ms;
  for (const stroke of strokes) {
    if (left < 0) break;
    out.push({ ...stroke, ...drawnBy(stroke, left) });
    left -= durationOf(stroke) + pauseMs;
  }
  return out;
}

/** How long drawing strokes one after another takes, ms. */
export const replayMs = (strokes: readonly PenStroke[], pauseMs: number): number =>
  strokes.reduce((sum, stroke) => sum + durationOf(stroke), 0) + pauseMs * Math.max(0, strokes.length - 1);

/** The moments at which a sample of the pen came, as strokes are drawn one after another, ms. */
export function replayMoments(strokes: readonly PenStroke[], pauseMs: number): number[] {
  let start = 0;
  return strokes.flatMap((stroke) => {
    const from = start;
    start += durationOf(stroke) + pauseMs;
    return stroke.points.map(({ t }) => from + t - stroke.points[0].t);
  });
}
