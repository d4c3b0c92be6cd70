import type { Bench } from '@amber-stamp/core/bench';
import type { MadeSource } from '@amber-stamp/core/make';
import { presentPlate } from '../../../bench/edit.ts';
import { change, live, settle } from '../../../bench/store.ts';

type Edit<Made extends MadeSource> = (made: Made) => void;

/** An edit of what the present plate is made of, where it is made so. */
const inMade =
  <Made extends MadeSource>(format: Made['format'], edit: Edit<Made>) =>
  (draft: Bench): void => {
    const { made } = presentPlate(draft).plate;
    if (made?.format === format) edit(made as Made);
  };

/** Changes the settings that the present plate is made of, while the hand moves. */
export const editMade = <Made extends MadeSource>(format: Made['format'], edit: Edit<Made>): void =>
  live(inMade(format, edit));

/** Changes them in one gesture. */
export const changeMade = <Made extends MadeSource>(what: string, format: Made['format'], edit: Edit<Made>): void =>
  change(what, inMade(format, edit));

/** What the fields of a made source do on the bench. */
export const fieldsOf = <Made extends MadeSource>(made: Made, noun: string) => ({
  made,
  onLive: (part: Partial<Made>) => editMade<Made>(made.format, (draft) => void Object.assign(draft, part)),
  onDone: (told: string) => settle(`${noun}: ${told}`),
});
