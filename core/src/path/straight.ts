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
