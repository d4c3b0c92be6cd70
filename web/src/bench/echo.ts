import type { Bench } from '@amber-stamp/core/bench';
import type { Brush } from '@amber-stamp/core/model';
import { useEffect } from 'react';
import { create } from 'zustand';
import type { ProveJob, EchoView, EchoPair } from '../engine/protocol/prove.ts';
import { whenFree } from '../engine/at-work.ts';
import { beginMeasuring, lookOver, proverFor, warmHelper } from '../engine/provers.ts';
import { coded } from '../parts/coded.ts';
import { LatestJob } from '../engine/latest-jobs.ts';
import { whenAtRest } from './at-rest.ts';
import { usePlates } from './plates.ts';
import { useBench } from './store.ts';

interface EchoState {
  told: EchoView | null;
  /** what `told` was measured of */
  key: string;
  /** … with all seeds */
  whole: boolean;
  /** a newer state is being measured */
  busy: boolean;
  /** why it could not be measured, in a sentence; empty: it could */
  failed: string;
}
export const useEcho = create<EchoState>(() => ({ told: null, key: '', whole: false, busy: false, failed: '' }));

/** How long the hand must rest, ms. */
const REST_MS = 90;
export const SEEDS = 3;

/** The brush without what changes no echo, so that renaming or recolouring measures nothing anew. */
function measured(brush: Brush): Brush {
  const coats = brush.coats.map((coat) => ({ ...coat, ink: { colour: null, second: null, gradient: [] } }));
  return { ...brush, name: '', coats };
}

/** The job of measuring a brush whose plates have these keys. */
export const jobOf = (brush: Brush, plates: ProveJob['plates']): ProveJob => ({ brush: measured(brush), plates });

/** The job of measuring the present state; undefined while a plate is not cut yet. */
export function echoJob(bench: Bench): ProveJob | undefined {
  const { ready } = usePlates.getState();
  const plates: Record<string, string> = {};
  for (const name of Object.keys(bench.plates)) {
    if (!ready[name]) return undefined;
    plates[name] = ready[name].key;
  }
  return jobOf(bench.brush, plates);
}

export const keyOf = (job: ProveJob): string => JSON.stringify([job.brush, job.plates]);

/** Echo and texture of what has a key, if that is what was measured last, and to its end; else null. */
export const pairOfKey = ({ told, key: of, busy }: EchoState, key: string): EchoPair | null =>
  told !== null && !busy && of === key ? { echo: told.echo, texture: told.texture } : null;

const AGAIN = 'The echo could not be measured; change something and it is tried again.';
const measuring = new LatestJob();
/** What was last measured with all seeds. */
let finished = '';

/** Measures with one seed more at a time; a newer state, or a hand that moves on, ends it in between. */
async function measure(job: ProveJob, signal: AbortSignal): Promise<void> {
  const key = keyOf(job);
  const tell = (told: EchoView | undefined, whole: boolean): void => {
    if (told && !signal.aborted) useEcho.setState({ told, key, whole, failed: '' });
  };
  // where there is nothing to see yet, a number without what its tips give away comes first
  const glance = useEcho.getState().told === null;
  await lookOver(job, async (prover) => (glance ? tell(await prover.glance(job), false) : undefined));
  // beside the first one's; what cannot be warmed now will fail, and be told, when it is wanted
  if (!signal.aborted) warmHelper(job).catch(() => undefined);
  for (let seeds = 1; seeds <= SEEDS && !signal.aborted; seeds++) {
    // cures that were asked for come before more seeds
    if (seeds > 1) await whenFree();
    const told = await (await proverFor(job))?.measure(job, seeds);
    if (!told || signal.aborted) continue;
    tell(told, seeds === SEEDS);
    if (seeds === SEEDS) finished = key;
  }
}

async function measureNow(): Promise<void> {
  const { bench } = useBench.getState();
  const job = bench ? echoJob(bench) : undefined;
  if (!job || (keyOf(job) === finished && useEcho.getState().key === finished)) return;
  useEcho.setState({ busy: true });
  try {
    await measuring.ask((signal) => measure(job, signal));
  } catch (cause) {
    useEcho.setState({ told: null, key: '', whole: false, failed: coded(cause, AGAIN).message });
  }
  if (!measuring.busy) useEcho.setState({ busy: false });
}

/**
 * Measures the echo of what is on the bench at every pause of the hand. `open`: a brush is there; what measures begins then,
 * after what lays its first strokes.
 */
export function useMeasuring(open: boolean): void {
  useEffect(() => {
    if (open) beginMeasuring();
  }, [open]);
  useEffect(() => {
    const stop = whenAtRest(REST_MS, () => void measureNow());
    // what is drawn under the hand comes first, and nobody waits for the echo of a state that is gone
    const drop = useBench.subscribe((state, before) => {
      if (state.bench !== before.bench && state.gesturing) measuring.cancel();
    });
    return () => {
      stop();
      drop();
      measuring.cancel();
      finished = '';
      useEcho.setState({ told: null, key: '', whole: false, busy: false, failed: '' });
    };
  }, []);
}
