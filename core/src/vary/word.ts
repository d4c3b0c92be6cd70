import { pieces } from '../raster/pieces.ts';
import type { Raster } from '../raster/raster.ts';

const SEEN = 0.3;
/** Pieces of fewer px are dots and dust. */
const LEAST_PX = 6;
const FEWEST = 3;
const MOST = 14;
/** The smallest letter against the tallest. */
const ALIKE = 0.35;
/** How far letters lie apart at most, of the tallest. */
const GAP = 0.8;

interface Letter {
  x0: number;
  x1: number;
  y0: number;
  y1: number;
}

function lettersOf(r: Raster): Letter[] {
  const { label, area } = pieces(r, SEEN);
  const found = new Map<number, Letter>();
  for (let i = 0; i < label.length; i++) {
    const k = label[i];
    if (k === 0 || area[k] < LEAST_PX) continue;
    const [x, y] = [i % r.width, Math.floor(i / r.width)];
    const box = found.get(k) ?? { x0: x, x1: x, y0: y, y1: y };
    found.set(k, {
      x0: Math.min(box.x0, x),
      x1: Math.max(box.x1, x),
      y0: Math.min(box.y0, y),
      y1: Math.max(box.y1, y),
    });
  }
  return [...found.values()].sort((a, b) => a.x0 - b.x0);
}

/** Whether what prints is most likely one word: a few pieces of about one height, side by side on one line. */
export function isWordLike(r: Raster): boolean {
  const letters = lettersOf(r);
  if (letters.length < FEWEST || letters.length > MOST) return false;
  const heights = letters.map(({ y0, y1 }) => y1 - y0 + 1);
  const tallest = Math.max(...heights);
  const long = (letters[letters.length - 1].x1 - letters[0].x0) / tallest > 1.6;
  const inLine = letters.every(({ y0, y1 }, i) => {
    const next = letters[i + 1];
    if (!next) return true;
    const shared = Math.min(y1, next.y1) - Math.max(y0, next.y0);
    const over = Math.min(letters[i].x1, next.x1) - next.x0;
    return (
      shared > 0.3 * Math.min(y1 - y0, next.y1 - next.y0) &&
      over < 0.3 * tallest &&
      next.x0 - letters[i].x1 < GAP * tallest
    );
  });
  return long && inLine && Math.min(...heights) > ALIKE * tallest;
}
