/** Barnacle field: a height map. */
import { clamp, fbm, mix, ramp, rng, value, worley, type Stream } from './noise.ts';
import { plane } from './plane.ts';

/** Circles packed large to small. */
interface Shell {
  x: number;
  y: number;
  r: number;
  turn: number;
  dead: boolean;
  steep: number;
  id: number;
}

function pack(w: number, h: number, seed: number): Shell[] {
  const rnd = rng(seed),
    u = w / 1024,
    list: Shell[] = [];
  for (const [r0, r1, tries, overlap] of [
    [92, 122, 40, 0.84],
    [56, 84, 300, 0.8],
    [28, 50, 1600, 0.82],
    [13, 24, 2600, 0.88],
    [5, 10, 2000, 1],
  ]) {
    for (let i = 0; i < tries; i++) {
      const r = mix(r0, r1, rnd()) * u,
        x = rnd() * w,
        y = rnd() * h;
      const bare = fbm((x / w) * 3.2, (y / w) * 3.2, seed + 9, 3) > (r0 < 12 ? 0.68 : 0.6); // a few bare places
      if (bare || list.some((b) => Math.hypot(b.x - x, b.y - y) < (b.r + r) * overlap)) continue;
      list.push({
        x,
        y,
        r,
        turn: rnd() * 6.283,
        dead: rnd() < 0.16 && r > 20 * u,
        steep: 0.55 + 0.4 * rnd(),
        id: list.length,
      });
    }
  }
  return list;
}

/** One shell: six plates of unequal width around a kite-shaped mouth. Angles of the plate seams. */
function seams(rnd: Stream): number[] {
  const widths = Array.from({ length: 6 }, (_, i) => (i % 3 ? 1 : 1.35) * (0.75 + 0.5 * rnd()));
  const total = widths.reduce((s, v) => s + v, 0),
    cuts = [0];
  for (const v of widths) cuts.push((cuts.at(-1) as number) + (v / total) * 6.28319);
  return cuts;
}

/** Millimetres above the rock, 1024 px for 60 mm; pits and empty shells go below 0. */
export function barnacleField(
  width = 1024,
  height = 1024,
  seed = 1,
): { width: number; height: number; data: Float32Array } {
  const mm = 60 / width,
    u = width / 1024,
    z = plane(width, height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const X = x / u,
        Y = y / u,
        rough = fbm(X / 14, Y / 14, seed + 1, 4) - 0.5;
      let v = 0.16 * rough;
      const p = worley(X / 46 + 0.5 * rough, Y / 46, seed + 2); // bored pits
      if (p.id > 0.55) v -= 1.3 * ramp(0.05 + 0.2 * p.id2, 0.02, p.f1 - 0.05 * rough) * (0.4 + p.id2);
      const q = worley(X / 13, Y / 13, seed + 3);
      if (q.id > 0.6) v -= 0.28 * ramp(0.34, 0.1, q.f1);
      z[y * width + x] = v;
    }
  for (const b of pack(width, height, seed)) shell(z, width, height, b, mm, seed);
  return { width, height, data: z };
}

interface MouthPlace {
  x: number;
  y: number;
  /** from the middle of the mouth, in radii of the shell */
  ex: number;
  ey: number;
  /** how far from it, and how far its rim is in that direction */
  r: number;
  kite: number;
  H: number;
  seed: number;
}

/** How high a barnacle stands inside its mouth: hollow where it is dead, else two pairs of valves with a slit. */
function mouthHeight(b: Shell, { x, y, ex, ey, r, kite, H, seed }: MouthPlace): number {
  const deep = r / kite; // 0 in the middle, 1 at the rim
  const inner = H * (0.9 - 0.55 * ramp(1, 0.72, deep));
  if (b.dead) {
    return mix(-0.75 - 0.35 * H * value(x / 9, y / 9, seed + 4), inner, ramp(0.72, 1, deep));
  }
  const across = Math.abs(ey * Math.cos(b.turn) - ex * Math.sin(b.turn)) / kite; // two pairs of valves with a slit
  const along = (ex * Math.cos(b.turn) + ey * Math.sin(b.turn)) / kite;
  const valves =
    H *
    (0.34 +
      0.2 * (1 - deep * deep) -
      0.34 * ramp(0.13, 0.0, across) -
      0.13 * ramp(0.07, 0, Math.abs(along - 0.12 - across * 0.5)));
  return mix(valves, inner, ramp(0.78, 0.97, deep)) + 0.03 * H * Math.sin(deep * 26);
}

