import { clamp } from '../maths/ramps.ts';
import { valueAt } from '../raster/sample.ts';
import type { Plate, Raster } from '../raster/raster.ts';
import type { Cure, Flaw, FlawName } from './flaw.ts';
import { ANALYSIS_SIDE, analysedTip, type AnalysedTip } from './analysed-tip.ts';

/** A flaw by its kind and the middle of its box, in shares of the plate's sides. */
export interface FlawPlace {
  what: FlawName;
  x: number;
  y: number;
}

/** Where the middle of a flaw's box lies, in shares of the plate's sides. */
export function placeOnPlate(plate: Plate, { what, box }: Flaw): FlawPlace {
  const { left, top, side } = analysedTip(plate);
  const scale = side / ANALYSIS_SIDE;
  return {
    what,
    x: clamp((left + ((box.x0 + box.x1) / 2) * scale) / plate.width),
    y: clamp((top + ((box.y0 + box.y1) / 2) * scale) / plate.height),
  };
}

/** Farther away, in shares of a side, it is another flaw. */
const SAME = 0.12;

/** The flaw of a kind that lies nearest to a place; undefined where none is near. */
export function flawAt(plate: Plate, flaws: readonly Flaw[], { what, x, y }: FlawPlace): Flaw | undefined {
  let best: { flaw: Flaw; far: number } | undefined;
  for (const flaw of flaws) {
    if (flaw.what !== what) continue;
    const at = placeOnPlate(plate, flaw);
    const far = Math.sqrt((at.x - x) * (at.x - x) + (at.y - y) * (at.y - y));
    if ((what === 'border' || far < SAME) && (!best || far < best.far)) best = { flaw, far };
  }
  return best?.flaw;
}

/** A raster as large as a plate after the cure of a flaw that was found on its sight; beyond the sight it stays. */
export function healed(input: Raster, { left, top, side }: AnalysedTip, { keep, add }: Cure): Raster {
  const scale = ANALYSIS_SIDE / side;
  // read as what is lost, so that nothing is lost beyond the sight
  const lost: Raster = { width: ANALYSIS_SIDE, height: ANALYSIS_SIDE, data: keep.map((v) => 1 - v) };
  const more: Raster | undefined = add && { width: ANALYSIS_SIDE, height: ANALYSIS_SIDE, data: add };
  const data = new Float32Array(input.data.length);
  for (let y = 0, i = 0; y < input.height; y++)
    for (let x = 0; x < input.width; x++, i++) {
      const [u, v] = [(x - left + 0.5) * scale - 0.5, (y - top + 0.5) * scale - 0.5];
      data[i] = input.data[i] * (1 - valueAt(lost, u, v)) + (more ? valueAt(more, u, v) : 0);
    }
  return { width: input.width, height: input.height, data };
}
