import type { Picture } from '@amber-stamp/core/raster';
import { chance6 } from '../../src/maths/hash.ts';

// Made-up sources of the kinds that are brought in, small and by formula.

type At = (u: number, v: number) => number;
const SIDE = 360;

export const noiseAt = (x: number, y: number, seed = 1): number => chance6(x | 0, y | 0, seed, 0, 0, 0);

/** Soft noise of a grain size, in shares of the side. */
export function cloud(u: number, v: number, grain: number, seed = 1): number {
  const [x, y] = [u / grain + 1000, v / grain + 1000];
  const [i, j] = [Math.floor(x), Math.floor(y)];
  const [a, b] = [x - i, y - j].map((t) => t * t * (3 - 2 * t));
  const at = (p: number, q: number) => noiseAt(i + p, j + q, seed);
  return (at(0, 0) * (1 - a) + at(1, 0) * a) * (1 - b) + (at(0, 1) * (1 - a) + at(1, 1) * a) * b;
}

/** Distance to the nearest of points strewn one to a cell, and that to the second. */
export function cells(u: number, v: number, grain: number, seed = 1): readonly [number, number, number] {
  const [i, j] = [Math.floor(u / grain), Math.floor(v / grain)];
  let [first, second, which] = [Infinity, Infinity, 0];
  for (let q = j - 1; q <= j + 1; q++)
    for (let p = i - 1; p <= i + 1; p++) {
      const x = (p + 0.15 + 0.7 * noiseAt(p + 50, q + 50, seed)) * grain;
      const y = (q + 0.15 + 0.7 * noiseAt(p + 50, q + 50, seed + 1)) * grain;
      const d = Math.hypot(u - x, v - y) / grain;
      if (d < first) [first, second, which] = [d, first, p * 31 + q];
      else if (d < second) second = d;
    }
  return [first, second, which];
}

/** A gray picture of 8 bits: `ink` says how dark a place is, 0..1. */
export function paper(ink: At, { width = SIDE, height = SIDE, rough = 6 } = {}): Picture {
  const data = new Uint8Array(width * height);
  const longer = Math.max(width, height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const dark = Math.max(0, Math.min(1, ink((x + 0.5) / longer, (y + 0.5) / longer)));
      data[i] = Math.max(0, Math.min(255, 238 - 210 * dark + rough * (noiseAt(x, y) - 0.5)));
    }
  return { width, height, channels: 1, data };
}

/** Ink on clear ground: `[tone 0..255, opacity 0..1]` of a place. */
function clear(at: (u: number, v: number) => readonly [number, number]): Picture {
  const data = new Uint8Array(4 * SIDE * SIDE);
  for (let y = 0, p = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++, p += 4) {
      const [tone, opacity] = at((x + 0.5) / SIDE, (y + 0.5) / SIDE);
      data.fill(tone, p, p + 3);
      data[p + 3] = 255 * Math.max(0, Math.min(1, opacity));
    }
  return { width: SIDE, height: SIDE, channels: 4, data };
}

const floats = (channels: 1 | 3, f: (u: number, v: number, c: number) => number): Picture => ({
  width: SIDE,
  height: SIDE,
  channels,
  data: Float32Array.from({ length: SIDE * SIDE * channels }, (_, i) => {
    const at = Math.floor(i / channels);
    return f((at % SIDE) / SIDE, Math.floor(at / SIDE) / SIDE, i % channels);
  }),
});

const edge = (d: number, soft = 0.004): number => Math.max(0, Math.min(1, 0.5 - d / soft));
const disc = (u: number, v: number, x: number, y: number, r: number, soft?: number): number =>
  edge(Math.hypot(u - x, v - y) - r, soft);
const box = (u: number, v: number, x: number, y: number, w: number, h: number): number =>
  edge(Math.max(Math.abs(u - x) - w, Math.abs(v - y) - h));

/** Drops thrown from a middle: a few large, many small. */
const DROPS = Array.from({ length: 70 }, (_, k) => {
  const [turn, far] = [2 * Math.PI * noiseAt(k, 1), 0.42 * noiseAt(k, 2) ** 0.7];
  return [0.5 + far * Math.cos(turn), 0.5 + far * Math.sin(turn), 0.004 + 0.05 * noiseAt(k, 3) ** 5] as const;
});
const splatter: At = (u, v) => Math.max(...DROPS.map(([x, y, r]) => disc(u, v, x, y, r)));

const leaf: At = (u, v) => {
  const t = (u - 0.1) / 0.8;
  if (t < 0 || t > 1) return 0;
  const half = 0.16 * t ** 0.6 * (1 - t) ** 0.9 * 1.9;
  const vein = Math.abs(v - 0.5) < 0.006 || Math.abs(((u - 1.4 * Math.abs(v - 0.5)) % 0.07) - 0.035) < 0.005;
  return edge(Math.abs(v - 0.5) - half) * (vein ? 0.35 : 0.8);
};
const figure: At = (u, v) =>
  Math.max(
    disc(u, v, 0.5, 0.2, 0.08),
    box(u, v, 0.5, 0.45, 0.09, 0.17),
    box(u, v, 0.44, 0.74, 0.03, 0.15),
    box(u, v, 0.56, 0.74, 0.03, 0.15),
    box(u, v, 0.5, 0.38, 0.2, 0.025),
  ) *
  (0.75 + 0.25 * cloud(u, v, 0.02, 7));
