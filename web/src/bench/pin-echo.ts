import type { BrushState, Pin } from '@amber-stamp/core/bench';
import { useEffect, useMemo } from 'react';
import { create } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import type { ProveJob, EchoPair } from '../engine/protocol/prove.ts';
import { HELPER, proverFor } from '../engine/provers.ts';
import { jobOf, keyOf, pairOfKey, SEEDS, useEcho } from './echo.ts';
import { holdState } from './held-states.ts';
import { keysOf } from './ink-job.ts';

/** The job of measuring a kept state. */
export const jobOfState = (state: BrushState): ProveJob => jobOf(state.brush, keysOf(state));

/** Echoes of states that were pinned before they had been measured, by what they print. */
const usePinEchoes = create<Readonly<Record<string, EchoPair>>>(() => ({}));
const asked = new Set<string>();

async function measurePin(pin: Pin, job: ProveJob, key: string): Promise<void> {
  if (asked.has(key)) return;
  asked.add(key);
  try {
    await holdState(pin);
    const prover = await proverFor(job, HELPER);
    if (!prover) throw new Error('its plates are not there yet');
    const { echo, texture } = await prover.measure(job, SEEDS);
    usePinEchoes.setState({ [key]: { echo, texture } });
  } catch {
    // the next pause of the hand asks again
    asked.delete(key);
  }
}

/**
 * Echo and texture of a pin: as they were when it was pinned, else measured now, once the present state is; null until
 * then. A pin from before textures were measured has an echo of another kind: it is measured anew.
 */
export function usePinEcho(pin: Pin): EchoPair | null {
  const { job, key } = useMemo(() => {
    const made = jobOfState(pin);
    return { job: made, key: keyOf(made) };
  }, [pin]);
  const found = usePinEchoes((s) => s[key]);
  const present = useEcho(useShallow((s) => pairOfKey(s, key)));
  const atRest = useEcho((s) => !s.busy && s.told !== null);
  const kept = pin.echo !== null && pin.texture !== null ? { echo: pin.echo, texture: pin.texture } : null;
  const pair = kept ?? found ?? present;
  const missing = pair === null;
  useEffect(() => {
    if (missing && atRest) void measurePin(pin, job, key);
  }, [missing, atRest, pin, job, key]);
  return pair;
}
