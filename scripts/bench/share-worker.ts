import { helpCrew, type CrewPlace } from '@amber-stamp/core/ink';
import { workerData } from 'node:worker_threads';

helpCrew(workerData as CrewPlace);
