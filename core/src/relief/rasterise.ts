/** Triangles on a square of px: the place of each corner, and how near the eye it is. */
export interface Screen {
  x: Float64Array;
  y: Float64Array;
  z: Float64Array;
  indices: Uint32Array;
  /** side of the square, px */
  size: number;
}

/** Places along each side of a pixel of the outline. */
export const SUB = 4;
const SAMPLES = SUB * SUB;
/** Corners lie on a lattice of so many steps a px, so that edge functions are exact: then no crack opens between triangles. */
const LATTICE = 1024;

export interface Rasterised {
  /** the nearest surface at the centre of each pixel; -Infinity where there is none */
  centres: Float32Array;
  /** by pixel, the nearest surface at each of 4 x 4 places; only where the outline runs */
  outline: Map<number, Float32Array>;
}

/** One triangle on the lattice, with its corners in the order that makes its area positive. */
interface Triangle {
  ax: number;
  ay: number;
  bx: number;
  by: number;
  cx: number;
  cy: number;
  az: number;
  bz: number;
  cz: number;
  area: number;
  /** what makes each edge own its places: 0 for top and left edges, 1 for the others */
  ownA: number;
  ownB: number;
  ownC: number;
}

const snapped = (v: number): number => Math.floor(v * LATTICE + 0.5);

/** 0 where places on the edge belong to the triangle: a top edge, or a left one; rows run downwards. */
const owns = (fx: number, fy: number, tx: number, ty: number): number => (ty < fy || (ty === fy && tx > fx) ? 0 : 1);

const triangle: Triangle = {
  ax: 0,
  ay: 0,
  bx: 0,
  by: 0,
  cx: 0,
  cy: 0,
  az: 0,
  bz: 0,
  cz: 0,
  area: 0,
  ownA: 0,
  ownB: 0,
  ownC: 0,
};

/** Loads a triangle; false where it has no area on the screen. */
function load({ x, y, z, indices }: Screen, at: number): boolean {
  const a = indices[at];
  let b = indices[at + 1];
  let c = indices[at + 2];
  const t = triangle;
  t.ax = snapped(x[a]);
  t.ay = snapped(y[a]);
  const area = (i: number, j: number) =>
    (snapped(x[i]) - t.ax) * (snapped(y[j]) - t.ay) - (snapped(y[i]) - t.ay) * (snapped(x[j]) - t.ax);
  let doubled = area(b, c);
  if (doubled === 0) return false;
  // seen from behind it is a surface as well: an open mesh has no inside
  if (doubled < 0) {
    [b, c] = [c, b];
    doubled = -doubled;
  }
  t.bx = snapped(x[b]);
  t.by = snapped(y[b]);
  t.cx = snapped(x[c]);
  t.cy = snapped(y[c]);
  t.az = z[a];
  t.bz = z[b];
  t.cz = z[c];
  t.area = doubled;
  t.ownA = owns(t.bx, t.by, t.cx, t.cy);
  t.ownB = owns(t.cx, t.cy, t.ax, t.ay);
  t.ownC = owns(t.ax, t.ay, t.bx, t.by);
  return true;
}

/** The surface of the loaded triangle at a place of the lattice, or -Infinity beside it. All products are exact integers. */
function surfaceAt(px: number, py: number): number {
  const t = triangle;
  const a = (t.cx - t.bx) * (py - t.by) - (t.cy - t.by) * (px - t.bx);
  const b = (t.ax - t.cx) * (py - t.cy) - (t.ay - t.cy) * (px - t.cx);
  const c = (t.bx - t.ax) * (py - t.ay) - (t.by - t.ay) * (px - t.ax);
  if (a < t.ownA || b < t.ownB || c < t.ownC) return -Infinity;
  return (a * t.az + b * t.bz + c * t.cz) / t.area;
}

const clampPx = (v: number, size: number): number => Math.max(0, Math.min(size - 1, v));

/** The pixels that the loaded triangle's box touches. */
function boxOf(size: number): { x0: number; y0: number; x1: number; y1: number } {
  const t = triangle;
  return {
    x0: clampPx(Math.floor(Math.min(t.ax, t.bx, t.cx) / LATTICE), size),
    y0: clampPx(Math.floor(Math.min(t.ay, t.by, t.cy) / LATTICE), size),
    x1: clampPx(Math.floor(Math.max(t.ax, t.bx, t.cx) / LATTICE), size),
    y1: clampPx(Math.floor(Math.max(t.ay, t.by, t.cy) / LATTICE), size),
  };
}

