import { distanceTo, maskOf } from '../raster/distance.ts';
import { pieces, type Pieces } from '../raster/pieces.ts';
import { boxOf, grown, shrunk, type Tip256 } from './body.ts';
import { keptOnly } from './cures.ts';
import { flaw, type Cure, type Flaw } from './flaw.ts';
import { asRaster, both, invertedMask, lessMask, maskOfPiece, PIXELS, type PixelSet } from './masks.ts';
import { saturateSquared } from '../maths/measures.ts';
import { ANALYSIS_SIDE } from './analysed-tip.ts';

/** Radius of the disc that a body is opened by, px: what the disc does not reach pokes out. */
const DISC = 22;
/** Empty px around the tip, so that the disc may lie beyond the frame. */
const PAD = DISC + 7;
/** So many are looked at, the highest. */
const MAX_BUMPS = 3;
/** What pokes out less is the raggedness of any rim, px. */
const LEAST_REACH_PX = 3;
/** What is longer is a part of the tip, px. */
const LONGEST = 110;
/** How much one other bump of the same height hides a bump. */
const ONE_OTHER = 0.75;

/** What of a mask a disc of 22 px can reach from within; beyond the frame is outside. */
function openedByDisc(mask: PixelSet): PixelSet {
  const side = ANALYSIS_SIDE + 2 * PAD;
  const set = new Uint8Array(side * side);
  for (let y = 0, to = PAD * side + PAD; y < ANALYSIS_SIDE; y++, to += side)
    set.set(mask.subarray(y * ANALYSIS_SIDE, (y + 1) * ANALYSIS_SIDE), to);
  const centres = maskOf(distanceTo(invertedMask(set), side, side), DISC);
  if (!centres.includes(1)) return mask;
  const beyond = maskOf(distanceTo(centres, side, side), DISC + 0.3);
  const out = new Uint8Array(PIXELS);
  for (let y = 0, from = PAD * side + PAD; y < ANALYSIS_SIDE; y++, from += side)
    out.set(beyond.subarray(from, from + ANALYSIS_SIDE), y * ANALYSIS_SIDE);
  return invertedMask(out);
}

/** Cuts what pokes out back to the rim. */
const cutBack = (mask: PixelSet, rim: PixelSet) => (): Cure => {
  const wide = grown(mask, 3.2);
  return keptOnly(invertedMask(lessMask(wide, rim)), 1.5);
};

/** How far each piece reaches, px; index 0 unused. */
function reachesOf({ label, count }: Pieces, far: Float32Array): Float64Array {
  const heights = new Float64Array(count + 1);
  for (let i = 0; i < PIXELS; i++) if (label[i]) heights[label[i]] = Math.max(heights[label[i]], far[i]);
  return heights;
}

/** Parts of the outline that stand out farther than its other unevenness. */
export function findBumps(tip: Tip256): Flaw[] {
  const body = tip.solid;
  const open = openedByDisc(body);
  const far = distanceTo(open, ANALYSIS_SIDE, ANALYSIS_SIDE);
  const found = pieces(asRaster(both(body, maskOf(far, 0))), 0.5);
  const heights = reachesOf(found, far);
  const order = Array.from({ length: found.count }, (_, k) => k + 1).sort((a, b) => heights[b] - heights[a]);
  const rim = shrunk(open, 1);
  return order.slice(0, MAX_BUMPS).flatMap((label, place) => {
    const height = heights[label];
    if (height < LEAST_REACH_PX) return [];
    // the second of the others, and most of the first: the two ends of a long tip are no bumps, and whether some px of the
    // rim are left over beside them, or not, makes no difference
    const [first = 0, second = 0] = order.filter((_, k) => k !== place).map((k) => heights[k]);
    const usual = Math.max(second, ONE_OTHER * first);
    const mask = maskOfPiece(found, label);
    const { x0, y0, x1, y1 } = boxOf(mask);
    if (Math.max(x1 - x0, y1 - y0) - 1 > LONGEST) return [];
    const salience = saturateSquared(height, 7) * saturateSquared(height / (usual + 1.5) - 0.7, 0.8);
    return [flaw({ what: 'bump', mask }, salience, cutBack(mask, rim))];
  });
}
