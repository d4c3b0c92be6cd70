import type { Pin } from '@amber-stamp/core/bench';
import { echoJob, keyOf, pairOfKey, useEcho } from './echo.ts';
import { presentBench, useBench } from './store.ts';

/** The present state as a pin: brush and plates as they are, with echo and texture where they are measured. */
export function presentPin(): Pin {
  const { standing, keep } = useBench.getState();
  const bench = presentBench();
  const { brush, plates } = bench;
  const job = echoJob(bench);
  const pair = job ? pairOfKey(useEcho.getState(), keyOf(job)) : null;
  return {
    brush,
    plates,
    label: `version ${standing?.number ?? 0}${keep === 'kept' ? '' : ' and after'}`,
    version: standing?.versionId ?? null,
    // the hand may not have rested yet: then what is measured is the state before
    ...(pair ?? { echo: null, texture: null }),
  };
}
