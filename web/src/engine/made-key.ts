import type { MadeSource } from '@amber-stamp/core/make';
import { inOrder } from '@amber-stamp/core/model';

const MADE = 'made ';

/** States never change, so what a made source is called is found once. */
const called = new WeakMap<MadeSource, string>();

/** What the workers know a made source by, in the place of a source's id: its settings. */
export function madeKey(made: MadeSource): string {
  const key = called.get(made) ?? MADE + JSON.stringify(made, inOrder);
  called.set(made, key);
  return key;
}

/** The settings that a key stands for; undefined for the id of a source. */
export const madeOf = (key: string): MadeSource | undefined =>
  key.startsWith(MADE) ? (JSON.parse(key.slice(MADE.length)) as MadeSource) : undefined;
