import type { Bench } from '@amber-stamp/core/bench';
import { openDB, type DBSchema } from 'idb';

/** A finished gesture that the server has not kept yet. */
export interface Draft {
  brushId: string;
  /** the version that it was made on */
  parent: string;
  what: string;
  bench: Bench;
  /** it becomes the present line although it goes on from an older version */
  goesOn?: boolean;
  /** id of the version to be, so that a repeated save is the same save */
  id: string;
}

interface Schema extends DBSchema {
  drafts: { key: string; value: Draft };
}

const database = () =>
  openDB<Schema>('amber-stamp', 1, {
    upgrade: (db) => void db.createObjectStore('drafts'),
  });

/** Each tab has drafts of its own, so that two tabs never overwrite each other's. */
const TAB = (() => {
  const name = 'amber-stamp-tab';
  const there = sessionStorage.getItem(name);
  const tab = there ?? crypto.randomUUID();
  sessionStorage.setItem(name, tab);
  return tab;
})();

const keyOf = (brushId: string): string => `${brushId} ${TAB}`;

export async function writeDraft(draft: Draft): Promise<void> {
  await (await database()).put('drafts', draft, keyOf(draft.brushId));
}
/** Removes a draft, unless a later gesture has replaced it meanwhile. */
export async function dropDraft(draft: Draft): Promise<void> {
  const db = await database();
  const there = await db.get('drafts', keyOf(draft.brushId));
  if (there?.id === draft.id) await db.delete('drafts', keyOf(draft.brushId));
}

/** Drafts of a brush that tabs left behind: this tab's first, then those of tabs that crashed. */
export async function leftDrafts(brushId: string): Promise<{ key: string; draft: Draft }[]> {
  const db = await database();
  const keys = (await db.getAllKeys('drafts')).filter((key) => key.startsWith(`${brushId} `));
  const found = await Promise.all(keys.map(async (key) => ({ key, draft: await db.get('drafts', key) })));
  return found.flatMap(({ key, draft }) => (draft ? [{ key, draft }] : []));
}
export async function forgetDraft(key: string): Promise<void> {
  await (await database()).delete('drafts', key);
}
