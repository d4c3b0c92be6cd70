import type { DabTable } from '@amber-stamp/core/vary';
import { extentOf, dabFrame } from '../../core/src/ink/entry.ts';
import { placeDab } from '../../core/src/ink/place.ts';
import { HULL_DIRECTIONS, PAD, type Tip, type TipLevel } from '../../core/src/ink/tip.ts';

const floats = new WeakMap<TipLevel, Float32Array>();
function texelsOf(level: TipLevel): Float32Array {
  let t = floats.get(level);
  if (!t) {
    t = Float32Array.from(level.texels, (v) => v / 65535);
    floats.set(level, t);
  }
  return t;
}

/** A peer for the bench: the same levels and spans in plain JavaScript, float64 arithmetic on a float32 buffer. */
export function float64Lay(field: Float32Array, width: number, height: number, dabs: DabTable, tip: Tip): void {
  for (let i = 0; i < dabs.count; i++) {
    const extent = extentOf(dabs, i, tip, 1);
    if (!extent) continue;
    const { level } = extent;
    const p = placeDab(dabFrame(dabs, i, tip, 1, extent));
    const texels = texelsOf(level);
    const { stride, hull } = level;
    const inverse = 1 / 2 ** level.bits;
    const dux = p.dux * inverse;
    const dvx = p.dvx * inverse;
    const opacity = dabs.opacityPct[i] / 100;
    const flow = dabs.flowPct[i] / 100;
    for (let y = Math.max(0, p.top); y < Math.min(height, p.bottom); y++) {
      let lo = Math.max(0, p.left);
      let hi = Math.min(width, p.right) - 1;
      const u0 = (p.u + y * p.duy) * inverse;
      const v0 = (p.v + y * p.dvy) * inverse;
      for (let k = 0; k < 8; k++) {
        const [a, b] = HULL_DIRECTIONS[k];
        const perX = a * dux + b * dvx;
        const bound = (hull[k] - a * (u0 - PAD) - b * (v0 - PAD)) / perX;
        if (perX > 1e-6) hi = Math.min(hi, Math.floor(bound));
        else if (perX < -1e-6) lo = Math.max(lo, Math.ceil(bound));
      }
      let u = u0 + lo * dux;
      let v = v0 + lo * dvx;
      for (let k = y * width + lo; k <= y * width + hi; k++) {
        const iu = u | 0;
        const iv = v | 0;
        const fx = u - iu;
        const fy = v - iv;
        const at = iv * stride + iu;
        const top = texels[at] + (texels[at + 1] - texels[at]) * fx;
        const low = texels[at + stride] + (texels[at + stride + 1] - texels[at + stride]) * fx;
        const room = opacity - field[k];
        if (room > 0) field[k] += room * flow * (top + (low - top) * fy);
        u += dux;
        v += dvx;
      }
    }
  }
}
