/** Flaking boat paint: planks, a primer, a top coat; the coats crack into scales which curl and fall. */
import { clamp, fbm, hash, mix, ramp, rng, value, worley } from './noise.ts';
import { blur, distance, field, picture, plane, relight, type Painting } from './plane.ts';
import { line, type LinePoint } from './lines.ts';

const BOLTS = [
    [250, 262],
    [655, 268],
    [1180, 258],
    [1440, 668],
    [520, 672],
    [905, 664],
  ],
  PLANK = 404,
  SEAM = 212;

/** Runs of rust below each bolt: drops that wander down and thin out. */
function rust(w: number, h: number, u: number, seed: number): Float32Array {
  const p = plane(w, h),
    rnd = rng(seed + 40);
  for (const [bx, by] of BOLTS) {
    line(p, w, h, [{ x: bx * u, y: by * u, r: 30 * u, a: 0.75 }], { soft: 26 * u });
    for (let i = 0, n = 5 + rnd() * 9; i < n; i++) {
      let x = bx + (rnd() - 0.5) * 38,
        y = by;
      const long = 60 + 480 * rnd() * rnd(),
        wide = 2 + 8 * rnd(),
        a = 0.55 + 0.5 * rnd(),
        pts: LinePoint[] = [];
      for (let t = 0; t < long; t += 5) {
        pts.push({
          x: x * u,
          y: y * u,
          r: wide * u * (0.6 + 0.7 * value(t / 50, i, seed)),
          a: a * (1 - t / long) ** 0.7 * (0.5 + 0.7 * value(t / 16, i + 30, seed)),
        });
        y += 5;
        x += (value(t / 22, i, seed + bx) - 0.5) * 3.2;
      }
      line(p, w, h, pts, { soft: 3 * u });
    }
  }
  return blur(p, w, h, 2 * u);
}

/** Heights of one coat at a pixel edge: bent up where a scale has lost its neighbour. */
const lift = (d: number, curl: number, reach: number): number => curl * Math.exp(-d / reach);

/** How the coats lie: where each is left, which scale a pixel belongs to, where it is cracked. */
interface Coats {
  w: number;
  h: number;
  u: number;
  seed: number;
  weather: Float32Array;
  top: Float32Array;
  base: Float32Array;
  id: Float32Array;
  crack: Float32Array;
}

/** How much the weather has done: along the seams, around the bolts, and in patches. */
function weathered(w: number, h: number, u: number, seed: number): Float32Array {
  return field(w, h, 4, (x, y) => {
    const Y = y / u,
      X = x / u,
      seam = Math.abs(((Y - SEAM + 20 * PLANK) % PLANK) - PLANK / 2) / (PLANK / 2);
    let v = fbm(X / 520, Y / 330, seed + 1, 4) + 0.2 * ramp(0.75, 1, seam);
    for (const [bx, by] of BOLTS) v += 0.16 * Math.exp(-((X - bx) ** 2 + (Y - by) ** 2) / 9000);
    return v;
  });
}

function flakes(w: number, h: number, u: number, seed: number): Coats {
  const weather = weathered(w, h, u, seed);
  const [top, base, id, crack] = [plane(w, h), plane(w, h), plane(w, h), plane(w, h)];
  const bendX = field(w, h, 3, (x, y) => 34 * (fbm(x / u / 40, y / u / 46, seed + 3, 3) - 0.5));
  const bendY = field(w, h, 3, (x, y) => 34 * (fbm(x / u / 40 + 9, y / u / 46, seed + 5, 3) - 0.5));
  for (let y = 0, k = 0; y < h; y++)
    for (let x = 0; x < w; x++, k++) {
      const X = x / u + bendX[k],
        Y = y / u + bendY[k]; // scales longer along the grain
      if (weather[k] < 0.2) {
        top[k] = base[k] = 1;
        id[k] = 0.3;
        continue;
      } // sound paint
      const c = worley(X / 74, Y / 46, seed + 7),
        e = c.edge * 50,
        loss = weather[k] + 0.3 * (c.id - 0.5);
      id[k] = c.id2;
      top[k] = loss < 0.59 ? 1 : 0;
      crack[k] = top[k] * ramp(1.7, 0.3, e) * ramp(0.36, 0.56, loss);
      if (e < 1.3 && loss > 0.5) top[k] = 0;
      base[k] = 1;
      if (weather[k] < 0.4) continue;
      const own = c.id,
        c2 = worley(X / 40 + 50, Y / 27, seed + 8),
        loss2 = weather[k] + 0.26 * (c2.id - 0.5) + 0.1 * (own - 0.5);
      base[k] = loss2 < 0.665 && !(c2.edge < 0.03 && loss2 > 0.58) ? 1 : 0;
      if (top[k] && loss2 < 0.7) base[k] = 1;
      if (!base[k]) top[k] = top[k] * (loss < 0.52 ? 1 : 0);
    }
  return { w, h, u, seed, weather, top, base, id, crack };
}

/** How far each pixel lies from the edge of the coats that are left on it. */
const edgesOf = ({ w, h, top, base }: Coats) => ({
  dTop: distance(w, h, (k) => top[k] > 0.5),
  dBase: distance(w, h, (k) => base[k] > 0.5),
});
type Edges = ReturnType<typeof edgesOf>;

