import type { MadeSource } from '@amber-stamp/core/make';

const MADE = 'made ';

/** Puts the keys of an object in order: the database gives them back in one of its own. */
export const inOrder = (_: string, value: unknown): unknown =>
  value !== null && typeof value === 'object' && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value;

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
