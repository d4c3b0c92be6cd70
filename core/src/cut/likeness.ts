import { clamp } from '../maths/index.ts';
import { hasAlpha, sampleScale, type Picture } from '../raster/picture.ts';
import { raster, type Raster } from '../raster/raster.ts';

/** The cube root by Newton's method from a rational start: + - * / alone. */
function cubeRoot(v: number): number {
  if (v <= 0) return 0;
  let r = v < 0.01 ? 0.1 : 0.35 + 0.65 * v;
  for (let k = 0; k < 6; k++) r -= (r * r * r - v) / (3 * r * r);
  return r;
}

/** Encoded sRGB 0..1 to light, by a table of 1024 classes made once. */
const LIGHT = Float64Array.from({ length: 1025 }, (_, i) => {
  const v = i / 1024;
  // (v + 0.055) / 1.055 to the power 2.4 = squared, times its own 0.4th power, here by the fifth root of the square
  if (v <= 0.04045) return v / 12.92;
  const b = (v + 0.055) / 1.055;
  let r = b;
  for (let k = 0; k < 30; k++) r -= (r * r * r * r * r - b * b) / (5 * r * r * r * r);
  return b * b * r;
});

function light(v: number): number {
  const at = clamp(v) * 1024;
  const k = Math.min(1023, Math.floor(at));
  return LIGHT[k] + (LIGHT[k + 1] - LIGHT[k]) * (at - k);
}

/** Writes the OKLab coordinates (Ottosson 2020) of an encoded sRGB colour 0..1. */
export function okLab(red: number, green: number, blue: number, out: Float64Array): void {
  const r = light(red);
  const g = light(green);
  const b = light(blue);
  const l = cubeRoot(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = cubeRoot(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = cubeRoot(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  out[0] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s;
  out[1] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
  out[2] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
}

/** How near each pixel is to a colour: 1 at the colour itself, 0 from `reachPct` of the way from black to white on. */
export function likeness(picture: Picture, colour: string, reachPct: number): Raster {
  const { width, height, channels, data } = picture;
  const scale = sampleScale(picture);
  const goal = new Float64Array(3);
  const lab = new Float64Array(3);
  const part = (at: number) => Number.parseInt(colour.slice(at, at + 2), 16) / 255;
  okLab(part(1), part(3), part(5), goal);
  const alphaAt = hasAlpha(picture) ? channels - 1 : -1;
  const [green, blue] = channels >= 3 ? [1, 2] : [0, 0];
  const reach = Math.max(0.01, reachPct / 100);
  const target = raster(width, height);
  for (let i = 0, p = 0; i < target.data.length; i++, p += channels) {
    okLab(data[p] * scale, data[p + green] * scale, data[p + blue] * scale, lab);
    const dl = lab[0] - goal[0];
    const da = lab[1] - goal[1];
    const db = lab[2] - goal[2];
    const alpha = alphaAt < 0 ? 1 : data[p + alphaAt] * scale;
    target.data[i] = clamp(1 - Math.sqrt(dl * dl + da * da + db * db) / reach) * alpha;
  }
  return target;
}
