import type { PenPoint, PenStroke } from '../model/strokes.ts';

/** Pen samples moved onto the straight line from the first to the last, each as far along as its share of the way. */
export function straightened(points: readonly PenPoint[]): PenPoint[] {
  const first = points[0];
  const last = points[points.length - 1];
  const lengths = [0];
  for (let i = 1; i < points.length; i++) {
    const dx = points[i].x - points[i - 1].x;
    const dy = points[i].y - points[i - 1].y;
    lengths.push(lengths[i - 1] + Math.sqrt(dx * dx + dy * dy));
  }
  const total = lengths[lengths.length - 1];
  return points.map((p, i) => {
    const share = total > 0 ? lengths[i] / total : 0;
    return { ...p, x: first.x + (last.x - first.x) * share, y: first.y + (last.y - first.y) * share };
  });
}

/** Distance of a place from a stroke's samples and the straight pieces between them, px. */
export function distanceTo({ points }: PenStroke, x: number, y: number): number {
  let least = Infinity;
  for (let i = 0; i < points.length; i++) {
    const a = points[i];
    const b = points[Math.min(points.length - 1, i + 1)];
    const dx = b.x - a.x;
    const dy = b.y - a.y;
    const long = dx * dx + dy * dy;
    const t = long > 0 ? Math.max(0, Math.min(1, ((x - a.x) * dx + (y - a.y) * dy) / long)) : 0;
    const ex = x - a.x - t * dx;
    const ey = y - a.y - t * dy;
    least = Math.min(least, ex * ex + ey * ey);
  }
  return Math.sqrt(least);
}

/** What of a stroke has been drawn after `ms` from its first sample: its samples up to then, at least one. */
export function drawnBy({ points, ...stroke }: PenStroke, ms: number): PenStroke {
  const end = points[0].t + ms;
  let count = 1;
  while (count < points.length && points[count].t <= end) count++;
  return { ...stroke, points: points.slice(0, count) };
}

/** How long a stroke took, ms. */
export const durationOf = ({ points }: PenStroke): number => points[points.length - 1].t - points[0].t;

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
