import type { Rgb } from './types.ts';
import { clamp } from '../maths/ramps.ts';
import { fromLch, mixLch, partsOf, toLch } from '../maths/colour.ts';
import type { Coat } from '../model/coat-schema.ts';
import type { DabTable } from '../vary/dab-table.ts';

/**
 * The colour of every dab as r, g, b in 0..1: mixed from the coat's two inks, then turned in hue,
 * stretched in chroma and moved in lightness, all in OKLCH.
 */
export function dabColours(coat: Coat, plain: Rgb, dabs: DabTable): Float32Array {
  const first = toLch(...plain);
  const second = coat.ink.second === null ? first : toLch(...partsOf(coat.ink.second));
  const out = new Float32Array(3 * dabs.count);
  for (let i = 0; i < dabs.count; i++) {
    const mixed = mixLch(first, second, clamp(dabs.mixPct[i] / 100));
    const colour = {
      l: mixed.l + dabs.lightnessPct[i] / 100,
      c: Math.max(0, mixed.c * (1 + dabs.saturationPct[i] / 100)),
      h: mixed.h + dabs.hueDeg[i] / 360,
    };
    fromLch(colour, out, 3 * i);
  }
  return out;
}

/** Whether the rows of a coat could move its ink away from the first colour; where they cannot, colour is not laid. */
export function mayTint({ properties, ink }: Coat): boolean {
  const moved = (['hue', 'saturation', 'lightness'] as const).some((name) => {
    const { rest, low, high } = properties[name];
    return rest !== 0 || low !== 0 || high !== 0;
  });
  return moved || (ink.second !== null && properties.mix.rest !== 0);
}

/** Whether any dab prints in another colour than the coat's first. */
export function isTinted(coat: Coat, dabs: DabTable): boolean {
  if (!mayTint(coat)) return false;
  for (const column of [dabs.hueDeg, dabs.saturationPct, dabs.lightnessPct])
    for (let i = 0; i < dabs.count; i++) if (column[i] !== 0) return true;
  if (coat.ink.second === null) return false;
  for (let i = 0; i < dabs.count; i++) if (dabs.mixPct[i] !== 0) return true;
  return false;
}
