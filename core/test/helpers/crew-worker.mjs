// A worker thread does not inherit the TypeScript loader of the thread that starts it.
import { tsImport } from 'tsx/esm/api';
import { workerData } from 'node:worker_threads';

const { helpCrew } = await tsImport('../../src/ink/index.ts', import.meta.url);
helpCrew(workerData);
