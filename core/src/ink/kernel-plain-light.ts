import { LAMP_32 } from './layout.ts';
import type { Kernel } from './kernel-interface.ts';

const fround = Math.fround;

/** The sixteenth power. */
function sixteenthPower(v: number): number {
  const two = fround(v * v);
  const four = fround(two * two);
  const eight = fround(four * four);
  return fround(eight * eight);
}

/** Puts pixels of r, g, b, a, `most` for white, into the light of a row, in place; alpha stays. */
export function lightPixels(
  pixels: Uint8Array | Uint16Array,
  most: number,
  shares: Float32Array,
  shines: Float32Array,
): void {
  for (let x = 0, p = 0; p < pixels.length; x++, p += 4) {
    const more = fround(most * shines[x]);
    if (shares[x] === 1 && more === 0) continue;
    for (let k = p; k < p + 3; k++)
      pixels[k] = Math.min(most, Math.floor(fround(fround(fround(pixels[k] * shares[x]) + more) + 0.5)));
  }
}

interface LightViews {
  floats: Float32Array;
  bytes: Uint8Array;
}

/** The twin of core/kernel/light.ts. */
export function plainLight(now: () => LightViews): Pick<Kernel, 'raise' | 'light' | 'shine'> {
  const raise: Kernel['raise'] = (coverage, heights, stride, by, side, x0, y0, x1, y1) => {
    const { floats } = now();
    for (let y = y0; y < y1; y++)
      for (let x = x0; x < x1; x++) {
        const at = (heights >> 2) + y * stride + x;
        floats[at] = fround(floats[at] + fround(floats[(coverage >> 2) + y * side + x] * fround(by)));
      }
  };

  const light: Kernel['light'] = (above, row, below, count, lamp, shares, shines) => {
    const { floats } = now();
    const told = floats.subarray(lamp >> 2, (lamp >> 2) + LAMP_32.bytes);
    const [lx, ly, lz] = told.subarray(LAMP_32.toX);
    const [hx, hy, hz] = told.subarray(LAMP_32.halfX);
    const [still, ambient, gloss] = told.subarray(LAMP_32.flatShine);
    const direct = fround(1 - ambient);
    let found = 0;
    for (let i = 0; i < count; i++) {
      const at = (row >> 2) + i;
      const dx = fround(fround(floats[at + 1] - floats[at - 1]) * 0.5);
      const dy = fround(fround(floats[(below >> 2) + i] - floats[(above >> 2) + i]) * 0.5);
      const sloped = dx !== 0 || dy !== 0;
      if (sloped) found = 1;
      const n = fround(1 / fround(Math.sqrt(fround(1 + fround(fround(dx * dx) + fround(dy * dy))))));
      const towards = fround(fround(lz - fround(dx * lx)) - fround(dy * ly));
      const lit = fround(Math.max(0, fround(towards * n)) / lz);
      const turned = fround(fround(hz - fround(dx * hx)) - fround(dy * hy));
      const shine = fround(gloss * Math.max(0, fround(sixteenthPower(Math.max(0, fround(turned * n))) - still)));
      floats[(shares >> 2) + i] = sloped ? fround(ambient + fround(direct * Math.min(fround(1.6), lit))) : 1;
      floats[(shines >> 2) + i] = sloped ? shine : 0;
    }
    return found;
  };

  const shine: Kernel['shine'] = (pixels, count, shares, shines) => {
    const { floats, bytes } = now();
    const rows = [shares, shines].map((at) => floats.subarray(at >> 2, (at >> 2) + count));
    lightPixels(bytes.subarray(pixels, pixels + 4 * count), 255, rows[0], rows[1]);
  };
  return { raise, light, shine };
}
