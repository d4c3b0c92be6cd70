import { MEETINGS } from '../maths/meetings.ts';
import { clamp } from '../maths/index.ts';
import type { Coat } from '../model/brush.ts';

type Join = Coat['join'];

/** One coat of a stroke over one tile: how much of it prints at each pixel, and in which colour. */
export interface CoatTile {
  join: Join;
  coverage: (at: number) => number;
  /** writes r, g, b of a pixel of that coverage */
  colour: (at: number, coverage: number, out: Float64Array) => void;
}

const source = new Float64Array(3);

/**
 * Gathers the coats of a stroke into `px` (float32 r, g, b, a, premultiplied, empty before): the lowest as it is; an upper
 * one covers (over), keeps of what lies below only where it prints (mask), takes it away there (cut), or meets it by a
 * separable mode of the W3C compositing standard.
 */
export function gather(coats: readonly CoatTile[], px: Float32Array, from: number, to: number): void {
  coats.forEach(({ join, coverage, colour }, c) => {
    const meet = c > 0 && join !== 'over' && join !== 'mask' && join !== 'cut' ? MEETINGS[join] : undefined;
    for (let at = from; at < to; at++) {
      const p = 4 * at;
      const as = coverage(at);
      if (c > 0 && (join === 'mask' || join === 'cut')) {
        const keep = join === 'mask' ? as : 1 - as;
        for (let k = 0; k < 4; k++) px[p + k] *= keep;
        continue;
      }
      if (as <= 0) continue;
      colour(at, as, source);
      const ab = px[p + 3];
      for (let k = 0; k < 3; k++) {
        const below = ab > 0 ? px[p + k] / ab : 0;
        const above = meet ? (1 - ab) * source[k] + ab * clamp(meet(below, source[k])) : source[k];
        px[p + k] = as * above + (1 - as) * px[p + k];
      }
      px[p + 3] = as + ab * (1 - as);
    }
  });
}

/** The colour of a coverage by stops of rising place; before the first and behind the last it is theirs. */
export function gradientColour(stops: readonly (readonly [number, number, number, number])[]): CoatTile['colour'] {
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
