import { maxOf } from '../maths/measures.ts';
import type { Box } from '../raster/box.ts';
import { contentBox } from '../raster/content-box.ts';
import { resample } from '../raster/resample.ts';
import { fromPlate, raster, type Plate, type Raster } from '../raster/raster.ts';

/** Side of the square that tips are looked at, px. */
export const ANALYSIS_SIDE = 256;
/** Place of its middle, px: pixel 0 is centred at 0. */
export const ANALYSIS_MIDDLE = (ANALYSIS_SIDE - 1) / 2;
/** Empty border left around what prints, as a share of it. */
const MARGIN = 0.06;
/** What prints less than this share of the strongest is no content. */
const FAINT = 0.02;
/** A plate whose content fills this share of its longer side is looked at whole. */
const WHOLE = 0.7;

/** A tip as it is looked at: a square of 256 px, and where that square lies on the plate. */
export interface AnalysedTip {
  image: Raster;
  /** plate px: the square's left top corner and its side */
  left: number;
  top: number;
  side: number;
  /** longer side of what prints, as a share of the plate's longer side */
  share: number;
}

/** What prints of a plate; empty and upside down where nothing does. */
const contentOf = (plate: Plate): Box =>
  contentBox(plate, FAINT * maxOf(plate.data)) ?? { x0: plate.width, y0: plate.height, x1: 0, y1: 0 };

/** The square whose left top corner lies at (left, top); nothing beyond the raster. */
function squareOf({ width, height, data }: Raster, left: number, top: number, side: number): Raster {
  const square = raster(side, side);
  const first = Math.max(0, -left);
  const last = Math.min(side, width - left);
  for (let y = Math.max(0, -top); y < Math.min(side, height - top); y++) {
    const row = (y + top) * width + left;
    square.data.set(data.subarray(row + first, row + last), y * side + first);
  }
  return square;
}

const analysed = new WeakMap<Plate, AnalysedTip>();

/** The tip of a plate as it is looked at; made once for each plate object. */
export function analysedTip(plate: Plate): AnalysedTip {
  const there = analysed.get(plate);
  if (there) return there;
  const { width, height } = plate;
  const longest = Math.max(width, height);
  const { x0, y0, x1, y1 } = contentOf(plate);
  const long = Math.max(1, x1 - x0, y1 - y0);
  const share = long / longest;
  const side = share >= WHOLE ? longest : Math.ceil(long * (1 + 2 * MARGIN));
  const left = share >= WHOLE ? Math.floor((width - side) / 2) : Math.floor((x0 + x1 - side) / 2);
  const top = share >= WHOLE ? Math.floor((height - side) / 2) : Math.floor((y0 + y1 - side) / 2);
  const square = squareOf(fromPlate(plate), left, top, side);
  const tip = { image: resample(square, ANALYSIS_SIDE, ANALYSIS_SIDE), left, top, side, share };
  analysed.set(plate, tip);
  return tip;
}
