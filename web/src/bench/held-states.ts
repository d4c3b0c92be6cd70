import type { BrushState } from '@amber-stamp/core/bench';
import { AmberError } from '@amber-stamp/core/errors';
import { useEffect, useMemo } from 'react';
import { create } from 'zustand';
import { notifyError } from '../parts/messages.tsx';
import { heldPlate } from '../engine/pool.ts';
import { plateKey } from './plate-key.ts';
import { makePlate } from './plates.ts';

/** Keys of the plates of kept states that are ready to print with. */
const useHeld = create<{ keys: ReadonlySet<string> }>(() => ({ keys: new Set() }));
const asked = new Set<string>();

/** Makes the plates of a kept state ready: those of pins, of the brushes of single strokes. */
export async function holdState(state: BrushState): Promise<void> {
  for (const plate of Object.values(state.plates)) {
    const key = plateKey(plate);
    // the pool drops what was not drawn for long: then it is made once more
    if (asked.has(key) && (heldPlate(key) || !useHeld.getState().keys.has(key))) continue;
    asked.add(key);
    try {
      await makePlate(plate);
      useHeld.setState(({ keys }) => ({ keys: new Set([...keys, key]) }));
    } catch (cause) {
      asked.delete(key);
      if (cause instanceof AmberError) notifyError(cause, 'What prints with it is not shown.');
    }
  }
}

/** Whether every plate of some kept states is ready; asks for those that are not. */
export function useHeldStates(states: readonly BrushState[]): boolean {
  const keys = useHeld((s) => s.keys);
  const wanted = useMemo(
    () => states.flatMap(({ plates }) => Object.values(plates).map((plate) => plateKey(plate))),
    [states],
  );
  useEffect(() => {
    for (const state of states) void holdState(state);
  }, [states]);
  return wanted.every((key) => keys.has(key) && heldPlate(key) !== undefined);
}
