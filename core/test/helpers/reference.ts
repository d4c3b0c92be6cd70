import { extentOf, dabFrame } from '../../src/ink/entry.ts';
import { placeDab } from '../../src/ink/place.ts';
import { PAD, type Tip, type TipLevel } from '../../src/ink/tip.ts';
import type { DabTable } from '@amber-stamp/core/vary';

/** A texel, 0..1, zero beyond the padded level. */
function texel(level: TipLevel, x: number, y: number): number {
  const rows = level.texels.length / level.stride;
  return x < 0 || y < 0 || x >= level.stride || y >= rows ? 0 : level.texels[y * level.stride + x] / 65535;
}

/**
 * The right picture in float64: the same levels and snapped coordinates, read bilinearly at every pixel of the sheet,
 * without spans, tiles or single precision.
 */
export function referenceCoverage(dabs: DabTable, tip: Tip, width: number, height: number): Float64Array {
  const out = new Float64Array(width * height);
  for (let i = 0; i < dabs.count; i++) {
    const extent = extentOf(dabs, i, tip, 1);
    if (!extent) continue;
    const { level } = extent;
    const p = placeDab(dabFrame(dabs, i, tip, 1, extent));
    const one = 2 ** level.bits;
    const opacity = dabs.opacityPct[i] / 100;
    const flow = dabs.flowPct[i] / 100;
    for (let y = Math.max(0, p.top); y < Math.min(height, p.bottom); y++)
      for (let x = Math.max(0, p.left); x < Math.min(width, p.right); x++) {
        const u = (p.u + y * p.duy + x * p.dux) / one;
        const v = (p.v + y * p.dvy + x * p.dvx) / one;
        if (u < PAD - 1 || v < PAD - 1 || u >= PAD + level.width || v >= PAD + level.height) continue;
        const iu = Math.floor(u);
        const iv = Math.floor(v);
        const fx = u - iu;
        const fy = v - iv;
        const top = texel(level, iu, iv) * (1 - fx) + texel(level, iu + 1, iv) * fx;
        const low = texel(level, iu, iv + 1) * (1 - fx) + texel(level, iu + 1, iv + 1) * fx;
        const k = y * width + x;
        out[k] += Math.max(0, opacity - out[k]) * flow * (top * (1 - fy) + low * fy);
      }
  }
  return out;
}
