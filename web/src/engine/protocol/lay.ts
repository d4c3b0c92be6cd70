import type { CrewPlace } from '@amber-stamp/core/crew';

export interface LayApi {
  /** Helps an engine of another worker, for ever: it never answers. */
  help(place: CrewPlace): Promise<void>;
}
