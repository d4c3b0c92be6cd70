import type { Bench, BenchPlate } from '@amber-stamp/core/bench';
import { produce } from 'immer';
import { temporal } from 'zundo';
import { create } from 'zustand';
import type { BegunBrush } from './drafts.ts';
import { resetBenchEye } from './eye.ts';

/** `failed`: it is tried again; `refused`: it is not kept until it is changed. */
export type KeepState = 'kept' | 'pending' | 'keeping' | 'failed' | 'refused';

/** Which kept version the bench stands on. */
export interface Standing {
  brushId: string;
  versionId: string;
  number: number;
  branch: number;
  drawer: string;
  keptAt: number;
  /** the brush is not made yet */
  begins?: BegunBrush;
}

interface Undoable {
  bench: Bench | null;
  /** what the last gesture did, in the words of the list of versions */
  what: string;
}
interface BenchState extends Undoable {
  standing: Standing | null;
  /** counts finished gestures, undo and redo: what keeping listens to */
  gesture: number;
  gesturing: boolean;
  /** what the last undo or redo did, until another gesture */
  told: string;
  keep: KeepState;
}

/** The bench of one brush: one immutable document, and its history in gestures, not in events. */
export const useBench = create<BenchState>()(
  temporal(
    (): BenchState => ({
      bench: null,
      what: '',
      standing: null,
      gesture: 0,
      gesturing: false,
      told: '',
      keep: 'kept',
    }),
    {
      partialize: ({ bench, what }): Undoable => ({ bench, what }),
      equality: (a, b) => a.bench === b.bench,
      limit: 400,
    },
  ),
);

/** What an undo or redo did, until it is kept or another gesture follows. */
let lastTold = '';

const history = () => useBench.temporal.getState();

export const presentBench = (): Bench => useBench.getState().bench as Bench;

/** Puts another brush on the bench; nothing of the one before stays, its history neither. */
export function openBench(bench: Bench, standing: Standing): void {
  if (useBench.getState().standing?.brushId !== standing.brushId) resetBenchEye();
  history().pause();
  lastTold = '';
  useBench.setState({ bench, what: '', standing, gesture: 0, gesturing: false, told: '', keep: 'kept' });
  history().clear();
  history().resume();
}

export function closeBench(): void {
  history().pause();
  useBench.setState({ bench: null, standing: null, gesture: 0, gesturing: false });
  history().clear();
  history().resume();
}

/** Changes the bench while a gesture goes on: everything is drawn again, the history waits for its end. */
export function live(change: (draft: Bench) => void): void {
  const { bench, gesturing } = useBench.getState();
  if (!bench) return;
  useBench.setState({ bench: produce(bench, change), gesturing: true });
  if (!gesturing) history().pause(); // the first change has recorded where the gesture began
}

/** Ends a gesture: one step of the history, one version. */
export function settle(what: string): void {
  const { gesturing, gesture } = useBench.getState();
  if (!gesturing) return;
  history().pause();
  lastTold = '';
  useBench.setState({ what, gesturing: false, told: '', gesture: gesture + 1, keep: 'pending' });
  history().resume();
}

/** A gesture of one event. */
export function change(what: string, edit: (draft: Bench) => void): void {
  const before = presentBench();
  live(edit);
  if (presentBench() === before) {
    useBench.setState({ gesturing: false });
    history().resume();
  } else settle(what);
}

function step(move: 'undo' | 'redo'): void {
  const { gesturing, gesture, what } = useBench.getState();
  const { pastStates, futureStates } = history();
  if (gesturing || (move === 'undo' ? pastStates : futureStates).length === 0) return;
  history()[move]();
  const told =
    move === 'undo' ? `took back: ${what || 'a change'}` : `again: ${useBench.getState().what || 'a change'}`;
  history().pause();
  lastTold = told;
  useBench.setState({ gesture: gesture + 1, told, keep: 'pending' });
  history().resume();
}

/** The words for the version that is about to be kept. */
export function takeGestureWords(): string {
  const told = lastTold || useBench.getState().what;
  lastTold = '';
  return told;
}

/** Whether the page knows a gesture to take back. */
export const canUndo = (): boolean => history().pastStates.length > 0;

/** Puts a state before all that the history knows; `led`: the gesture that led from it to the oldest one. */
export function prependPast(bench: Bench, what: string, led: string): void {
  const { pastStates } = history();
  history().pause();
  if (pastStates.length === 0) useBench.setState({ what: led });
  useBench.temporal.setState({ pastStates: [{ bench, what }, ...pastStates] });
  history().resume();
}

export const undo = (): void => step('undo');
export const redo = (): void => step('redo');

/** Settles where the bench stands after a version was kept; not a gesture. */
export function stand(standing: Standing, keep: KeepState): void {
  useBench.setState({ standing, keep });
}
export const setKeep = (keep: KeepState): void => useBench.setState({ keep });

/** A state whose plates were each changed. */
export const withPlates = (bench: Bench, mend: (plate: BenchPlate) => BenchPlate): Bench => ({
  ...bench,
  plates: Object.fromEntries(Object.entries(bench.plates).map(([name, plate]) => [name, mend(plate)])),
});

/** Changes what is known of the plates in every state that the history holds, which is no gesture. */
export function mendPlates(mend: (plate: BenchPlate) => BenchPlate): void {
  const mended = <S extends Partial<Undoable>>(state: S): S =>
    state.bench ? { ...state, bench: withPlates(state.bench, mend) } : state;
  const { isTracking, pastStates, futureStates } = history();
  history().pause();
  useBench.setState(mended);
  useBench.temporal.setState({ pastStates: pastStates.map(mended), futureStates: futureStates.map(mended) });
  if (isTracking) history().resume();
}
