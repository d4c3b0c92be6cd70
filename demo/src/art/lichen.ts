/** Crust lichen on a sea wall: colonies with lobed rims, cracked into areoles, with orange fruit discs. */
import { clamp, fbm, ramp, worley } from './noise.ts';
import { picture, type Painting } from './plane.ts';

interface Thallus {
  cover: number;
  edge: number;
  crack: number;
  id: number;
  rim: number;
  grain: number;
  disc: number;
  ring: number;
}

/** No colony reaches farther from its middle, lobes and wavering included. */
const FARTHEST = 1.02;

/** One colony in its own unit space, at (x, y); undefined where it does not grow. */
export function thallus(x: number, y: number, seed: number): Thallus | undefined {
  if (x * x + y * y > FARTHEST * FARTHEST) return undefined;
  const wx = x + 0.16 * (fbm(x * 3, y * 3, seed) - 0.5) + 0.05 * (fbm(x * 11, y * 11, seed + 1) - 0.5);
  const wy = y + 0.16 * (fbm(x * 3 + 9, y * 3, seed + 2) - 0.5) + 0.05 * (fbm(x * 11 + 4, y * 11, seed + 3) - 0.5);
  const a = Math.atan2(wy, wx);
  const r = Math.hypot(wx, wy);
  const lobes =
    0.1 * Math.sin(5 * a + seed) +
    0.05 * Math.sin(9 * a + 2 * seed) +
    0.06 * Math.sin(17 * a + 1.3 * seed + 6 * fbm(a * 2, r * 3, seed + 5)) +
    0.035 * Math.sin(31 * a + 5 * r);
  const reach = 0.68 * (1 + lobes);
  const edge = ramp(reach + 0.012, reach - 0.02, r);
  if (edge < 0.003) return undefined;
  const areole = { ...worley(wx * (13 + 3 * r) + 40, wy * (13 + 3 * r) + 40, seed + 11) };
  const crack = ramp(0.03, 0.17, areole.f2 - areole.f1);
  const bare = ramp(0.4, 0.47, fbm(x * 4.5 + 3, y * 4.5, seed + 21));
  const rim = ramp(reach - 0.16, reach - 0.03, r);
  const grain = 0.75 + 0.5 * (fbm(x * 40, y * 40, seed + 31) - 0.5);
  const fruit = worley(wx * 7 + 20, wy * 7 + 20, seed + 51);
  const fertile = fruit.id > 0.62 && r < reach - 0.12;
  const disc = fertile ? ramp(0.24, 0.19, fruit.f1) : 0;
  const ring = fertile ? ramp(0.3, 0.25, fruit.f1) - disc : 0;
  const cover = edge * (0.15 + 0.85 * crack) * (0.25 + 0.75 * Math.max(bare, rim));
  return { cover, edge, crack, id: areole.id, rim, grain, disc, ring };
}

interface Colony {
  x: number;
  y: number;
  radius: number;
  seed: number;
}

/** Wet stone with pale grains of sand, before anything grows on it. */
function stone(u: number, v: number, seed: number): [number, number, number] {
  const broad = fbm(u * 5, v * 5, seed + 900);
  const fine = fbm(u * 38, v * 38, seed + 901) - 0.5;
  const sand = worley(u * 60, v * 60, seed + 77);
  const k = sand.id > 0.9 ? ramp(0.3, 0.12, sand.f1) : 0;
  return [
    62 + 46 * broad + 44 * fine + 70 * k,
    60 + 44 * broad + 42 * fine + 68 * k,
    62 + 40 * broad + 40 * fine + 62 * k,
  ];
}

const PALE = [176, 186, 150];
const FRUIT = [196, 104, 42];
const RING = [40, 36, 24];

/** A scan of a sea wall with colonies at the given places (in heights of the picture), seen under a tilted lamp; `wet` darkens the stone. */
export function lichenScan(
  width: number,
  height: number,
  seed: number,
  colonies: readonly Colony[],
  { wet = 1, lamp: tilt = 0.3 } = {},
): Painting {
  return picture(width, height, (x, y, _, out) => {
    const u = x / height;
    const v = y / height;
    const colour = stone(u, v, seed);
    for (let c = 0; c < 3; c++) colour[c] *= wet;
    for (const colony of colonies) {
      const a = thallus((u - colony.x) / colony.radius / 1.25, (v - colony.y) / colony.radius / 1.25, colony.seed);
      if (!a) continue;
      const tone = (0.72 + 0.28 * a.id) * (0.62 + 0.38 * a.crack) * a.grain * (1 + 0.22 * a.rim);
      const k = clamp(a.cover * 1.15);
      for (let c = 0; c < 3; c++) {
        const crust = PALE[c] * tone;
        const grown = crust + (FRUIT[c] - crust) * a.disc + RING[c] * a.ring;
        colour[c] += (grown - colour[c]) * k;
      }
    }
    const lamp = 1 - tilt / 2 + tilt * (1 - x / width) * (1 - (0.4 * y) / height);
    for (let c = 0; c < 3; c++) out[c] = (colour[c] * lamp) / 255;
  });
}

/** The single colony that the demo brush is cut from. */
export const crustLichen = (side = 1400, seed = 4): Painting =>
  lichenScan(side, side, seed, [{ x: 0.5, y: 0.5, radius: 0.5, seed }], { wet: 0.6, lamp: 0.08 });
