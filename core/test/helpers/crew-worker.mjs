// A worker thread does not inherit the TypeScript loader of the thread that starts it.
import { tsImport } from 'tsx/esm/api';
import { workerData } from 'node:worker_threads';

const { helpCrew } = await tsImport('../../src/ink/crew.ts', import.meta.url);
// what waits for a number alone does not keep a thread alive
setInterval(() => undefined, 60_000);
await helpCrew(workerData);
