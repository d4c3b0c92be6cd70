import { expMinus } from '../maths/exponential.ts';
import { blur } from '../raster/blur.ts';
import { saturate } from '../maths/measures.ts';
import { LN2, logTwo } from '../maths/roots.ts';
import { closed } from '../raster/morph.ts';
import { raster, windowOfRaster, type Raster } from '../raster/raster.ts';
import { sharesOf } from './seen.ts';
import type { Strip } from './strip.ts';

/** Detail finer than this is not looked at, and ways are compared within so much, px at 96 px a tip. */
const FINE = 1.4;
/** Px at 96 px a tip. */
const AROUND = 3;
/** Steepness that is not seen, shares per px: in the ways of detail, and where it is asked how evenly it lies. */
const UNSEEN = 0.005;
/** In how evenly detail lies. */
const FAINT = 0.02;
/** What prints more than this, and gaps up to twice so many px within it, is the stroke. */
const PRINTS = 0.1;
/** Px at 96 px a tip. */
const GAP = 10;
/** Detail stands out of the mean of so much around it, px at 96 px a tip. */
const WIDE = 8;
/**
 * Of the rated strokes in which a material is seen none has detail that stands out by less, root mean square of shares. Fainter
 * detail is seen less, as its energy: what is left of a material where many thin dabs were laid over one another is a smear.
 */
const CLEAR = 0.112;
/** A stroke with so much detail has 63 of 100; fitted on the rated strokes. */
const RICH = 0.41;

/** Where it prints, for every second px both ways. */
function printsOf({ width, height, data }: Raster): Raster {
  const prints = raster(width >> 1, height >> 1);
  for (let y = 0, i = 0; y < prints.height; y++)
    for (let x = 0; x < prints.width; x++, i++) prints.data[i] = data[2 * y * width + 2 * x] > PRINTS ? 1 : 0;
  return prints;
}

/** The stroke: where it prints, with the small gaps in it; a place for every second px both ways. */
const strokeOf = (shares: Raster): Raster => closed(printsOf(shares), GAP / 2);

/** How steep a raster is at every second px both ways, and the products of its slopes. */
interface Slopes {
  steep: Float32Array;
  xx: Raster;
  yy: Raster;
  xy: Raster;
}

function slopesOf({ width, height, data }: Raster): Slopes {
  const half = () => raster(width >> 1, height >> 1);
  const [xx, yy, xy] = [half(), half(), half()];
  const steep = new Float32Array(xx.data.length);
  for (let y = 1; y < xx.height - 1; y++)
    for (let x = 1, i = y * xx.width + 1; x < xx.width - 1; x++, i++) {
      const at = 2 * y * width + 2 * x;
      const a = (data[at + 1] - data[at - 1]) / 2;
      const b = (data[at + width] - data[at - width]) / 2;
      xx.data[i] = a * a;
      yy.data[i] = b * b;
      xy.data[i] = a * b;
      steep[i] = Math.sqrt(a * a + b * b);
    }
  return { steep, xx, yy, xy };
}

/** The same with the products around each place (structure tensor, Bigün 1987). */
function tensorOf(soft: Raster): Slopes {
  const { steep, xx, yy, xy } = slopesOf(soft);
  const around = AROUND / 2;
  return { steep, xx: blur(xx, around), yy: blur(yy, around), xy: blur(xy, around) };
}

/** The middle of a strip: so many nominal tips are enough to know its texture. */
const TIPS = 4;

/** Of a stroke on paper its grain is seen too, as it lies on the sheet. */
function middleOf({ image: bare, side, grain }: Strip): Raster {
  const image = grain?.grained ?? bare;
  const width = Math.max(1, Math.min(image.width - Math.round(2.6 * side), TIPS * side));
  const left = Math.floor((image.width - width) / 2);
  return windowOfRaster(image, left, 0, width, image.height);
}

/** Logarithm to base two of the product of many positive values, taken for many of them at a time. */
class LogSum {
  private product = 1;
  private sum = 0;
  add(value: number): void {
    this.product *= value;
    if (this.product < 1e-150) this.fold();
  }
  private fold(): void {
    this.sum += logTwo(this.product);
    this.product = 1;
  }
  total(): number {
    this.fold();
    return this.sum;
  }
}

/** How clearly detail stands out within a stroke, 0..1. `covered`: a place for every second px both ways. */
function clearness(soft: Raster, wide: Raster, covered: Float32Array): number {
  let [energy, n] = [0, 0];
  const width = soft.width >> 1;
  for (let i = 0; i < covered.length; i++) {
    if (covered[i] < 0.5) continue;
    const at = 2 * Math.floor(i / width) * soft.width + 2 * (i % width);
    const out = soft.data[at] - wide.data[at];
    energy += out * out;
    n++;
  }
  return Math.min(1, energy / Math.max(1, n) / (CLEAR * CLEAR));
}

/** Of what a stroke covers: the mean share of detail that runs every way, and how evenly it fills the stroke, each 0..1. */
function runOf(covered: Float32Array, { steep, xx, yy, xy }: Slopes): { ways: number; even: number } | undefined {
  const logs = new LogSum();
  let [ways, sum, n] = [0, 0, 0];
  for (let i = 0; i < covered.length; i++) {
    if (covered[i] < 0.5) continue;
    const middle = (xx.data[i] + yy.data[i]) / 2;
    const half = (xx.data[i] - yy.data[i]) / 2;
    const apart = Math.sqrt(half * half + xy.data[i] * xy.data[i]);
    ways += Math.sqrt(Math.max(0, middle - apart)) / (Math.sqrt(middle + apart) + UNSEEN);
    logs.add(steep[i] + FAINT);
    sum += steep[i] + FAINT;
    n++;
  }
  if (n === 0) return undefined;
  return { ways: ways / n, even: expMinus(LN2 * Math.max(0, logTwo(sum / n) - logs.total() / n)) };
}

/**
 * How much of a material is seen in a stroke, 0..100: the share of its detail that runs every way, not along one edge,
 * times the square of how evenly it fills the stroke (geometric by arithmetic mean of its steepness), as clearly as it stands
 * out. A blob and a solid line have none however dark.
 */
export function textureOf(strip: Strip): number {
  const shares = sharesOf(middleOf(strip));
  const soft = blur(shares, FINE);
  const covered = strokeOf(shares).data;
  const run = runOf(covered, tensorOf(soft));
  if (!run) return 0;
  const clear = clearness(soft, blur(shares, WIDE), covered);
  const detail = (run.ways * run.even * run.even * clear) / RICH;
  return 100 * saturate(detail * Math.sqrt(detail));
}
