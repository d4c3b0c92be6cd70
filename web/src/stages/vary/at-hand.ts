import type { Bench } from '@amber-stamp/core/bench';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { change } from '../../bench/store.ts';
import { ROWS, type RowDefinition } from './rows.ts';

/** Rows that every brush keeps at hand: a habit of this browser, not of a brush. */
export const useHabit = create<{ rows: string[] }>()(persist(() => ({ rows: [] as string[] }), { name: 'at-hand' }));

export type Star = 'none' | 'brush' | 'all';

export const starOf = (bench: Bench, habit: readonly string[], name: string): Star =>
  habit.includes(name) ? 'all' : bench.atHand.includes(name) ? 'brush' : 'none';

export const STAR_WORDS: Record<Star, string> = {
  none: 'Keep this row at hand for this brush',
  brush: 'Keep it at hand for every brush',
  all: 'No longer at hand',
};

/** From not at hand to this brush, to every brush, and back. */
export function turnStar(star: Star, name: string, label: string): void {
  if (star === 'none') change(`${label} at hand`, (d) => void d.atHand.push(name));
  else if (star === 'brush') {
    useHabit.setState(({ rows }) => ({ rows: [...rows, name] }));
    change(`${label} at hand for every brush`, (d) => void (d.atHand = d.atHand.filter((n) => n !== name)));
  } else useHabit.setState(({ rows }) => ({ rows: rows.filter((n) => n !== name) }));
}

/** The rows at hand, in the order of all rows. */
export const rowsAtHand = (bench: Bench, habit: readonly string[]): RowDefinition[] =>
  ROWS.filter((row) => starOf(bench, habit, row.name) !== 'none');