function woodGrain(w: number, h: number, u: number, seed: number): Float32Array {
  return field(w, h, 2, (x, y) => {
    const X = x / u,
      Y = y / u;
    return fbm(
      X / 260 + 0.2 * fbm(X / 300, Y / 60, seed + 12, 2),
      Y / 6.5 + 7 * fbm(X / 420, Y / 120, seed + 11, 2),
      seed + 10,
      4,
    );
  });
}

function heightsOf(
  { w, h, u, top, base, id, crack }: Coats,
  { dTop, dBase }: Edges,
  grain: Float32Array,
): Float32Array {
  const z = plane(w, h);
  for (let y = 0, k = 0; y < h; y++)
    for (let x = 0; x < w; x++, k++) {
      const Y = y / u,
        s = Math.abs((Y - SEAM + 20 * PLANK) % PLANK),
        seam = ramp(5, 1, Math.min(s, PLANK - s));
      let v = 5 * grain[k] - 8 * seam;
      if (base[k]) v = 0.45 * v + 5 + lift(dBase[k] / u, id[k] > 0.55 ? 4 : 1.4, 8);
      if (top[k])
        v =
          (base[k] ? v : 5) +
          2.4 +
          lift(dTop[k] / u, Math.max(0.6, 15 * (id[k] - 0.25)), 7 + 12 * id[k]) -
          2 * crack[k];
      z[k] = v * u;
    }
  return z;
}

/** Domed bolt heads. */
function bolts({ w, u, seed, top, base }: Coats, z: Float32Array, runs: Float32Array): void {
  for (const [bx, by] of BOLTS)
    for (let j = -16; j <= 16; j++)
      for (let i = -16; i <= 16; i++) {
        const d = Math.hypot(i, j) / 16,
          k = Math.round((by + j) * u) * w + Math.round((bx + i) * u);
        if (d < 1) {
          z[k] = (12 + 6 * Math.sqrt(1 - d * d) + 2 * value(i / 3, j / 3, seed)) * u;
          runs[k] = 1.15;
          top[k] = base[k] = 0;
        }
      }
}

export function flakingPaint(width = 1600, height = 1200, seed = 1): Painting {
  const w = width,
    h = height,
    u = w / 1600;
  const coats = flakes(w, h, u, seed);
  const { weather, top, base, crack } = coats;
  const edges = edgesOf(coats);
  const { dTop, dBase } = edges;
  const runs = rust(w, h, u, seed);
  const grain = woodGrain(w, h, u, seed);
  const z = heightsOf(coats, edges, grain);
  bolts(coats, z, runs);
  const { diffuse, shadow } = relight(z, w, h, { slope: 0.55, reach: 26 * u, lx: -0.62, ly: -0.78 });
  const chalk = field(w, h, 3, (x, y) => fbm(x / u / 190, y / u / 150, seed + 20, 5));
  const brushed = field(w, h, 2, (x, y) => fbm(x / u / 150, y / u / 4, seed + 21, 3));
  return picture(w, h, (x, y, k, o) => {
    const X = x / u,
      Y = y / u,
      fine = hash(x, y, seed) - 0.5,
      g = grain[k],
      c = chalk[k],
      b = brushed[k] - 0.5;
    const wood = [mix(0.29, 0.52, g), mix(0.25, 0.46, g), mix(0.215, 0.4, g)];
    const old = [0.82 + 0.2 * b - 0.16 * c, 0.735 + 0.2 * b - 0.17 * c, 0.56 + 0.2 * b - 0.17 * c];
    const coat = [0.25 + 0.26 * c + 0.1 * b, 0.4 + 0.22 * c + 0.1 * b, 0.42 + 0.18 * c + 0.1 * b];
    const dirt = top[k] ? 0 : 0.34 * ramp(7, 0, base[k] ? 9 : 0);
    const thin = top[k] ? ramp(2.4, 0.6, dTop[k] / u) : base[k] ? ramp(2, 0.5, dBase[k] / u) : 0;
    const lamp =
      0.74 + 0.5 * Math.exp(-((X - 520) ** 2 + (Y - 380) ** 2) / 700000) - 0.13 * ramp(900, 1600, X + 0.3 * Y);
    const r = clamp(runs[k] * (0.6 + 0.6 * c) * (top[k] || base[k] ? 0.9 : 1.0));
    for (let i = 0; i < 3; i++) {
      let v = top[k]
        ? mix(coat[i], old[i] * 0.9 + 0.08, 0.65 * thin)
        : base[k]
          ? mix(old[i], wood[i], 0.25 * ramp(0.6, 0.8, weather[k])) + 0.06 * thin
          : wood[i] - 0.2 * dirt;
      v = mix(v, [0.4, 0.21, 0.1][i] * (0.55 + 0.9 * c), 0.82 * r) * (1 - 0.6 * crack[k]);
      o[i] = v * lamp * (0.34 + 0.98 * diffuse[k]) * (1 - 0.62 * shadow[k]) + 0.03 * fine;
    }
  });
}
