import { hash32 } from './hash.ts';

const fade = (t: number): number => t * t * t * (t * (6 * t - 15) + 10);
const corner = (x: number, y: number, seed: number): number => hash32(x, y, seed) / 2147483648 - 1;

/** Smooth seeded noise in -1..1 over the plane: hashed values at whole numbers, joined by quintic ramps. */
export function smoothNoise(x: number, y: number, seed: number): number {
  const x0 = Math.floor(x);
  const y0 = Math.floor(y);
  const fx = fade(x - x0);
  const fy = fade(y - y0);
  const upper = corner(x0, y0, seed) + (corner(x0 + 1, y0, seed) - corner(x0, y0, seed)) * fx;
  const lower = corner(x0, y0 + 1, seed) + (corner(x0 + 1, y0 + 1, seed) - corner(x0, y0 + 1, seed)) * fx;
  return upper + (lower - upper) * fy;
}

/** Several octaves of smooth noise, each half as strong and twice as fine; about -1..1. */
export function cloud(x: number, y: number, seed: number, octaves: number): number {
  let sum = 0;
  let strength = 0.5;
  let scale = 1;
  for (let k = 0; k < octaves; k++) {
    sum += strength * smoothNoise(x * scale, y * scale, seed + k * 101);
    strength *= 0.5;
    scale *= 2;
  }
  return sum / (1 - 0.5 ** octaves);
}

/** Where one octave of a cloud is read along a row: its columns' cells and ramps, and the hashed values around the last row. */
interface Octave {
  seed: number;
  cell: Int32Array;
  ramp: Float64Array;
  upper: Float64Array;
  lower: Float64Array;
  /** of which row of the lattice; NaN before the first */
  at: number;
}

function octaveOf(places: Float64Array, scale: number, seed: number): Octave {
  const cell = Int32Array.from(places, (x) => Math.floor(x * scale));
  const ramp = places.map((x, i) => fade(x * scale - cell[i]));
  const [first, last] = [cell[0], cell[cell.length - 1]];
  const row = () => new Float64Array(last - first + 2);
  return { seed, cell, ramp, upper: row(), lower: row(), at: NaN };
}

function hashRow({ seed, cell }: Octave, y: number, into: Float64Array): void {
  for (let k = 0; k < into.length; k++) into[k] = corner(cell[0] + k, y, seed);
}

/** Adds `strength` times an octave at `y` to sums along the row. */
function addOctave(octave: Octave, y: number, strength: number, sums: Float64Array): void {
  const { cell, ramp } = octave;
  const y0 = Math.floor(y);
  if (y0 !== octave.at) {
    hashRow(octave, y0, octave.upper);
    hashRow(octave, y0 + 1, octave.lower);
    octave.at = y0;
  }
  const { upper, lower } = octave;
  const fy = fade(y - y0);
  for (let i = 0; i < sums.length; i++) {
    const at = cell[i] - cell[0];
    const above = upper[at] + (upper[at + 1] - upper[at]) * ramp[i];
    const below = lower[at] + (lower[at + 1] - lower[at]) * ramp[i];
    sums[i] += strength * (above + (below - above) * fy);
  }
}

/**
 * Rows of `cloud`, with the same bits, each hashed value taken once for many places: for the rising places `xs`, the row at
 * a `y`. The array is the same at every call.
 */
export function cloudRows(xs: Float64Array, seed: number, octaves: number): (y: number) => Float64Array {
  const all = Array.from({ length: octaves }, (_, k) => octaveOf(xs, 2 ** k, seed + k * 101));
  const sums = new Float64Array(xs.length);
  const most = 1 - 0.5 ** octaves;
  return (y) => {
    sums.fill(0);
    all.forEach((octave, k) => addOctave(octave, y * 2 ** k, 0.5 ** (k + 1), sums));
    for (let i = 0; i < sums.length; i++) sums[i] /= most;
    return sums;
  };
}
