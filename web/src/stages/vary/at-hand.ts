import type { Bench } from '@amber-stamp/core/bench';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { change } from '../../bench/store.ts';
import { ROWS, type RowDefinition } from './rows.ts';

interface Habit {
  /** rows and settings that every brush keeps at hand */
  rows: string[];
  /** main rows that are put aside */
  aside: string[];
}

/** What is at hand and what is put aside for every brush: a habit of this browser, not of a brush. */
export const useHabit = create<Habit>()(persist(() => ({ rows: [], aside: [] }) as Habit, { name: 'at-hand' }));

/** Puts a main row aside, or back among the others. */
export function toggleAside(name: string): void {
  useHabit.setState(({ aside }) => ({
    aside: aside.includes(name) ? aside.filter((n) => n !== name) : [...aside, name],
  }));
}

export type Star = 'none' | 'brush' | 'all';

export const starOf = (bench: Bench, habit: readonly string[], name: string): Star =>
  habit.includes(name) ? 'all' : bench.atHand.includes(name) ? 'brush' : 'none';

export const STAR_WORDS: Record<Star, string> = {
  none: 'Keep it at hand for this brush',
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

/** What a setting of a panel is called among what is at hand: no row is called so. */
export const settingId = (of: string, label: string): string => `${of}: ${label}`;

/** The settings at hand, as they are called. */
export const settingsAtHand = (bench: Bench, habit: readonly string[]): ReadonlySet<string> =>
  new Set([...bench.atHand, ...habit].filter((name) => name.includes(': ')));

/** The rows at hand, in the order of all rows. */
export const rowsAtHand = (bench: Bench, habit: readonly string[]): RowDefinition[] =>
  ROWS.filter((row) => starOf(bench, habit, row.name) !== 'none');
