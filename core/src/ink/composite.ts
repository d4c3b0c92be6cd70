import { BLEND_FUNCTIONS } from '../maths/blend-modes.ts';
import { clamp } from '../maths/ramps.ts';
import type { Coat } from '../model/coat-schema.ts';

type Join = Coat['join'];

/** Whether a coat only takes away from those below it. */
export const onlyTakes = (join: Join): join is 'mask' | 'cut' => join === 'mask' || join === 'cut';

/** Writes r, g, b of a pixel of a coverage. */
export type Colouring = (at: number, coverage: number, out: Float64Array) => void;

/** One coat of a stroke over one tile: how much of it prints at each pixel, and in which colour. */
export interface CompositeCoat {
  join: Join;
  /** undefined where the coat has nothing in the tile */
  coverage: Float32Array | undefined;
  colour: Colouring;
}

const source = new Float64Array(3);

/** Keeps of premultiplied pixels what a coat covers, or what it does not. */
function keep(px: Float32Array, coverage: Float32Array | undefined, mask: boolean, from: number, to: number): void {
  for (let at = from, p = 4 * from; at < to; at++, p += 4) {
    const as = coverage ? coverage[at] : 0;
    const share = mask ? as : 1 - as;
    px[p] *= share;
    px[p + 1] *= share;
    px[p + 2] *= share;
    px[p + 3] *= share;
  }
}

/**
 * Gathers the coats of a stroke into `px` (float32 r, g, b, a, premultiplied, empty before): the lowest as it is; an upper
 * one covers (over), keeps of what lies below only where it prints (mask), takes it away there (cut), or meets it by a
 * separable mode of the W3C compositing standard.
 */
export function compositeCoats(coats: readonly CompositeCoat[], px: Float32Array, from: number, to: number): void {
  coats.forEach(({ join, coverage, colour }, c) => {
    if (c > 0 && onlyTakes(join)) {
      keep(px, coverage, join === 'mask', from, to);
      return;
    }
    if (!coverage) return;
    const blend = c > 0 && join !== 'over' && !onlyTakes(join) ? BLEND_FUNCTIONS[join] : undefined;
    for (let at = from, p = 4 * from; at < to; at++, p += 4) {
      const as = coverage[at];
      if (as <= 0) continue;
      colour(at, as, source);
      const ab = px[p + 3];
      for (let k = 0; k < 3; k++) {
        const below = ab > 0 ? px[p + k] / ab : 0;
        const above = blend ? (1 - ab) * source[k] + ab * clamp(blend(below, source[k])) : source[k];
        px[p + k] = as * above + (1 - as) * px[p + k];
      }
      px[p + 3] = as + ab * (1 - as);
    }
  });
}

/** The colour of a coverage by stops of rising place; before the first and behind the last it is theirs. */
export function gradientColour(stops: readonly (readonly [number, number, number, number])[]): Colouring {
  return (_, coverage, out) => {
    let k = 0;
    while (k < stops.length - 1 && stops[k + 1][0] <= coverage) k++;
    const a = stops[k];
    const b = stops[Math.min(stops.length - 1, k + 1)];
    const span = b[0] - a[0];
    const t = span > 0 ? clamp((coverage - a[0]) / span) : 0;
    for (let c = 0; c < 3; c++) out[c] = a[c + 1] + (b[c + 1] - a[c + 1]) * t;
  };
}
