import { maskOf } from '../raster/distance.ts';
import { pieces, type Pieces } from '../raster/pieces.ts';
import { grown, type Tip256 } from './body.ts';
import { erased } from './cures.ts';
import { flaw, type Cure, type Flaw } from './flaw.ts';
import { asRaster, both, lessMask, maskOfPiece, PIXELS, type PixelSet } from './masks.ts';
import { saturate } from '../maths/measures.ts';

/** So many are told, the most visible. */
const MAX_SPECKS = 6;
/** What prints less than this share of what the dark parts print is no speck. */
const FAINTEST = 0.12;
/** What lies nearer to the body, px, belongs to its rim. */
const NEAREST = 2.5;
/** What is larger, as a share of the body, is a part of the tip. */
const LARGEST = 0.06;
/** So many drops are a splatter. */
const SPLATTER = 6.5;

interface Stray {
  label: number;
  area: number;
  ink: number;
  peak: number;
  gap: number;
}

/** What each piece beside a body is. */
function straysOf({ label, count, area }: Pieces, data: Float32Array, out: Float32Array): Stray[] {
  const all: Stray[] = Array.from({ length: count }, (_, k) => ({
    label: k + 1,
    area: area[k + 1],
    ink: 0,
    peak: 0,
    gap: Infinity,
  }));
  for (let i = 0; i < PIXELS; i++) {
    if (label[i] === 0) continue;
    const stray = all[label[i] - 1];
    stray.ink += data[i];
    stray.peak = Math.max(stray.peak, data[i]);
    stray.gap = Math.min(stray.gap, out[i]);
  }
  return all;
}

/** Stray pieces beside the body. */
export function findSpecks(tip: Tip256): Flaw[] {
  const { image, body, ref, out, area } = tip;
  const { data } = image;
  const found = pieces(asRaster(both(maskOf(data, FAINTEST * ref), maskOf(out, NEAREST))), 0.5);
  const all = straysOf(found, data, out);
  const visible = all.filter((s) => s.ink > 2 * ref && s.area < LARGEST * area).sort((a, b) => b.ink - a.ink);
  const parts = pieces(asRaster(body), 0.5).count;
  return visible.slice(0, MAX_SPECKS).map((stray) => {
    const alike = visible.filter((s) => s.ink > stray.ink / 3 && s.ink < stray.ink * 3).length;
    const crowd = (alike + Math.max(0, parts - 1)) / SPLATTER;
    const mask = maskOfPiece(found, stray.label);
    const salience =
      (saturate((stray.gap - 1.5) / 5) / (1 + crowd * crowd)) *
      saturate(stray.ink / (9 * ref)) *
      Math.min(1, stray.peak / (0.4 * ref));
    return flaw({ what: 'speck', mask }, salience, erasedBeside(body, mask));
  });
}

/** Erases what is stray beside a body, and nothing of that. */
const erasedBeside = (body: PixelSet, mask: PixelSet) => (): Cure => erased(lessMask(grown(mask, 2.3), body));
