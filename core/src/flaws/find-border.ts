import { clamp } from '../maths/ramps.ts';
import type { Raster } from '../raster/raster.ts';
import { maskOf } from '../raster/distance.ts';
import { BODY_AT, bodyOf, boxOf, distanceFrom, grown } from './body.ts';
import { feathered, frameDistance, keptOnly, keptWhere } from './cures.ts';
import { cured, flaw, type Cure, type Flaw } from './flaw.ts';
import { areaOf, both, maskWhere, type PixelSet } from './masks.ts';
import { percentile, saturate, valuesIn } from '../maths/measures.ts';
import { ANALYSIS_SIDE, ANALYSIS_MIDDLE } from './analysed-tip.ts';

/** How far inside the frame a border may begin, px. */
const DEEPEST = 34;
/** Px at the ends of a side that are left out: round corners are no gap of a frame. */
const CORNERS = 10;
/** From so much on a body is surely one, even where a faint square lies around it. */
const BODY_SURELY = 0.3;
/** So much more than a faint square prints is the tip's own. */
const ABOVE = 1.5;

/** Value of a side's row `inset` px from the frame, `k` px along it; 0 beyond the frame. */
function sideValue(data: Float32Array, side: number, inset: number, k: number): number {
  if (inset < 0) return 0;
  if (side === 0) return data[inset * ANALYSIS_SIDE + k];
  if (side === 1) return data[(ANALYSIS_SIDE - 1 - inset) * ANALYSIS_SIDE + k];
  return data[k * ANALYSIS_SIDE + (side === 2 ? inset : ANALYSIS_SIDE - 1 - inset)];
}

/** The strongest step that runs along a whole side, and how far from the frame. */
function stepOf(data: Float32Array, side: number, ref: number): { step: number; inset: number } {
  let best = { step: 0, inset: 0 };
  for (let inset = 0; inset < DEEPEST; inset++) {
    let sum = 0;
    let up = 0;
    for (let k = CORNERS; k < ANALYSIS_SIDE - CORNERS; k++) {
      const g = sideValue(data, side, inset, k) - sideValue(data, side, inset - 2, k);
      sum += clamp(g, -0.25 * ref, 0.25 * ref);
      if (g > 0.015 * ref) up++;
    }
    const n = ANALYSIS_SIDE - 2 * CORNERS;
    const alike = Math.max(0, (2 * up) / n - 1);
    const step = Math.max(0, sum / n) * alike * alike;
    if (step > best.step) best = { step, inset };
  }
  return best;
}

/** A border with what takes it off and leaves everything else that lies beside the tip. */
export interface Border {
  flaw: Flaw;
  alone: Cure;
  /** from where on the tip is taken for its body once the border is gone: a share of what its dark parts print */
  level: number;
}

/** How far inside a frame it is looked whether the tip goes on there, px. */
const WITHIN = 16;

// made apart, since a cure outlives what else its border was found by
const fading = (inset: number) => (): Cure => feathered(inset);
const keeping = (near: PixelSet) => (): Cure => keptOnly(near, 1.5);

/** How much of a region a set covers, 0..1. */
const shareIn = (set: PixelSet, region: PixelSet): number => areaOf(both(set, region)) / Math.max(1, areaOf(region));

/** A frame, or a faint square around the tip: a step along all sides but one. */
export function findBorder(image: Raster): Border | undefined {
  const { body, ref } = bodyOf(image, BODY_SURELY);
  const sides = [0, 1, 2, 3].map((side) => stepOf(image.data, side, ref));
  const step = sides.map((s) => s.step).sort((a, b) => a - b)[1];
  if (step <= 0.01 * ref) return undefined;
  const insets = sides.map((s) => s.inset).sort((a, b) => a - b);
  const inset = Math.floor((insets[1] + insets[2]) / 2);
  const frame = maskWhere((i) => frameDistance(i) > ANALYSIS_MIDDLE - inset - 6);
  const out = distanceFrom(body);
  const beyond = valuesIn(image.data, maskOf(out, 4));
  const ground = percentile(beyond, 0.6);
  const faint = ground > 0.03 * ref;
  const hard = shareIn(body, frame) > 0.5;
  // what prints more than the faint square belongs to the tip, even where it prints little
  const level = faint ? clamp((ABOVE * ground) / ref, BODY_AT, BODY_SURELY) : BODY_AT;
  const unframed = keptWhere((i) => frame[i] === 0);
  const near = grown(bodyOf(faint ? image : cured(image, unframed), level).body, 4.99);
  const mask = faint
    ? both(maskOf(out, 3), maskOf(image.data, 0.02 * ref))
    : hard
      ? both(frame, maskOf(image.data, 0.05))
      : frame;
  const cure = hard ? fading(inset) : keeping(near);
  // a tip that goes on inside its hard border is cut square: its border is not a thing beside it
  const within = (i: number) => frame[i] === 0 && frameDistance(i) > ANALYSIS_MIDDLE - inset - 6 - WITHIN;
  const cutSquare = hard && shareIn(body, maskWhere(within)) > 0.5;
  const beside = faint ? keptWhere((i) => near[i] === 1 || image.data[i] > 1.2 * ground) : unframed;
  return {
    flaw: flaw(
      { what: 'border', tone: faint ? 'faint' : 'frame', mask, box: boxOf(frame) },
      saturate(step / (0.05 * ref)),
      cure,
    ),
    alone: cutSquare ? cure() : beside,
    level,
  };
}
