import type { BrushState, Pin } from '@amber-stamp/core';
import { useEffect, useMemo } from 'react';
import { create } from 'zustand';
import type { ProveJob } from '../workers/prove-protocol.ts';
import { HELPER, proverFor } from '../workers/prover.ts';
import { echoOfKey, jobOf, keyOf, SEEDS, useEcho } from './echo.ts';
import { holdState } from './held-states.ts';
import { keysOf } from './ink-job.ts';

/** The job of measuring a kept state. */
export const jobOfState = (state: BrushState): ProveJob => jobOf(state.brush, keysOf(state));

/** Echoes of states that were pinned before they had been measured, by what they print. */
const usePinEchoes = create<Readonly<Record<string, number>>>(() => ({}));
const asked = new Set<string>();

async function measurePin(pin: Pin, job: ProveJob, key: string): Promise<void> {
  if (asked.has(key)) return;
  asked.add(key);
  try {
    await holdState(pin);
    const prover = await proverFor(job, HELPER);
    if (!prover) throw new Error('its plates are not there yet');
    const { echo } = await prover.measure(job, SEEDS);
    usePinEchoes.setState({ [key]: echo });
  } catch {
    // the next pause of the hand asks again
    asked.delete(key);
  }
}

/** The echo of a pin: as it was when it was pinned, else measured now, once the present state is; null until then. */
export function usePinEcho(pin: Pin): number | null {
  const { job, key } = useMemo(() => {
    const made = jobOfState(pin);
    return { job: made, key: keyOf(made) };
  }, [pin]);
  const found = usePinEchoes((s) => s[key]);
  const present = useEcho((s) => echoOfKey(s, key));
  const atRest = useEcho((s) => !s.busy && s.told !== null);
  const echo = pin.echo ?? found ?? present;
  useEffect(() => {
    if (echo === null && atRest) void measurePin(pin, job, key);
  }, [echo, atRest, pin, job, key]);
  return echo;
}
