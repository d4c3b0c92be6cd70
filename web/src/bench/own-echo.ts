import type { EchoPair } from '../engine/protocol/prove.ts';
import type { Bench, OwnStroke } from '@amber-stamp/core/bench';
import { useEffect } from 'react';
import { create } from 'zustand';
import { HELPER, proverFor } from '../engine/provers.ts';
import { LatestJob } from '../engine/latest-jobs.ts';
import { whenAtRest } from './at-rest.ts';
import { echoJob, keyOf } from './echo.ts';
import { strokeKey } from './stroke-key.ts';
import { useBench } from './store.ts';

/** What is measured of the strokes that were drawn by hand; null where there are none, or none that is long enough. */
export const useOwnEcho = create<{ pair: EchoPair | null }>(() => ({ pair: null }));

/** How long the hand must rest, ms: longer than for the standard stroke, which is measured first. */
const REST_MS = 400;
/** The last strokes say most, and each takes its time. */
const MAX_STROKES = 4;

/** The last strokes that print with the brush of the bench. */
const measurable = ({ strokes }: Bench): OwnStroke[] =>
  strokes.filter(({ away, state }) => !away && !state).slice(-MAX_STROKES);

const measuring = new LatestJob();
/** What was measured last, or is being measured. */
let newest = '';

async function measureOwn(): Promise<void> {
  const { bench } = useBench.getState();
  const job = bench ? echoJob(bench) : undefined;
  if (!bench || !job) return;
  const strokes = measurable(bench);
  const key = strokes.length > 0 ? JSON.stringify([keyOf(job), strokes.map((s) => [s.number, strokeKey(s)])]) : '';
  if (key === newest) return;
  newest = key;
  if (strokes.length === 0) {
    measuring.cancel();
    useOwnEcho.setState({ pair: null });
    return;
  }
  const given = strokes.map(({ points, width, number }) => ({ points, width, number }));
  // without it there is nothing to show, and the next pause of the hand asks again
  await measuring.ask(async (signal) => {
    const told = await proverFor(job, HELPER)
      .then((prover) => prover?.strokes(job, given))
      .catch(() => undefined);
    if (signal.aborted) return;
    if (told === undefined) newest = '';
    else useOwnEcho.setState({ pair: told });
  });
}

/** Measures the user's own strokes at every longer pause of the hand. */
export function useMeasuringOwn(): void {
  useEffect(() => {
    const stop = whenAtRest(REST_MS, () => void measureOwn());
    return () => {
      stop();
      measuring.cancel();
      newest = '';
      useOwnEcho.setState({ pair: null });
    };
  }, []);
}
