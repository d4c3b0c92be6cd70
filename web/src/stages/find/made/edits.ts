import type { Bench } from '@amber-stamp/core/bench';
import type { MadeSource } from '@amber-stamp/core/make';
import { presentPlate } from '../../../bench/edit.ts';
import { change, live, settle } from '../../../bench/store.ts';

/** Changes the settings that the present plate is made of, while the hand moves. */
export function editMade<Made extends MadeSource>(format: Made['format'], edit: (made: Made) => void): void {
  live((draft: Bench) => {
    const { made } = presentPlate(draft).plate;
    if (made?.format === format) edit(made as Made);
  });
}

/** The same in one gesture. */
export function changeMade<Made extends MadeSource>(
  what: string,
  format: Made['format'],
  edit: (made: Made) => void,
): void {
  change(what, (draft: Bench) => {
    const { made } = presentPlate(draft).plate;
    if (made?.format === format) edit(made as Made);
  });
}

/** What the fields of a made source do on the bench. */
export const fieldsOf = <Made extends MadeSource>(made: Made, noun: string) => ({
  made,
  onLive: (part: Partial<Made>) => editMade<Made>(made.format, (draft) => void Object.assign(draft, part)),
  onDone: (told: string) => settle(`${noun}: ${told}`),
});
