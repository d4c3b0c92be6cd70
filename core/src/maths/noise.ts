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
