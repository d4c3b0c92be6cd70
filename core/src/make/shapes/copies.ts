import { hash32 } from '../../maths/hash.ts';
import { after, moved, turned, type Affine } from '../../maths/affine.ts';
import type { Figure } from './schema.ts';

/** Where one copy of a row lies in px of what it belongs to, and how much of it prints, 0..1. */
export interface Copy {
  by: Affine;
  strength: number;
}

/** How far chance carries a copy: its place in its own sizes, its turn in degrees, its size as a share. */
const MOST_CHANCE = { place: 1, turn: 180, size: 0.5 } as const;

/** A draw in -1..1 of a row's seed, of one copy, for one purpose. */
const drawn = (seed: number, copy: number, what: number): number => hash32(seed, copy, what) / 2147483648 - 1;

/** Every copy of a row, the first one first. `unit`: px of one percent of the longer side. */
export function copiesOf(row: Figure, unit: number): Copy[] {
  const { copies } = row;
  const own = Math.max(row.width, row.height) / 2;
  const chance = copies.chance / 100;
  return Array.from({ length: copies.count }, (_, k) => {
    // the first one stays: it is what the hand has hold of
    const free = (what: number) => (k === 0 ? 0 : chance * drawn(copies.seed, k, what));
    const steps = copies.way === 'row' ? k : 0;
    const x = row.x + copies.x * steps + free(0) * MOST_CHANCE.place * own;
    const y = row.y + copies.y * steps + free(1) * MOST_CHANCE.place * own;
    const size = (copies.scale / 100) ** k * (1 + free(3) * MOST_CHANCE.size);
    const base = row.what === 'group' ? row.scale / 100 : 1;
    const turn = row.turn + copies.turn * k + free(2) * MOST_CHANCE.turn;
    const placed = after(moved(x * unit, y * unit), turned(turn, size * base));
    return {
      by: copies.way === 'ring' ? after(turned((360 * k) / copies.count), placed) : placed,
      strength: (1 - copies.fade / 100) ** k,
    };
  });
}
