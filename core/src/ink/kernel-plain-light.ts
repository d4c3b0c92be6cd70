import type { Kernel } from './kernel-interface.ts';

const fr = Math.fround;

/** The sixteenth power. */
function narrowed(v: number): number {
  const two = fr(v * v);
  const four = fr(two * two);
  const eight = fr(four * four);
  return fr(eight * eight);
}

/** Puts pixels of r, g, b, a, `most` for white, into the light of a row, in place; alpha stays. */
export function lightPixels(
  pixels: Uint8Array | Uint16Array,
  most: number,
  shares: Float32Array,
  shines: Float32Array,
): void {
  for (let x = 0, p = 0; p < pixels.length; x++, p += 4) {
    const more = fr(most * shines[x]);
    if (shares[x] === 1 && more === 0) continue;
    for (let k = p; k < p + 3; k++)
      pixels[k] = Math.min(most, Math.floor(fr(fr(fr(pixels[k] * shares[x]) + more) + 0.5)));
  }
}

interface Now {
  floats: Float32Array;
  bytes: Uint8Array;
}

/** The twin of core/kernel/light.ts. */
export function plainLight(now: () => Now): Pick<Kernel, 'raise' | 'light' | 'shine'> {
  const raise: Kernel['raise'] = (coverage, heights, stride, by, side, x0, y0, x1, y1) => {
    const { floats } = now();
    for (let y = y0; y < y1; y++)
      for (let x = x0; x < x1; x++) {
        const at = (heights >> 2) + y * stride + x;
        floats[at] = fr(floats[at] + fr(floats[(coverage >> 2) + y * side + x] * fr(by)));
      }
  };

  const light: Kernel['light'] = (above, row, below, count, lamp, shares, shines) => {
    const { floats } = now();
    const [lx, ly, lz, hx, hy, hz, still, ambient, gloss] = floats.subarray(lamp >> 2, (lamp >> 2) + 9);
    const direct = fr(1 - ambient);
    let found = 0;
    for (let i = 0; i < count; i++) {
      const at = (row >> 2) + i;
      const dx = fr(fr(floats[at + 1] - floats[at - 1]) * 0.5);
      const dy = fr(fr(floats[(below >> 2) + i] - floats[(above >> 2) + i]) * 0.5);
      const sloped = dx !== 0 || dy !== 0;
      if (sloped) found = 1;
      const n = fr(1 / fr(Math.sqrt(fr(1 + fr(fr(dx * dx) + fr(dy * dy))))));
      const towards = fr(fr(lz - fr(dx * lx)) - fr(dy * ly));
      const lit = fr(Math.max(0, fr(towards * n)) / lz);
      const turned = fr(fr(hz - fr(dx * hx)) - fr(dy * hy));
      const shine = fr(gloss * Math.max(0, fr(narrowed(Math.max(0, fr(turned * n))) - still)));
      floats[(shares >> 2) + i] = sloped ? fr(ambient + fr(direct * Math.min(fr(1.6), lit))) : 1;
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
