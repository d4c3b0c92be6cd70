import type { PackShelf } from '@amber-stamp/core/formats';
import { randomUUID } from 'node:crypto';
import type { Queries } from '../db/database.ts';
import { brushes, uses, versions } from '../db/schema.ts';
import type { Save } from './brushes.ts';
import { needDrawer } from './drawers.ts';
import { namedIn } from './uses.ts';
import { wordsOf } from './words.ts';

/** A brush that is made with its first version, and where it lies. */
export interface NewBrush extends Pick<Save, 'id' | 'what' | 'thumbnail' | 'body'> {
  shelf: PackShelf;
}

/** So many rows go at a time. */
const AT_ONCE = 200;

/** Does something with rows, so many at a time. */
export async function inParts<T>(rows: readonly T[], insert: (part: T[]) => Promise<unknown>): Promise<void> {
  for (let at = 0; at < rows.length; at += AT_ONCE) await insert(rows.slice(at, at + AT_ONCE));
}

/** Makes any number of brushes whose files and plates are known to be here. Gives their ids, in their order. */
export async function createMany(tx: Queries, made: readonly NewBrush[]): Promise<string[]> {
  const ids = made.map(() => randomUUID());
  for (const drawer of new Set(made.map(({ shelf }) => shelf.drawer))) await needDrawer(tx, drawer);
  const words: string[][] = [];
  for (const { body } of made) words.push(await wordsOf(tx, body));
  const whole = made.map((one, k) => ({ ...one, brushId: ids[k], words: words[k] }));
  await inParts(whole, (part) =>
    tx.insert(brushes).values(
      part.map(({ id, brushId, body, shelf, words: found }) => ({
        id: brushId,
        name: body.brush.name,
        currentId: id,
        words: found,
        ...shelf,
      })),
    ),
  );
  await inParts(whole, (part) =>
    tx
      .insert(versions)
      .values(
        part.map(({ id, brushId, what, thumbnail, body }) => ({ id, brushId, number: 1, what, thumbnail, body })),
      ),
  );
  const named = whole.flatMap(({ id, brushId, body }) =>
    namedIn(body).map((what) => ({ versionId: id, brushId, what })),
  );
  await inParts(named, (part) => tx.insert(uses).values(part));
  return ids;
}
