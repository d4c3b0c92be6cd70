/** Places and colours that the layers of the scene share. Units: a picture of 1600 x 1000. */
import { clamp, fbm, ramp } from '../art/noise.ts';
import { field } from '../art/plane.ts';
import { tone, type Tone } from './paintbox.ts';

export const HORIZON = 562;
export const DECK = 846;
export const SUN = [520, 548] as const;
export const MAN = [372, 850] as const;
export const AMBER: Tone = [0.945, 0.815, 0.57];
export const PALE: Tone = [0.9, 0.865, 0.715];
export const SAGE: Tone = [0.675, 0.71, 0.615];
export const SLATE: Tone = [0.49, 0.555, 0.51];
export const LAMP: Tone = [1, 0.74, 0.36];

const WIDE = 533;
const HIGH = 400;

/** A value between the places of a plane; beyond its edges the edge's. */
function sample(p: Float32Array, x: number, y: number): number {
  const cx = clamp(x, 0, WIDE - 1.001);
  const cy = clamp(y, 0, HIGH - 1.001);
  const i = Math.floor(cx);
  const j = Math.floor(cy);
  const [fx, fy, k] = [cx - i, cy - j, j * WIDE + i];
  return (p[k] * (1 - fx) + p[k + 1] * fx) * (1 - fy) + (p[k + WIDE] * (1 - fx) + p[k + WIDE + 1] * fx) * fy;
}

/** The colour of the sky at a place, laid in flat bands of body colour. */
export function skyOf(seed: number): (x: number, y: number) => Tone {
  const drifts = field(WIDE, HIGH, 1, (i, j) => 70 * (fbm((i * 3) / 620, (j * 3 - 100) / 75, seed + 1, 4) - 0.5));
  return (x, y) => {
    const drift = sample(drifts, x / 3, (y + 100) / 3);
    const far = Math.sqrt(((x - SUN[0]) * 0.45) ** 2 + (y - SUN[1]) ** 2);
    const band = clamp((far + drift) / 560) * 9;
    const i = Math.floor(band);
    const t = (i + ramp(0.38, 0.62, band - i)) / 9;
    if (t < 0.3) return tone(AMBER, PALE, t / 0.3);
    return t < 0.62 ? tone(PALE, SAGE, (t - 0.3) / 0.32) : tone(SAGE, SLATE, (t - 0.62) / 0.38);
  };
}
export type Sky = ReturnType<typeof skyOf>;