const coin = (u: number, v: number, x: number, y: number, r: number): number => {
  const d = Math.hypot(u - x, v - y) / r;
  const turn = Math.atan2(v - y, u - x);
  return d > 1 ? 0 : edge((d - 1) * r) * (d > 0.85 ? 0.9 : 0.45 + 0.3 * Math.sin(8 * turn + 9 * d));
};
const writing: At = (u, v) => {
  if (u < 0.06 || u > 0.94 || v < 0.08 || v > 0.92) return 0;
  const row = Math.floor(v / 0.12);
  const middle = (row + 0.5) * 0.12 + 0.025 * Math.sin(u * 95 + row) * Math.cos(u * 17 + 2 * row);
  return Math.sin(u * 12 + row * 5) > 0.75 ? 0 : edge(Math.abs(v - middle) - 0.008);
};
const LETTERS: At = (u, v) => {
  const k = Math.floor((u - 0.1) / 0.16);
  if (k < 0 || k > 4 || Math.abs(v - 0.5) > 0.13) return 0;
  const x = (u - 0.1 - k * 0.16) / 0.16;
  const stem = Math.abs(x - 0.2) < 0.09;
  const bars = [v < 0.41, Math.abs(v - 0.5) < 0.025, v > 0.59];
  return stem || (x > 0.2 && x < 0.75 && bars[(k * 2) % 3]) || (k % 2 && Math.abs(x - 0.7) < 0.07) ? 1 : 0;
};

/** The kinds, with what should be guessed of each. */
export const SOURCES_BY_KIND: Record<string, { picture: Picture; prints: string; kind: string }> = {
  'a hard round': { picture: paper((u, v) => disc(u, v, 0.5, 0.5, 0.3)), prints: 'dark', kind: 'plain' },
  'a hard square': { picture: paper((u, v) => box(u, v, 0.5, 0.5, 0.25, 0.25)), prints: 'dark', kind: 'plain' },
  'a soft dot': {
    picture: paper((u, v) => Math.exp(-40 * ((u - 0.5) ** 2 + (v - 0.5) ** 2))),
    prints: 'dark',
    kind: 'plain',
  },
  'a splatter': { picture: clear((u, v) => [0, splatter(u, v)]), prints: 'alpha', kind: 'droplets' },
  'a stone cut out': {
    picture: clear((u, v) => [
      70 + 150 * cloud(u, v, 0.03) * (0.6 + 0.4 * cloud(u, v, 0.008, 3)),
      disc(u, v, 0.5, 0.5, 0.4),
    ]),
    prints: 'tone',
    kind: 'object',
  },
  gravel: {
    picture: paper((u, v) => {
      const [first, second, which] = cells(u, v, 0.07);
      return second - first < 0.12 ? 0.95 : 0.15 + 0.5 * noiseAt(which, 9) + 0.2 * first;
    }),
    prints: 'dark',
    kind: 'ground',
  },
  grass: {
    picture: paper(
      (u, v) => 0.25 + 0.7 * Math.abs(Math.sin(90 * (u + 0.08 * cloud(u, v, 0.1)) + 6 * cloud(u, v, 0.05, 4))),
    ),
    prints: 'dark',
    kind: 'ground',
  },
  bricks: {
    picture: paper((u, v) => {
      const row = Math.floor(v / 0.09);
      const x = (u + (row % 2) * 0.1) % 0.2;
      return x < 0.015 || v % 0.09 < 0.012 ? 0.2 : 0.6 + 0.3 * cloud(u, v, 0.01, row);
    }),
    prints: 'light',
    kind: 'ground',
  },
  bark: {
    picture: paper(
      (u, v) =>
        0.2 + 0.75 * Math.abs(Math.sin(22 * (u + 0.12 * cloud(u, v, 0.13)))) ** 2 * (0.5 + cloud(u, v, 0.02, 2)),
    ),
    prints: 'dark',
    kind: 'ground',
  },
  'a blot': {
    picture: paper((u, v) => {
      const [turn, far] = [Math.atan2(v - 0.5, u - 0.5), Math.hypot(u - 0.5, v - 0.5)];
      return edge(far - 0.2 - 0.16 * Math.max(0, Math.sin(9 * turn + 3 * Math.sin(2 * turn))) ** 6);
    }),
    prints: 'dark',
    kind: 'object',
  },
  'a leaf': { picture: paper(leaf), prints: 'dark', kind: 'long' },
  'a figure': { picture: paper(figure), prints: 'dark', kind: 'long' },
  'a coin': { picture: paper((u, v) => coin(u, v, 0.5, 0.5, 0.35)), prints: 'dark', kind: 'object' },
  handwriting: { picture: paper(writing), prints: 'dark', kind: 'droplets' },
  'a word': { picture: paper(LETTERS), prints: 'dark', kind: 'word' },
  'a flat brush': {
    picture: paper((u, v) => box(u, v, 0.5, 0.5, 0.4, 0.06) * (0.4 + 0.6 * noiseAt(u * 300, 3))),
    prints: 'dark',
    kind: 'flat',
  },
  'a height map': {
    picture: floats(
      1,
      (u, v) => Math.max(0, 0.8 - 6 * ((u - 0.5) ** 2 + (v - 0.5) ** 2)) * (0.8 + 0.2 * Math.sin(40 * u)),
    ),
    prints: 'heights',
    kind: 'relief',
  },
  'a displacement': {
    picture: floats(
      3,
      (u, v, c) => Math.max(0, 0.5 - 4 * ((u - 0.5) ** 2 + (v - 0.5) ** 2)) * [Math.sin(9 * v), -0.4 * u, 1][c],
    ),
    prints: 'heights',
    kind: 'relief',
  },
};
