import { clamp } from '../maths/ramps.ts';
import { difference, raster, type Plate, type Raster } from '../raster/raster.ts';
import { resample } from '../raster/resample.ts';
import { analysedTip, type AnalysedTip } from './analysed-tip.ts';
import { cured, type Flaw } from './flaw.ts';
import { flawsOf } from './flaws.ts';

/** Fainter flaws are not minded, salience 0..1. */
const LEAST_SALIENCE = 0.06;
/** So many of a tip are minded, the first. */
const MAX_FLAWS = 6;
/** Flaws up to the first salience are a tip's own character and stay; those from the second on are taken away as a whole. */
const CHARACTER = [0.45, 0.55] as const;
const FULL = 65535;

/** What stands out on a tip and is minded; looks the tip over where that was not done yet. */
export const mindedFlaws = (plate: Plate): Flaw[] =>
  flawsOf(plate)
    .slice(0, MAX_FLAWS)
    .filter(({ salience }) => salience >= LEAST_SALIENCE);

/** How much of a flaw is taken away, 0..1. */
const shareOf = ({ salience }: Flaw): number => clamp((salience - CHARACTER[0]) / (CHARACTER[1] - CHARACTER[0]));

/** What is left of a sight when some of its flaws are taken away. */
function cleaned(image: Raster, flaws: readonly Flaw[]): Raster {
  return flaws.reduce((left, flaw) => {
    const clean = cured(left, flaw.cure());
    const share = shareOf(flaw);
    return share === 1 ? clean : partWay(left, clean, share);
  }, image);
}

/** What lies a share of the way from one image to another. */
function partWay({ width, height, data: from }: Raster, { data: to }: Raster, share: number): Raster {
  const out = raster(width, height);
  for (let i = 0; i < from.length; i++) out.data[i] = from[i] + share * (to[i] - from[i]);
  return out;
}

/** Adds a change of the square that a tip is looked at in to its plate, within 0..65535. */
function changedBy(plate: Plate, change: Float32Array, { left, top, side }: AnalysedTip): Uint16Array {
  const data = plate.data.slice();
  for (let y = Math.max(0, -top); y < Math.min(side, plate.height - top); y++)
    for (let x = Math.max(0, -left); x < Math.min(side, plate.width - left); x++) {
      const at = (y + top) * plate.width + x + left;
      data[at] = Math.round(clamp(data[at] / FULL + change[y * side + x]) * FULL);
    }
  return data;
}

function made(plate: Plate): Plate | undefined {
  const flaws = mindedFlaws(plate).filter((flaw) => shareOf(flaw) > 0);
  if (flaws.length === 0) return undefined;
  const tip = analysedTip(plate);
  const change = resample(difference(cleaned(tip.image, flaws), tip.image), tip.side, tip.side);
  return { ...plate, data: changedBy(plate, change.data, tip) };
}

const clean = new WeakMap<Plate, Plate | null>();

/** What is known of that already: null where nothing stands out, undefined where it was not asked yet. */
export const knownWithout = (plate: Plate): Plate | null | undefined => clean.get(plate);
export const takeWithout = (plate: Plate, plain: Plate | null): void => void clean.set(plate, plain);

/** A plate without what plainly stands out on it; undefined where nothing does. Made once for each plate object. */
export function withoutFlaws(plate: Plate): Plate | undefined {
  const there = clean.get(plate);
  if (there !== undefined) return there ?? undefined;
  const plain = made(plate);
  clean.set(plate, plain ?? null);
  return plain;
}
