import { helpCrew, type CrewPlace } from '@amber-stamp/core/crew';
import { workerData } from 'node:worker_threads';

// what waits for a number alone does not keep a thread alive
setInterval(() => undefined, 60_000);
await helpCrew(workerData as CrewPlace);
