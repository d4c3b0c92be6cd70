/** The path to the glasshouse: water-worn stones of all sizes, pressed into sand, under a low sun from the left. */
import { clamp, fbm, hash, mix, ramp, rng } from './noise.ts';
import type { Painting } from './plane.ts';

interface Stone {
  x: number;
  y: number;
  /** half axes, px, and turn */
  a: number;
  b: number;
  turn: number;
  /** of its gray, and how warm it is */
  tone: number;
  warm: number;
  seed: number;
}

/** Stones from large to small, each where no larger one lies; every size class fills what the one before left. */
function strewn(w: number, h: number, seed: number): Stone[] {
  const rnd = rng(seed);
  const stones: Stone[] = [];
  for (const [radius, tries] of [
    [62, 260],
    [40, 900],
    [26, 2600],
    [16, 7000],
    [9, 16000],
  ] as const)
    for (let k = 0; k < tries; k++) {
      const a = radius * (0.75 + 0.5 * rnd());
      const b = a * (0.62 + 0.36 * rnd());
      const [x, y] = [rnd() * w, rnd() * h];
      if (stones.some((s) => Math.hypot(s.x - x, s.y - y) < 0.86 * (0.5 * (s.a + s.b) + 0.5 * (a + b)))) continue;
      stones.push({ x, y, a, b, turn: Math.PI * rnd(), tone: 0.34 + 0.5 * rnd(), warm: rnd(), seed: stones.length });
    }
  return stones;
}

const LIGHT = [-0.62, -0.42, 0.66] as const;

/** How bright a place of a stone is, and how far it lies inside; undefined outside of it. */
function stoneAt(s: Stone, x: number, y: number): { shade: number; inside: number } | undefined {
  const [c, n] = [Math.cos(s.turn), Math.sin(s.turn)];
  const [dx, dy] = [x - s.x, y - s.y];
  const wobble = 1 + 0.12 * (fbm(x / (0.9 * s.a) + s.seed, y / (0.9 * s.a), 2, 5) - 0.5) * 2;
  const [u, v] = [((c * dx + n * dy) / s.a) * wobble, ((c * dy - n * dx) / s.b) * wobble];
  const far = u * u + v * v;
  if (far >= 1) return undefined;
  const z = Math.sqrt(1 - far ** 1.6);
  const bump = 0.35 * (fbm(x / 5 + s.seed, y / 5, 3, 9) - 0.5);
  const normal = [(c * u) / s.a - (n * v) / s.b, (n * u) / s.a + (c * v) / s.b].map((q) => q * s.b * 0.9 + bump);
  const long = Math.hypot(normal[0], normal[1], Math.max(0.25, z));
  const lit = (normal[0] * LIGHT[0] + normal[1] * LIGHT[1] + Math.max(0.25, z) * LIGHT[2]) / long;
  return { shade: clamp(0.3 + 0.85 * lit), inside: 1 - far };
}

/** Which stones can reach a square of the picture, so that each place looks at a few only. */
function squares(stones: readonly Stone[], w: number, h: number, side: number): Stone[][] {
  const across = Math.ceil(w / side);
  const found: Stone[][] = Array.from({ length: across * Math.ceil(h / side) }, () => []);
  for (const s of stones)
    for (let j = Math.floor((s.y - s.a * 1.2) / side); j <= (s.y + s.a * 1.2) / side; j++)
      for (let i = Math.floor((s.x - s.a * 1.2) / side); i <= (s.x + s.a * 1.2) / side; i++)
        if (i >= 0 && j >= 0 && i < across && j * across + i < found.length) found[j * across + i].push(s);
  return found;
}

/** A photograph of gravel that fills its frame. */
export function gravel(w = 1200, h = 900, seed = 19): Painting {
  const side = 48;
  const near = squares(strewn(w, h, seed), w, h, side);
  const across = Math.ceil(w / side);
  const data = new Uint8Array(4 * w * h);
  for (let y = 0, k = 0; y < h; y++)
    for (let x = 0; x < w; x++, k += 4) {
      let bright = 0.12 + 0.16 * fbm(x / 7, y / 7, 3, seed);
      let warm = 0.8;
      let deepest = 0;
      for (const s of near[Math.floor(y / side) * across + Math.floor(x / side)]) {
        const at = stoneAt(s, x, y);
        if (!at || at.inside <= deepest) continue;
        deepest = at.inside;
        const grit = 0.82 + 0.36 * fbm(x / 3.2 + s.seed, y / 3.2, 2, 7) - (hash(x, y, s.seed) > 0.985 ? 0.16 : 0);
        bright = mix(0.1, s.tone * at.shade * grit, ramp(0, 0.16, at.inside));
        warm = s.warm;
      }
      const grain = 0.02 * (hash(x, y, seed) - 0.5);
      const v = 255 * clamp(bright * 1.18 + grain);
      data.set([v, v * (0.97 - 0.03 * warm), v * (0.95 - 0.09 * warm), 255], k);
    }
  return { width: w, height: h, data };
}
