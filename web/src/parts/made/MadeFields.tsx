import type { MadeSource } from '@amber-stamp/core/make';

/** What asks for the settings of a made source. */
export interface MadeFieldsProps<Made extends MadeSource> {
  made: Made;
  /** while the hand moves */
  onLive: (part: Partial<Made>) => void;
  /** once it rests, told in a few words */
  onDone: (told: string) => void;
}