/** Tells progress a hundred times at most. */
function teller(total: number, from: number, to: number, onProgress?: (share: number) => void): (done: number) => void {
  if (!onProgress) return () => undefined;
  const every = Math.max(3, Math.floor(total / 50 / 3) * 3);
  return (done) => {
    if (done % every === 0) onProgress(from + ((to - from) * done) / total);
  };
}

/** The nearest surface at the centre of every pixel. */
function atCentres(screen: Screen, tell: (done: number) => void): Float32Array {
  const { size, indices } = screen;
  const centres = new Float32Array(size * size).fill(-Infinity);
  const t = triangle;
  for (let at = 0; at < indices.length; at += 3) {
    tell(at);
    if (!load(screen, at)) continue;
    const { x0, y0, x1, y1 } = boxOf(size);
    // how the three edge functions change from pixel to pixel
    const stepA = -(t.cy - t.by) * LATTICE;
    const stepB = -(t.ay - t.cy) * LATTICE;
    const stepC = -(t.by - t.ay) * LATTICE;
    const px = (x0 + 0.5) * LATTICE;
    for (let y = y0; y <= y1; y++) {
      const py = (y + 0.5) * LATTICE;
      let a = (t.cx - t.bx) * (py - t.by) - (t.cy - t.by) * (px - t.bx);
      let b = (t.ax - t.cx) * (py - t.cy) - (t.ay - t.cy) * (px - t.cx);
      let c = (t.bx - t.ax) * (py - t.ay) - (t.by - t.ay) * (px - t.ax);
      for (let x = x0, i = y * size + x0; x <= x1; x++, i++) {
        if (a >= t.ownA && b >= t.ownB && c >= t.ownC) {
          const z = (a * t.az + b * t.bz + c * t.cz) / t.area;
          if (z > centres[i]) centres[i] = z;
        }
        a += stepA;
        b += stepB;
        c += stepC;
      }
    }
  }
  return centres;
}

/** Pixels that have a neighbour of the other kind: with surface beside one without, or at the rim of the square. */
function outlineOf(centres: Float32Array, size: number): Map<number, Float32Array> {
  const outline = new Map<number, Float32Array>();
  const there = (x: number, y: number) =>
    x >= 0 && y >= 0 && x < size && y < size && centres[y * size + x] !== -Infinity;
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) {
      const own = there(x, y);
      let other = false;
      for (let dy = -1; dy <= 1 && !other; dy++)
        for (let dx = -1; dx <= 1 && !other; dx++) other = there(x + dx, y + dy) !== own;
      if (other) outline.set(y * size + x, new Float32Array(SAMPLES).fill(-Infinity));
    }
  return outline;
}

/** The nearest surface at 4 x 4 places of each pixel of the outline. */
function alongOutline(screen: Screen, outline: Map<number, Float32Array>, tell: (done: number) => void): void {
  const { size, indices } = screen;
  const flags = new Uint8Array(size * size);
  for (const pixel of outline.keys()) flags[pixel] = 1;
  for (let at = 0; at < indices.length; at += 3) {
    tell(at);
    if (!load(screen, at)) continue;
    const { x0, y0, x1, y1 } = boxOf(size);
    for (let y = y0; y <= y1; y++)
      for (let x = x0, i = y * size + x0; x <= x1; x++, i++) {
        if (flags[i] === 0) continue;
        const samples = outline.get(i) as Float32Array;
        for (let k = 0; k < SAMPLES; k++) {
          const px = x * LATTICE + (((k % SUB) + 0.5) * LATTICE) / SUB;
          const py = y * LATTICE + ((Math.floor(k / SUB) + 0.5) * LATTICE) / SUB;
          const z = surfaceAt(px, py);
          if (z > samples[k]) samples[k] = z;
        }
      }
  }
}

/**
 * The nearest surface of triangles at every pixel: watertight by exact edge functions on a lattice and the rule that a
 * place on an edge belongs to the top or left triangle. The order of triangles does not matter.
 */
export function rasterise(screen: Screen, onProgress?: (share: number) => void): Rasterised {
  const total = screen.indices.length;
  const centres = atCentres(screen, teller(total, 0, 0.6, onProgress));
  const outline = outlineOf(centres, screen.size);
  alongOutline(screen, outline, teller(total, 0.6, 1, onProgress));
  onProgress?.(1);
  return { centres, outline };
}
