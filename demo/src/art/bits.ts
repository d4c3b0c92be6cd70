/** Small things: dust in light, a sliver of reed, a soft disc, bark, moss, and the paper that grain is taken from. */
import { clamp, fbm, mix, ramp, rng, value } from './noise.ts';
import { line } from './lines.ts';
import { curve } from './marks.ts';
import { plane } from './plane.ts';

const SIDE = 1000;

/** A mote: a soft disc that is a little brighter at its rim, as out-of-focus dust is. */
export function mote(): Float32Array {
  const p = plane(SIDE, SIDE);
  for (let y = 0, k = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++, k++) {
      const u = (x - SIDE / 2) / 420;
      const v = (y - SIDE / 2) / 420;
      const a = Math.atan2(v, u);
      const r = Math.sqrt(u * u + v * v) * (1 + 0.012 * Math.sin(2 * a) + 0.008 * Math.sin(3 * a + 1));
      const speckle = 0.9 + 0.2 * (fbm(x / 60, y / 60, 8, 3) - 0.5);
      p[k] = clamp(ramp(1, 0.7, r) * (0.46 + 0.2 * Math.exp(-(((r - 0.74) / 0.14) ** 2))) * speckle);
    }
  return p;
}

/** A sliver of reed: hair-fine at its tips, a little bent, with a paler rib. */
export function sliver(): Float32Array {
  const p = plane(SIDE, SIDE);
  const at = (t: number, off: number) => ({
    x: mix(20, SIDE - 20, t),
    y: SIDE / 2 + 26 * Math.sin(t * 2.6 + 0.3) - 18 + off,
  });
  const body = (t: number) => Math.sin(Math.PI * t ** 0.8) ** 0.8;
  line(
    p,
    SIDE,
    SIDE,
    curve(160, (t) => ({ ...at(t, 0), r: 0.6 + 9 * body(t), a: 0.55 + 0.4 * body(t) })),
  );
  for (let y = 0, k = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++, k++) p[k] *= 0.72 + 0.5 * value(x / 70, y / 2.2, 3);
  return p;
}

/** A disc with a broad soft rim: what a mask is seen through. */
export function softDisc(): Float32Array {
  const p = plane(SIDE, SIDE);
  for (let y = 0, k = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++, k++) {
      const u = (x - SIDE / 2) / 470;
      const v = (y - SIDE / 2) / 470;
      p[k] = ramp(1, 0.5, Math.sqrt(u * u + v * v) * (1 + 0.05 * (fbm(x / 130, y / 130, 4, 3) - 0.5)));
    }
  return p;
}

/** Bark: plates between deep cracks that run up the trunk. */
export function bark(): Float32Array {
  const p = plane(SIDE, SIDE);
  for (let y = 0, k = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++, k++) {
      const bend = 60 * (fbm(x / 260, y / 260, 3, 3) - 0.5);
      const crack = Math.abs(fbm((x + bend) / 90, y / 330, 11, 4) - 0.5) * 2;
      const cross = Math.abs(fbm(x / 210, (y + bend) / 70, 17, 3) - 0.5) * 2;
      const fibre = fbm(x / 9, y / 120, 23, 3);
      const deep = Math.max(ramp(0.16, 0.02, crack), 0.7 * ramp(0.09, 0.01, cross));
      p[k] = clamp(deep + (0.34 + 0.4 * (fibre - 0.5)) * ramp(0.1, 0.5, crack));
    }
  return p;
}

/** A sprig of moss: a bent stem with leaves that point up it, denser to the tip. */
function sprig(p: Float32Array, w: number, h: number, cx: number, cy: number, size: number, seed: number): void {
  const rnd = rng(seed);
  const lean = mix(-0.7, 0.7, rnd());
  const stem = (t: number) => ({
    x: cx + size * (lean * 0.45 * t * t + 0.03 * Math.sin(7 * t + seed)),
    y: cy + size * (0.46 - 0.92 * t),
  });
  line(
    p,
    w,
    h,
    curve(40, (t) => ({ ...stem(t), r: size * mix(0.013, 0.005, t), a: 0.9 })),
  );
  for (let i = 0; i < 74; i++) {
    const t = 0.06 + 0.94 * (i / 73) ** 0.85;
    const side = i % 2 ? 1 : -1;
    const from = stem(t);
    const turn = -Math.PI / 2 + lean * 0.8 * t + side * mix(1.15, 0.35, t) * mix(0.8, 1.2, rnd());
    const length = size * mix(0.17, 0.09, t) * mix(0.7, 1.2, rnd());
    const leaf = (q: number) => ({
      x: from.x + Math.cos(turn + side * 0.35 * q) * length * q,
      y: from.y + Math.sin(turn + side * 0.35 * q) * length * q,
    });
    const ink = mix(0.4, 0.95, rnd());
    line(
      p,
      w,
      h,
      curve(9, (q) => ({ ...leaf(q), r: size * 0.016 * Math.sin(Math.PI * (0.15 + 0.83 * q)), a: ink })),
    );
  }
}

export const MOSS = { width: 1600, height: 900, across: 4, down: 2 } as const;

/** A sheet of eight sprigs, four across and two down. */
export function mossSheet(): Float32Array {
  const { width, height, across, down } = MOSS;
  const p = plane(width, height);
  for (let k = 0; k < across * down; k++)
    sprig(
      p,
      width,
      height,
      ((k % across) + 0.5) * (width / across),
      (Math.floor(k / across) + 0.5) * (height / down),
      380,
      31 + k * 7,
    );
  return p;
}

/** Paper of pressed reed: strips laid across each other, with fibres; its opposite edges meet. */
export function reedPaper(): Float32Array {
  const side = 1024;
  const p = plane(side, side);
  for (let y = 0, k = 0; y < side; y++)
    for (let x = 0; x < side; x++, k++) {
      const [u, v] = [x / side, y / side];
      const laid = value(u * 9, v * 2, 5, 9, 2);
      const fibre = fbm(u * 96, v * 6, 9, 3, 96, 6);
      const cross = fbm(u * 5, v * 72, 14, 3, 5, 72);
      const tooth = fbm(u * 128, v * 128, 21, 2, 128, 128);
      p[k] = clamp(0.5 + 0.35 * (laid - 0.5) + 0.75 * (fibre - 0.5) + 0.55 * (cross - 0.5) + 0.5 * (tooth - 0.5));
    }
  return p;
}
