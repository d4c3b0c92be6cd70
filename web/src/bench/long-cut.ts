import { create } from 'zustand';
import { hearCutting } from '../engine/pool.ts';
import { undo, useBench } from './store.ts';

/** How far a step is that takes long, 0..1; null while nothing does. */
export const useLongCut = create<{ share: number | null }>(() => ({ share: null }));

hearCutting((share) => useLongCut.setState({ share: share < 1 ? share : null }));

let cutting = new AbortController();
/** What ends the cutting that is going on. */
export const cutSignal = (): AbortSignal => cutting.signal;

/** Ends the step that is running, and takes back the change of the plates that began it. */
export function cancelCut(): void {
  cutting.abort();
  cutting = new AbortController();
  useLongCut.setState({ share: null });
  const before = useBench.temporal.getState().pastStates.at(-1)?.bench;
  if (before && before.plates !== useBench.getState().bench?.plates) undo();
}
