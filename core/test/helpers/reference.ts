import { placeDab } from '../../src/ink/record.ts';
import { PAD, type Tip, type TipLevel } from '../../src/ink/tip.ts';
import type { DabTable } from '@amber-stamp/core';

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
    const p = placeDab(dabs, i, tip, 1);
    if (!p) continue;
    const one = 2 ** p.level.bits;
    const opacity = dabs.opacityPct[i] / 100;
    const flow = dabs.flowPct[i] / 100;
    for (let y = Math.max(0, p.top); y < Math.min(height, p.bottom); y++)
      for (let x = Math.max(0, p.left); x < Math.min(width, p.right); x++) {
        const u = (p.u + y * p.duy + x * p.dux) / one;
        const v = (p.v + y * p.dvy + x * p.dvx) / one;
        if (u < PAD - 1 || v < PAD - 1 || u >= PAD + p.level.width || v >= PAD + p.level.height) continue;
        const iu = Math.floor(u);
        const iv = Math.floor(v);
        const fx = u - iu;
        const fy = v - iv;
        const top = texel(p.level, iu, iv) * (1 - fx) + texel(p.level, iu + 1, iv) * fx;
        const low = texel(p.level, iu, iv + 1) * (1 - fx) + texel(p.level, iu + 1, iv + 1) * fx;
        const k = y * width + x;
        out[k] += Math.max(0, opacity - out[k]) * flow * (top * (1 - fy) + low * fy);
      }
  }
  return out;
}
