import { v4 as newId } from 'uuid';
import type { Bench } from '@amber-stamp/core/bench';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { create } from 'zustand';
import { pause } from '../engine/clock.ts';

/** What a brush is made with that the server does not have yet. */
export interface BegunBrush {
  note: string;
  /** where it is put; where new brushes are, unless said */
  drawer?: string;
}

/** A finished gesture that the server has not kept yet. */
export interface Draft {
  brushId: string;
  /** the version that it was made on: kept, or that of the draft before it; of none where it begins a brush */
  parent: string;
  /** it is the first state of a brush, which is made with it */
  begins?: BegunBrush;
  what: string;
  bench: Bench;
  /** it becomes the present line although it goes on from an older version */
  goesOn?: boolean;
  /** id of the version to be, so that a repeated save is the same save */
  id: string;
  /** its place among the drafts of this page */
  place: number;
  /** the sentence by which the server refused it for good: it is not sent again by itself */
  refused?: string;
}

interface Schema extends DBSchema {
  drafts: { key: string; value: Draft };
}

/** Whether this browser keeps drafts: it may be full, refuse, or have none to give. */
export const useDrafts = create<{ safe: boolean }>(() => ({ safe: true }));

/** What protects work that the server does not have, in one line. */
export const protection = (safe: boolean): string =>
  safe
    ? 'Your work is safe in this browser.'
    : 'This browser keeps no drafts: only this page holds your work, so leave it open.';

/** A store that does not open within so long is taken for none, ms. */
const PATIENCE_MS = 8000;

let opening: Promise<IDBPDatabase<Schema>> | undefined;

async function open(): Promise<IDBPDatabase<Schema>> {
  const opened = openDB<Schema>('amber-stamp', 1, {
    upgrade: (db) => void db.createObjectStore('drafts'),
    terminated: () => (opening = undefined),
  });
  const late = pause(PATIENCE_MS).then(() => Promise.reject(new Error('the store of drafts does not open')));
  return Promise.race([opened, late]);
}

/** Does something with the store of drafts; gives `otherwise`, and says that there are none, where the browser refuses. */
async function withStore<T>(run: (db: IDBPDatabase<Schema>) => Promise<T>, otherwise: T): Promise<T> {
  try {
    opening ??= open();
    const result = await run(await opening);
    if (!useDrafts.getState().safe) useDrafts.setState({ safe: true });
    return result;
  } catch {
    opening = undefined;
    useDrafts.setState({ safe: false });
    return otherwise;
  }
}

/** Every page has drafts of its own, so that two never overwrite each other's, a copy of a tab neither. */
const PAGE = newId();

const keyOf = ({ brushId, place }: Draft): string => `${brushId} ${PAGE} ${String(place).padStart(9, '0')}`;

/** Puts a draft in its place. Committed at once: what waits for the page to hear of it is taken back when the page goes. */
async function put(db: IDBPDatabase<Schema>, key: string, draft: Draft): Promise<void> {
  const writing = db.transaction('drafts', 'readwrite');
  const written = writing.store.put(draft, key);
  writing.commit();
  await Promise.all([written, writing.done]);
}

/** Writes a draft, or writes it anew. Never rejects: `useDrafts` says whether drafts are safe. */
export const writeDraft = (draft: Draft): Promise<void> => withStore((db) => put(db, keyOf(draft), draft), undefined);

/** Takes a draft of this page away. */
export const dropDraft = (draft: Draft): Promise<void> => forgetDraft(keyOf(draft));

/** Drafts of a brush that pages left behind, this one too: those of a page in the order in which they were made. */
export const leftDrafts = (brushId: string): Promise<{ key: string; draft: Draft }[]> =>
  withStore(async (db) => {
    const keys = (await db.getAllKeys('drafts')).filter((key) => key.startsWith(`${brushId} `)).sort();
    const found = await Promise.all(keys.map(async (key) => ({ key, draft: await db.get('drafts', key) })));
    return found.flatMap(({ key, draft }) => (draft ? [{ key, draft }] : []));
  }, []);

/** Brushes that pages left behind before they were made. */
export const leftBrushes = (): Promise<string[]> =>
  withStore(async (db) => {
    const left = (await db.getAll('drafts')).filter(({ begins, refused }) => begins && refused === undefined);
    return [...new Set(left.map(({ brushId }) => brushId))];
  }, []);

/** Says of a draft that some page left by which sentence it was refused for good. */
export const refuseDraft = (key: string, draft: Draft, refused: string): Promise<void> =>
  withStore((db) => put(db, key, { ...draft, refused }), undefined);

export const forgetDraft = (key: string): Promise<void> => withStore((db) => db.delete('drafts', key), undefined);
