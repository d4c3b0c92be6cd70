import './kernel.ts';
import { helpCrew, type CrewPlace } from '@amber-stamp/core/crew';
import { expose } from 'comlink';
import type { LayApi } from '../engine/protocol/lay.ts';

const worker: LayApi = {
  // it never comes back: the caller waits for nothing
  help: (place: CrewPlace) => helpCrew(place),
};

expose(worker);
