import { proxy } from 'comlink';
import { create } from 'zustand';
import { cutter } from '../workers/pool.ts';
import { undo, useBench } from './store.ts';

/** How far a step is that takes long, 0..1; null while nothing does. */
export const useLongCut = create<{ share: number | null }>(() => ({ share: null }));

/** Shared with the worker: 1 ends the step that is running. */
const ended = new Int32Array(new SharedArrayBuffer(4));
void cutter.watch(
  ended,
  proxy((share: number) => useLongCut.setState({ share: share < 1 ? share : null })),
);

/** Ends the step that is running, and takes back the change of the plates that began it. */
export function cancelCut(): void {
  Atomics.store(ended, 0, 1);
  useLongCut.setState({ share: null });
  const before = useBench.temporal.getState().pastStates.at(-1)?.bench;
  if (before && before.plates !== useBench.getState().bench?.plates) undo();
}