function shell(z: Float32Array, w: number, h: number, b: Shell, mm: number, seed: number): void {
  const rnd = rng(seed * 977 + b.id),
    cuts = seams(rnd),
    s = b.id * 13.7,
    H = b.r * mm * (0.5 + 0.3 * rnd());
  const mouth = 0.34 + 0.16 * rnd();
  const lean = 0.12 * rnd(),
    leanTo = rnd() * 6.283,
    ribs = b.r * mm > 2 ? 3 + (b.id % 3) : 2,
    R = Math.ceil(b.r * 1.25);
  for (let y = Math.max(0, Math.floor(b.y - R)); y <= Math.min(h - 1, b.y + R); y++)
    for (let x = Math.max(0, Math.floor(b.x - R)); x <= Math.min(w - 1, b.x + R); x++) {
      const dx = (x - b.x) / b.r,
        dy = (y - b.y) / b.r,
        r0 = Math.sqrt(dx * dx + dy * dy);
      if (r0 > 1.25) continue;
      // the mouth sits off-centre: measure from a centre that moves as we go inwards
      const shift = lean * clamp(1.2 - r0),
        ex = dx - shift * Math.cos(leanTo),
        ey = dy - shift * Math.sin(leanTo);
      const r = Math.sqrt(ex * ex + ey * ey),
        a = (Math.atan2(ey, ex) - b.turn + 12.5664) % 6.28319;
      let i = 0;
      while (i < 5 && a > cuts[i + 1]) i++;
      const t = (a - cuts[i]) / (cuts[i + 1] - cuts[i]),
        side = Math.min(t, 1 - t); // place on the plate, 0..1
      const wob = value(Math.cos(a) * 2 + s, Math.sin(a) * 2, seed + 5) - 0.5;
      const rib = Math.abs(Math.sin(Math.PI * (t * ribs + 0.5 * wob)));
      const foot = 1 + 0.16 * wob + 0.05 * rib - 0.09 * ramp(0.09, 0, side);
      const kite = mouth * (1 + 0.26 * Math.cos(2 * a) + 0.1 * Math.cos(a)) * (1 - 0.1 * ramp(0.16, 0, side));
      if (r > foot) continue;
      const k = y * w + x,
        q = (r - kite) / (foot - kite); // 0 at the rim, 1 at the foot
      if (q >= 0) {
        const wall = Math.pow(1 - q, b.steep);
        const lip = 1 - 0.34 * (1 - q) * ramp(0.42, 0, side) - 0.09 * (1 - q) * Math.sin(i * 2.4 + s);
        const seam = 0.15 * ramp(0.07, 0.0, side) * (0.3 + 0.7 * q) * ramp(1, 0.85, q);
        const ala = 0.075 * ramp(0.2, 0.16, side) * ramp(0.75, 0.2, q); // the plates' sunken wings, towards the rim
        const rings =
          0.018 * Math.sin(q * (14 + 10 * b.steep) + 5 * wob) + 0.04 * (value(x / 5, y / 5, seed + 8) - 0.5);
        const v =
          H *
            (wall * lip * 0.92 +
              0.055 * rib * Math.sqrt(q) * ramp(1.0, 0.7, q) -
              ala -
              seam +
              rings * ramp(1, 0.9, q)) +
          0.06;
        if (v > z[k]) z[k] = v;
        continue;
      }
      z[k] = mouthHeight(b, { x, y, ex, ey, r, kite, H, seed });
    }
}
