import type { EchoPair } from '../engine/protocol/prove.ts';
import type { Bench } from '@amber-stamp/core/bench';
import type { BrushState } from '@amber-stamp/core/bench';
import { sweepValues } from '@amber-stamp/core/vary';
import { create } from 'zustand';
import { coded } from '../parts/coded.ts';
import { notifyError } from '../parts/messages.tsx';
import { onAllProvers, proverFor } from '../engine/provers.ts';
import { LatestJob } from '../engine/latest-jobs.ts';
import { echoJob, jobOf } from './echo.ts';
import { holdState } from './held-states.ts';
import { keysOf } from './ink-job.ts';
import { sweepIn, type LadderSweep } from './ladder-sweeps.ts';
import { change, presentBench } from './store.ts';

/** One side of a ladder: a setting, its two ends, and in how many steps. */
export interface Side {
  sweep: string;
  from: number;
  to: number;
  count: number;
  /** values of the user's own, in place of even steps between the ends */
  values?: readonly number[];
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
  const setting = sweepIn(bench, sweep);
  const [from, to] = setting.ends(bench);
  const unit = 10 ** setting.digits;
  const within = (v: number) => Math.round(Math.min(setting.max, Math.max(setting.min, v)) * unit) / unit;
  return { sweep: setting.name, from: within(from), to: within(to), count };
}

export const useLadder = create<Ladder>(() => ({
  across: { sweep: 'spacing', from: 10, to: 60, count: 5 },
  down: { sweep: 'angle', from: 0, to: 180, count: 3 },
  echoes: {},
  of: null,
  work: null,
}));

type Settings = readonly (readonly [LadderSweep, number])[];

/** A bench with some settings at other values. */
const sweptBench = (bench: Bench, settings: Settings): Bench =>
  settings.reduce((made, [sweep, value]) => sweep.set(made, value), bench);

export interface Cell extends BrushState {
  key: string;
  row: number;
  column: number;
  settings: Settings;
  /** its plates are cut otherwise than those on the bench */
  recut: boolean;
}

const valuesOf = (bench: Bench, side: Side): { sweep: LadderSweep; values: readonly number[] } => {
  const sweep = sweepIn(bench, side.sweep);
  return { sweep, values: side.values ?? sweepValues(sweep, side.from, side.to, side.count) };
};

/** The values that were typed, such as `1, 10, 20, 50`, within what the setting allows; undefined without at least two. */
export function readValues(text: string, { min, max }: LadderSweep): number[] | undefined {
  const found = text.match(/-?\d+(?:\.\d+)?/g) ?? [];
  const values = [...new Set(found.map((v) => Math.min(max, Math.max(min, Number(v)))))].slice(0, MOST_CELLS);
  return values.length > 1 ? values : undefined;
}

/** What stands along the sides of a ladder. */
export function sidesOf(bench: Bench, { across, down }: Pick<Ladder, 'across' | 'down'>) {
  return { across: valuesOf(bench, across), down: down && valuesOf(bench, down) };
}

/** The cells of a ladder over the coat that is looked at, row by row. */
export function cellsOf(bench: Bench, ladder: Pick<Ladder, 'across' | 'down'>): Cell[] {
  const { across, down } = sidesOf(bench, ladder);
  const rows = down ? down.values : [null];
  return rows.flatMap((v, row) =>
    across.values.map((u, column): Cell => {
      const settings: [LadderSweep, number][] = [[across.sweep, u]];
      if (down && v !== null) settings.push([down.sweep, v]);
      const { brush, plates } = sweptBench(bench, settings);
      return {
        key: settings.map(([s, value]) => `${s.name} ${value}`).join(', '),
        row,
        column,
        settings,
        brush,
        plates,
        recut: plates !== bench.plates,
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

/** Measures a cell whose plate is cut otherwise. */
async function pairOfRecut(cell: Cell): Promise<EchoPair | undefined> {
  await holdState(cell);
  const job = jobOf(cell.brush, keysOf(cell));
  return (await proverFor(job))?.pair(job);
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
        async (prover, cell) => {
          const { key } = cell;
          const pair = cell.recut ? await pairOfRecut(cell) : await prover.pair({ ...job, brush: cell.brush });
          if (signal.aborted || !pair) return;
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
    const { brush, plates } = sweptBench(presentBench(), settings);
    Object.assign(draft, { brush, plates });
    for (const [{ name }] of settings) delete draft.guessed[name];
  });
}
