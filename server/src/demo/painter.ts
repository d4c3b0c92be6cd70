// Paints made-up sources beside the thread that asked for them.
import { SOURCES } from '@amber-stamp/demo';
import { parentPort, workerData } from 'node:worker_threads';

for (const key of workerData as (keyof typeof SOURCES)[])
  parentPort?.postMessage([key, await SOURCES[key].file()] as const);
