import type { EchoPair } from '../engine/protocol/prove.ts';
import type { Bench } from '@amber-stamp/core/bench';
import type { Brush } from '@amber-stamp/core/model';
import { sweepNamed, sweepValues, swept, SWEEPS, type Sweep } from '@amber-stamp/core/vary';
import { create } from 'zustand';
import { coded } from '../parts/coded.ts';
import { notifyError } from '../parts/messages.tsx';
import { onAllProvers } from '../engine/provers.ts';
import { LatestJob } from '../engine/latest-jobs.ts';
import { coatOf, coatPlace } from './coat.ts';
import { echoJob } from './echo.ts';
import { change, presentBench } from './store.ts';

/** One side of a ladder: a setting, its two ends, and in how many steps. */
export interface Side {
  sweep: string;
  from: number;
  to: number;
  count: number;
}
export const MOST_CELLS = 6;

interface Ladder {
  across: Side;
  /** null: one row */
  down: Side | null;
  /** echo and texture of each cell, by its settings; of which state they are */
  echoes: Record<string, EchoPair>;
  of: Bench | null;
  work: { done: number; total: number } | null;
}

/** A side as it begins for the present coat. */
export function sideFor(bench: Bench, sweep: string, count: number): Side {
  const setting = sweepNamed(sweep) ?? SWEEPS[0];
  const [from, to] = setting.ends(coatOf(bench));
  const within = (v: number) => Math.round(Math.min(setting.max, Math.max(setting.min, v)));
  return { sweep: setting.name, from: within(from), to: within(to), count };
}

export const useLadder = create<Ladder>(() => ({
  across: { sweep: 'spacing', from: 10, to: 60, count: 5 },
  down: { sweep: 'angle', from: 0, to: 180, count: 3 },
  echoes: {},
  of: null,
  work: null,
}));

export interface Cell {
  key: string;
  row: number;
  column: number;
  settings: readonly (readonly [Sweep, number])[];
  brush: Brush;
}

const valuesOf = (side: Side): { sweep: Sweep; values: number[] } => {
  const sweep = sweepNamed(side.sweep) ?? SWEEPS[0];
  return { sweep, values: sweepValues(sweep, side.from, side.to, side.count) };
};

/** What stands along the sides of a ladder. */
export function sidesOf({ across, down }: Pick<Ladder, 'across' | 'down'>) {
  return { across: valuesOf(across), down: down && valuesOf(down) };
}

/** The cells of a ladder over the coat that is looked at, row by row. */
export function cellsOf(bench: Bench, ladder: Pick<Ladder, 'across' | 'down'>): Cell[] {
  const { across, down } = sidesOf(ladder);
  const coat = coatPlace(bench);
  const rows = down ? down.values : [null];
  return rows.flatMap((v, row) =>
    across.values.map((u, column): Cell => {
      const settings: [Sweep, number][] = [[across.sweep, u]];
      if (down && v !== null) settings.push([down.sweep, v]);
      return {
        key: settings.map(([s, value]) => `${s.name} ${value}`).join(', '),
        row,
        column,
        settings,
        brush: swept(bench.brush, coat, settings),
      };
    }),
  );
}

const measuring = new LatestJob();
export function cancelLadder(): void {
  measuring.cancel();
  useLadder.setState({ work: null });
}

/** A change of a side, or of the brush: what was measured is forgotten. */
export function setLadder(change: Partial<Pick<Ladder, 'across' | 'down'>>): void {
  cancelLadder();
  useLadder.setState({ ...change, echoes: {}, of: null });
}

/** Measures the echo of every cell, on all workers at once. */
export async function measureLadder(): Promise<void> {
  const bench = presentBench();
  const cells = cellsOf(bench, useLadder.getState());
  const job = echoJob(bench);
  if (!job) return;
  // seen at once, though what was measured before may have to end first
  useLadder.setState({ echoes: {}, of: bench, work: { done: 0, total: cells.length } });
  await measuring.ask(async (signal) => {
    const waiting = [...cells];
    try {
      await onAllProvers(
        job,
        () => waiting.shift(),
        signal,
        async (prover, { brush, key }) => {
          const pair = await prover.pair({ ...job, brush });
          if (signal.aborted) return;
          useLadder.setState(({ echoes, work }) => ({
            echoes: { ...echoes, [key]: pair },
            work: work && { ...work, done: work.done + 1 },
          }));
        },
      );
    } catch (cause) {
      if (!signal.aborted)
        notifyError(coded(cause, 'The ladder could not be measured; the brush is as it was. Try again.'));
    }
    if (!signal.aborted) useLadder.setState({ work: null });
  });
}

/** Takes a cell as the present state. */
export function takeCell({ settings, key }: Cell): void {
  change(`from the ladder: ${key}`, (draft) => {
    draft.brush = swept(draft.brush, coatPlace(draft), settings);
    for (const [{ name }] of settings) delete draft.guessed[name];
  });
}
