import { headingDeg, sinCosTurns } from './angles.ts';
import { clamp } from './ramps.ts';

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

/** Light to encoded sRGB 0..1: the inverse of the table, between its entries straight. */
function encoded(v: number): number {
  if (v <= 0) return 0;
  if (v >= 1) return 1;
  let low = 0;
  let high = 1024;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (LIGHT[middle] <= v) low = middle;
    else high = middle;
  }
  return (low + (v - LIGHT[low]) / (LIGHT[high] - LIGHT[low])) / 1024;
}

/** A colour by its lightness 0..1, its chroma and its hue as a share of the full turn: OKLCH (Ottosson 2020). */
export interface Lch {
  l: number;
  c: number;
  h: number;
}

const three = new Float64Array(3);
const sinCos = new Float64Array(2);

/** The OKLCH coordinates of encoded sRGB 0..1; a gray has hue 0. */
export function toLch(r: number, g: number, b: number): Lch {
  okLab(r, g, b, three);
  const [l, a, bb] = three;
  const c = Math.sqrt(a * a + bb * bb);
  const h = c < 1e-4 ? 0 : headingDeg(a, bb) / 360;
  return { l, c: c < 1e-4 ? 0 : c, h: h - Math.floor(h) };
}

/** Light of an OKLCH colour as it is, outside 0..1 where the screen cannot show it. */
function linear(l: number, a: number, b: number, out: Float64Array): void {
  const cube = (v: number) => v * v * v;
  const x = cube(l + 0.3963377774 * a + 0.2158037573 * b);
  const y = cube(l - 0.1055613458 * a - 0.0638541728 * b);
  const z = cube(l - 0.0894841775 * a - 1.291485548 * b);
  out[0] = 4.0767416621 * x - 3.3077115913 * y + 0.2309699292 * z;
  out[1] = -1.2684380046 * x + 2.6097574011 * y - 0.3413193965 * z;
  out[2] = -0.0041960863 * x - 0.7034186147 * y + 1.707614701 * z;
}

const SHOWN = 1e-4;
const shown = (v: Float64Array): boolean => v.every((x) => x >= -SHOWN && x <= 1 + SHOWN);

/** Writes encoded sRGB 0..1 of an OKLCH colour; one that the screen cannot show loses chroma, not hue or lightness. */
export function fromLch({ l, c, h }: Lch, out: Float32Array, at: number): void {
  const light = clamp(l);
  sinCosTurns(h, sinCos);
  const [sin, cos] = sinCos;
  linear(light, c * cos, c * sin, three);
  if (!shown(three)) {
    let low = 0;
    let high = c;
    for (let k = 0; k < 14; k++) {
      const middle = (low + high) / 2;
      linear(light, middle * cos, middle * sin, three);
      if (shown(three)) low = middle;
      else high = middle;
    }
    linear(light, low * cos, low * sin, three);
  }
  for (let k = 0; k < 3; k++) out[at + k] = encoded(three[k]);
}

/** Between two colours in OKLCH, the shorter way round the hues; a gray takes the hue of the other. */
export function mixLch(a: Lch, b: Lch, t: number): Lch {
  const from = a.c === 0 ? b.h : a.h;
  const to = b.c === 0 ? a.h : b.h;
  let way = to - from;
  way -= Math.floor(way + 0.5);
  return { l: a.l + (b.l - a.l) * t, c: a.c + (b.c - a.c) * t, h: from + way * t };
}

/** The three parts 0..1 of `#rrggbb`. */
export const partsOf = (colour: string): [number, number, number] => {
  const part = (at: number) => Number.parseInt(colour.slice(at, at + 2), 16) / 255;
  return [part(1), part(3), part(5)];
};
