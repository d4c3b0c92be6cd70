import { cosineTurns, sineTurns } from '../maths/angles.ts';
import { blur, blurRows } from '../raster/blur.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { resample } from '../raster/resample.ts';
import { valueAt } from '../raster/sample.ts';
import { ANALYSIS_SIDE, analysedTip } from '../flaws/analysed-tip.ts';
import type { Strip } from './strip.ts';

/** Side of a heat map, px; it lies over the sight of its tip. */
export const HEAT = 64;
/** Tone that changes over more than this is no detail, nominal tips. */
const SLOW = 2;
/** The map is blurred by so much of its side: the places of dabs are known no finer. */
const SOFT = 0.025;
/** Dabs of a tip that are laid over each other. */
const MOST_DABS = 80;

/** The tip at heat size, less what goes round its middle in rings. */
function unlikeRings(image: Raster): Float32Array {
  const { data } = resample(image, HEAT, HEAT);
  const middle = (HEAT - 1) / 2;
  const ring = (i: number) => {
    const dx = (i % HEAT) - middle;
    const dy = Math.floor(i / HEAT) - middle;
    return Math.floor(Math.sqrt(dx * dx + dy * dy));
  };
  const sums = new Float64Array(HEAT);
  const counts = new Float64Array(HEAT);
  for (let i = 0; i < data.length; i++) {
    sums[ring(i)] += data[i];
    counts[ring(i)]++;
  }
  return data.map((v, i) => v - sums[ring(i)] / counts[ring(i)]);
}

/**
 * Where a tip gives itself away in a strip, 0..1 over its sight: what of the strip comes back at the same place of the
 * tip in every dab, where the tip itself is the cause. Nothing for a card that printed fewer than three dabs.
 */
export function heatOf(strip: Strip, place: number, card: number): Raster | undefined {
  const { dabs, tips } = strip.coats[place];
  const plate = tips[card];
  const { image, left, top, side } = analysedTip(plate);
  const own: number[] = [];
  for (let i = 0; i < dabs.count && own.length < MOST_DABS; i++) if (dabs.tip[i] === card) own.push(i);
  if (own.length < 3) return undefined;
  const slow = blurRows(strip.image, SLOW * strip.side);
  const fine = { ...strip.image, data: strip.image.data.map((v, i) => v - slow.data[i]) };
  const longest = Math.max(plate.width, plate.height);
  const at = (k: number, from: number, whole: number) => (((k + 0.5) / HEAT) * side + from - whole / 2) / longest;
  const sums = new Float64Array(HEAT * HEAT);
  const squares = new Float64Array(HEAT * HEAT);
  for (const i of own) {
    const [c, s] = [cosineTurns(dabs.turns[i]), sineTurns(dabs.turns[i])];
    for (let y = 0, q = 0; y < HEAT; y++)
      for (let x = 0; x < HEAT; x++, q++) {
        const a = at(x, left, plate.width) * dabs.across[i];
        const b = at(y, top, plate.height) * dabs.down[i];
        const z = valueAt(fine, dabs.u[i] + c * a - s * b, dabs.v[i] + s * a + c * b);
        sums[q] += z;
        squares[q] += z * z;
      }
  }
  const n = own.length;
  const unlike = unlikeRings(image);
  const raw = raster(HEAT, HEAT);
  for (let q = 0; q < raw.data.length; q++) {
    const again = Math.sqrt(Math.max(0, (sums[q] * sums[q] - squares[q]) / (n * (n - 1))));
    raw.data[q] = Math.max(0, Math.sign(sums[q]) * again * unlike[q]);
  }
  const soft = blur(raw, SOFT * HEAT);
  for (let q = 0; q < soft.data.length; q++) soft.data[q] = Math.min(1, soft.data[q] * (ANALYSIS_SIDE / 32));
  return soft;
}
