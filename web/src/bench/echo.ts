import type { Bench, Brush } from '@amber-stamp/core';
import { useEffect } from 'react';
import { create } from 'zustand';
import type { ProveJob, ToldEcho } from '../workers/prove-protocol.ts';
import { proverFor } from '../workers/prover.ts';
import { whenAtRest } from './at-rest.ts';
import { usePlates } from './plates.ts';
import { useBench } from './store.ts';

interface EchoState {
  told: ToldEcho | null;
  /** what `told` was measured of */
  key: string;
  /** a newer state is being measured */
  busy: boolean;
  failed: boolean;
}
export const useEcho = create<EchoState>(() => ({ told: null, key: '', busy: false, failed: false }));

/** How long the hand must rest, ms. */
const REST_MS = 90;
const SEEDS = 3;

/** The brush without what changes no echo, so that renaming or recolouring measures nothing anew. */
function measured(brush: Brush): Brush {
  const coats = brush.coats.map((coat) => ({ ...coat, ink: { colour: null, second: null, gradient: [] } }));
  return { ...brush, name: '', coats };
}

/** The job of measuring the present state; undefined while a plate is not cut yet. */
export function echoJob(bench: Bench): ProveJob | undefined {
  const { ready } = usePlates.getState();
  const plates: Record<string, string> = {};
  for (const name of Object.keys(bench.plates)) {
    if (!ready[name]) return undefined;
    plates[name] = ready[name].key;
  }
  return { brush: measured(bench.brush), plates };
}

export const keyOf = (job: ProveJob): string => JSON.stringify([job.brush, job.plates]);

let wanted: ProveJob | undefined;
let running = false;

/** Measures the newest wish, first with one seed and then with all; a newer wish overtakes between the two. */
async function pump(): Promise<void> {
  running = true;
  while (wanted) {
    const job = wanted;
    const key = keyOf(job);
    try {
      for (const seeds of [1, SEEDS]) {
        if (wanted !== job) break;
        const prover = await proverFor(job);
        const told = await prover?.measure(job, seeds);
        if (told && wanted === job) useEcho.setState({ told, key, failed: false });
      }
    } catch {
      useEcho.setState({ failed: true });
    }
    if (wanted === job) wanted = undefined;
  }
  running = false;
  useEcho.setState({ busy: false });
}

function measureNow(): void {
  const { bench } = useBench.getState();
  const job = bench ? echoJob(bench) : undefined;
  if (!job || keyOf(job) === useEcho.getState().key) return;
  wanted = job;
  useEcho.setState({ busy: true });
  if (!running) void pump();
}

/** Measures the echo of what is on the bench at every pause of the hand. */
export function useMeasuring(): void {
  useEffect(() => {
    const stop = whenAtRest(REST_MS, measureNow);
    return () => {
      stop();
      wanted = undefined;
      useEcho.setState({ told: null, key: '', busy: false, failed: false });
    };
  }, []);
}
