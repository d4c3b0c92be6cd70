import { emptySpine, type Spine } from './spine.ts';
import { plateStart, type PlaceOnPlate } from './unroll.ts';

/** Places that are left out lie no further from the line and the rims that are drawn without them, px. */
const OFF_PX = 0.02;
/** A piece is at most so long, px, and its ends differ by no more than this share in width. */
const MOST_PX = 24;
const MOST_NARROWING = 0.06;

/** Whether all places between two are where a straight piece between them has them. */
function isStraight({ x, y, half, s }: Spine, from: number, to: number): boolean {
  const long = s[to] - s[from];
  const [dx, dy] = [x[to] - x[from], y[to] - y[from]];
  if (long > MOST_PX || long <= 0) return false;
  if (Math.abs(half[to] - half[from]) > MOST_NARROWING * Math.max(half[to], half[from])) return false;
  for (let i = from + 1; i < to; i++) {
    const t = (s[i] - s[from]) / long;
    const off = Math.abs(x[i] - x[from] - t * dx) + Math.abs(y[i] - y[from] - t * dy);
    if (off > OFF_PX || Math.abs(half[i] - half[from] - t * (half[to] - half[from])) > OFF_PX) return false;
  }
  return true;
}

/** The part of the band that each place lies in. */
function partsOf(along: Float64Array, place: PlaceOnPlate): Int32Array {
  const at = plateStart();
  return Int32Array.from(along, (length) => {
    place(length, at);
    return at.part;
  });
}

/** Which places are kept: from each the farthest that is reached straight within one part of the band. */
function keptPlaces(spine: Spine, parts: Int32Array): number[] {
  const kept = [0];
  let from = 0;
  for (let to = 2; to < spine.count; to++)
    if (parts[to] !== parts[from] || !isStraight(spine, from, to)) {
      from = to - 1;
      kept.push(from);
    }
  kept.push(spine.count - 1);
  return kept;
}

/** The spine in as few pieces as draw it: each is long where the way is straight. Directions are those of the whole. */
export function thinned(
  spine: Spine,
  along: Float64Array,
  place: PlaceOnPlate,
): { spine: Spine; along: Float64Array; place: PlaceOnPlate } {
  const kept = keptPlaces(spine, partsOf(along, place));
  const out = emptySpine(kept.length);
  const lengths = new Float64Array(kept.length);
  kept.forEach((i, k) => {
    for (const name of ['x', 'y', 'tx', 'ty', 'half', 's', 'row'] as const) out[name][k] = spine[name][i];
    lengths[k] = along[i];
  });
  return { spine: out, along: lengths, place };
}
