/** Parts of the glasshouse: its outline, plants, what is cut away, its reflection. Units: a picture of 1600 x 1000. */
import { clamp, mix, ramp, value, type Stream } from '../art/noise.ts';
import { smooth, type Layer, type Spot, type Tone, type Touch } from './paintbox.ts';

export const GROUND = 668;
export const LEFT = 640;
export const RIGHT = 1475;
export const HALL = [925, 1195] as const;
export const EAVE = 470;
export const RIDGE = 356;
export const IRON: Tone = [0.15, 0.185, 0.18];
export const GREEN: Tone = [0.15, 0.215, 0.17];
export const BRICK: Tone = [0.27, 0.235, 0.205];

/** Height of the skin at x: low wings with a curved roof, a tall hall in the middle. [eave y, ridge y] */
export function profile(x: number): [number, number] {
  const [a, b] = HALL;
  if (x < a || x > b) {
    const d = x < a ? (x - LEFT) / 90 : (RIGHT - x) / 90,
      t = clamp(d);
    return [EAVE, EAVE - (EAVE - RIDGE) * Math.sqrt(1 - (1 - t) ** 2)];
  }
  const t = Math.abs(x - (a + b) / 2) / ((b - a) / 2);
  return [392, 392 - 205 * Math.pow(Math.max(0, 1 - t ** 2.1), 0.62) * (1 - 0.12 * (1 - t))];
}

/** A palm, a broad-leaved shrub or a climber, as dark shapes. */
export function plant(L: Layer, x: number, y: number, size: number, kind: number, rnd: Stream, colour: Tone): void {
  const leaf = (bx: number, by: number, a: number, len: number, wide: number) => {
    const tip: Spot = [bx + len * Math.cos(a), by + len * Math.sin(a) + len * 0.25];
    const m = [bx + 0.5 * len * Math.cos(a - 0.2), by + 0.5 * len * Math.sin(a - 0.2)];
    const n = [-Math.sin(a) * wide, Math.cos(a) * wide];
    L.shape(smooth([[bx, by], [m[0] + n[0], m[1] + n[1]], tip, [m[0] - n[0], m[1] - n[1]]], 5), colour, 0.95);
  };
  if (kind === 0) {
    // palm: stem and drooping feathers
    const top: Spot = [x + (rnd() - 0.5) * 30, y - size];
    L.stroke(
      [
        [x, y, 5],
        [mix(x, top[0], 0.6) + 4, y - size * 0.55, 4],
        [top[0], top[1], 3],
      ],
      colour,
    );
    for (let i = 0; i < 11; i++) {
      const a = (-Math.PI * (i + 0.5 * rnd())) / 10.5,
        len = size * mix(0.34, 0.52, rnd());
      const pts: Touch[] = [];
      for (let t = 0; t <= 1; t += 0.1)
        pts.push([
          top[0] + len * t * Math.cos(a),
          top[1] + len * (t * Math.sin(a) * 0.8 + 0.62 * t * t),
          1.6 * (1 - 0.6 * t),
        ]);
      L.stroke(pts, colour);
      for (let k = 1; k < pts.length; k++)
        for (const s of [-1, 1]) {
          const l = len * 0.2 * (1 - 0.06 * k),
            d = Math.cos(a) > 0 ? 1 : -1;
          L.stroke(
            [
              [pts[k][0], pts[k][1], 1.7],
              [pts[k][0] + d * l * 0.5 + s * l * 0.25, pts[k][1] + l * 0.85, 0.5],
            ],
            colour,
          );
        }
    }
  } else if (kind === 1)
    for (let i = 0; i < 16; i++)
      leaf(
        x + (rnd() - 0.5) * size * 0.3,
        y - size * 0.55 * rnd(),
        -0.3 - 2.5 * rnd(),
        size * mix(0.35, 0.6, rnd()),
        size * 0.07,
      );
  else
    for (let i = 0; i < 30; i++) {
      const t = rnd(),
        a = rnd() * 6.283;
      leaf(x + Math.sin(t * 9) * 14, y - size * t, a, 24 + 18 * rnd(), 6);
    }
}

/** Removes what stands outside the glass. */
export function cut(L: Layer): void {
  const { w, h, u } = L;
  for (let x = 0; x < w; x++) {
    const X = x / u,
      top = X < LEFT || X > RIGHT ? h : Math.min(h, Math.round(profile(X)[1] * u));
    for (let y = 0; y < top; y++) L.a[y * w + x] = 0;
  }
}

/** The house upside down in the wet sand, torn into strips and fading. */
export function reflect(L: Layer, seed: number): void {
  const { w, h, u } = L,
    y0 = Math.round((GROUND + 8) * u);
  for (let y = y0; y < Math.min(h, y0 + 165 * u); y++)
    for (let x = 0; x < w; x++) {
      const d = (y - y0) / u,
        wob = (value(x / u / 60, d / (2 + d * 0.05), seed + 11) - 0.5) * (2 + d * 0.14);
      const sx = clamp(Math.round(x + wob * u), 0, w - 1),
        sy = Math.round(y0 - (y - y0) * 1.9 - 2);
      const k = y * w + x,
        s = sy * w + sx;
      const wet = ramp(
        0.3,
        0.6,
        value(x / u / 150, d / 9, seed + 12) * 0.6 + value(x / u / 40, d / 3, seed + 13) * 0.4 + 0.25 * ramp(60, 0, d),
      );
      L.a[k] = L.a[s] * 0.8 * wet * (1 - d / 168);
      for (let i = 0; i < 3; i++) L.rgb[i][k] = L.rgb[i][s] * 0.86 + 0.03;
    }
}
