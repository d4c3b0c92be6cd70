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

/** Corners on the lattice, once for all triangles. */
function snapped({ x, y, z, indices, size }: Screen): Screen {
  const onLattice = (values: Float64Array) => {
    const out = new Float64Array(values.length);
    for (let i = 0; i < out.length; i++) out[i] = Math.floor(values[i] * LATTICE + 0.5);
    return out;
  };
  return { x: onLattice(x), y: onLattice(y), z, indices, size };
}

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
  const area = (x[b] - x[a]) * (y[c] - y[a]) - (y[b] - y[a]) * (x[c] - x[a]);
  if (area === 0) return false;
  // seen from behind it is a surface as well: an open mesh has no inside
  if (area < 0) {
    const held = b;
    b = c;
    c = held;
  }
  t.ax = x[a];
  t.ay = y[a];
  t.bx = x[b];
  t.by = y[b];
  t.cx = x[c];
  t.cy = y[c];
  t.az = z[a];
  t.bz = z[b];
  t.cz = z[c];
  t.area = Math.abs(area);
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

/** Pixels from the first to the last, both of them inside. */
interface PixelSpan {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}
const noSpan = (): PixelSpan => ({ x0: 0, y0: 0, x1: 0, y1: 0 });

/** The pixels that a triangle's box touches, into `target`. */
function findSpan({ x, y, indices, size }: Screen, at: number, target: PixelSpan): void {
  const a = indices[at];
  const b = indices[at + 1];
  const c = indices[at + 2];
  target.x0 = clampPx(Math.floor(Math.min(x[a], x[b], x[c]) / LATTICE), size);
  target.y0 = clampPx(Math.floor(Math.min(y[a], y[b], y[c]) / LATTICE), size);
  target.x1 = clampPx(Math.floor(Math.max(x[a], x[b], x[c]) / LATTICE), size);
  target.y1 = clampPx(Math.floor(Math.max(y[a], y[b], y[c]) / LATTICE), size);
}

/** Tells progress a hundred times at most. */
function progressOf(
  total: number,
  from: number,
  to: number,
  onProgress?: (share: number) => void,
): (done: number) => void {
  if (!onProgress) return () => undefined;
  const every = Math.max(3, Math.floor(total / 50 / 3) * 3);
  return (done) => {
    if (done % every === 0) onProgress(from + ((to - from) * done) / total);
  };
}

/** The nearest surface at the centre of every pixel. */
function atCentres(screen: Screen, onProgress: (done: number) => void): Float32Array {
  const { size, indices } = screen;
  const centres = new Float32Array(size * size).fill(-Infinity);
  const span = noSpan();
  const t = triangle;
  for (let at = 0; at < indices.length; at += 3) {
    onProgress(at);
    if (!load(screen, at)) continue;
    findSpan(screen, at, span);
    const { x0, y0, x1, y1 } = span;
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
        if (a >= t.ownA && b >= t.ownB && c >= t.ownC)
          centres[i] = Math.max(centres[i], (a * t.az + b * t.bz + c * t.cz) / t.area);
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
  // a ring of empty pixels around: nothing has to be asked about the rim
  const wide = size + 2;
  const there = new Uint8Array(wide * wide);
  for (let y = 0; y < size; y++)
    for (let x = 0, i = y * size, to = (y + 1) * wide + 1; x < size; x++, i++, to++)
      there[to] = centres[i] === -Infinity ? 0 : 1;
  // of the three pixels in a column, how many have surface
  const three = new Uint8Array(wide * wide);
  for (let i = wide; i < three.length - wide; i++) three[i] = there[i - wide] + there[i] + there[i + wide];
  for (let y = 0; y < size; y++)
    for (let x = 0, at = (y + 1) * wide + 1; x < size; x++, at++) {
      const all = three[at - 1] + three[at] + three[at + 1];
      if (all > 0 && all < 9) outline.set(y * size + x, new Float32Array(SAMPLES).fill(-Infinity));
    }
  return outline;
}

/** Whether a box holds a flagged pixel. */
function touches(flags: Uint8Array, size: number, { x0, y0, x1, y1 }: PixelSpan): boolean {
  for (let y = y0; y <= y1; y++)
    for (let i = y * size + x0, end = y * size + x1; i <= end; i++) if (flags[i] !== 0) return true;
  return false;
}

/** Brings the loaded triangle's surface into the samples of a pixel where it is the nearest. */
function sampleInto(samples: Float32Array, x: number, y: number): void {
  for (let k = 0; k < SAMPLES; k++) {
    const px = x * LATTICE + (((k % SUB) + 0.5) * LATTICE) / SUB;
    const py = y * LATTICE + ((Math.floor(k / SUB) + 0.5) * LATTICE) / SUB;
    const z = surfaceAt(px, py);
    if (z > samples[k]) samples[k] = z;
  }
}

/** The nearest surface at 4 x 4 places of each pixel of the outline. */
function alongOutline(screen: Screen, outline: Map<number, Float32Array>, onProgress: (done: number) => void): void {
  const { size, indices } = screen;
  const flags = new Uint8Array(size * size);
  const span = noSpan();
  for (const pixel of outline.keys()) flags[pixel] = 1;
  for (let at = 0; at < indices.length; at += 3) {
    onProgress(at);
    findSpan(screen, at, span);
    const { x0, y0, x1, y1 } = span;
    if (!touches(flags, size, span) || !load(screen, at)) continue;
    for (let y = y0; y <= y1; y++)
      for (let x = x0, i = y * size + x0; x <= x1; x++, i++) {
        if (flags[i] === 0) continue;
        sampleInto(outline.get(i) as Float32Array, x, y);
      }
  }
}

/**
 * The nearest surface of triangles at every pixel: watertight by exact edge functions on a lattice and the rule that a
 * place on an edge belongs to the top or left triangle. The order of triangles does not matter.
 */
export function rasterise(screen: Screen, onProgress?: (share: number) => void): Rasterised {
  const total = screen.indices.length;
  const exact = snapped(screen);
  const centres = atCentres(exact, progressOf(total, 0, 0.6, onProgress));
  const outline = outlineOf(centres, screen.size);
  alongOutline(exact, outline, progressOf(total, 0.6, 1, onProgress));
  onProgress?.(1);
  return { centres, outline };
}
