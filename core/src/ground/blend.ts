import { chance6 } from '../maths/hash.ts';
import { BLEND_FUNCTIONS, type BlendFunction } from '../maths/blend-modes.ts';
import type { GroundPlacement } from './placement.ts';

/** The three that need no mixing of two colours: source over, its dissolved form, and the sum (Porter and Duff 1984). */
type Unmixed = 'normal' | 'dissolve' | 'plus-lighter';
const MIXED: Partial<Record<GroundPlacement['blend'], BlendFunction>> = BLEND_FUNCTIONS satisfies Record<
  Exclude<GroundPlacement['blend'], Unmixed>,
  BlendFunction
>;

/** Draws of dissolving ink, away from those of dabs. */
const DISSOLVE = 40_503;

/**
 * Lays premultiplied ink over a premultiplied ground by a blend mode (W3C Compositing and Blending Level 1: the mixed
 * source is (1 - ab) Cs + ab B(Cb, Cs), then source over). `share` multiplies the ink's alpha, `clip` again by a layer's
 * alpha at each pixel. Both are float32 r, g, b, a; the ground is changed.
 */
export function layInk(
  ground: Float32Array,
  ink: Float32Array,
  blend: GroundPlacement['blend'],
  share: number,
  clip?: Float32Array,
): void {
  const mix = blend === 'normal' ? undefined : MIXED[blend];
  for (let p = 0; p < ground.length; p += 4) {
    const own = ink[p + 3];
    if (own <= 0) continue;
    let by = share * (clip ? clip[p + 3] : 1);
    if (blend === 'dissolve') by = chance6(DISSOLVE, p, 0, 0, 0, 0) < own * by ? 1 / own : 0;
    const as = own * by;
    const ab = ground[p + 3];
    if (blend === 'plus-lighter') {
      for (let c = p; c < p + 3; c++) ground[c] = Math.min(1, ground[c] + ink[c] * by);
      ground[p + 3] = Math.min(1, ab + as);
      continue;
    }
    for (let c = p; c < p + 3; c++) {
      const source = ink[c] * by;
      const both = mix && ab > 0 ? as * ab * Math.min(1, Math.max(0, mix(ground[c] / ab, ink[c] / own))) : ab * source;
      ground[c] = source * (1 - ab) + ground[c] * (1 - as) + both;
    }
    ground[p + 3] = as + ab * (1 - as);
  }
}
