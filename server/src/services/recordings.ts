import { AmberError } from '@amber-stamp/core/errors';
import type { Strokes } from '@amber-stamp/core/model';
import { asc, eq, isNull } from 'drizzle-orm';
import type { Queries } from '../db/database.ts';
import { recordings } from '../db/schema.ts';
import { isId } from './ids.ts';

export type RecordingRow = typeof recordings.$inferSelect;

/** Recordings that were not put away, oldest first. */
export const listRecordings = (db: Queries): Promise<RecordingRow[]> =>
  db.select().from(recordings).where(isNull(recordings.putAwayAt)).orderBy(asc(recordings.createdAt));

/** Keeps strokes by a name; the same id a second time is the same recording. */
export async function keepRecording(db: Queries, id: string, name: string, body: Strokes): Promise<RecordingRow> {
  await db.insert(recordings).values({ id, name, body }).onConflictDoNothing();
  const [row] = await db.select().from(recordings).where(eq(recordings.id, id));
  return row;
}

/** Renames a recording, puts it away or takes it out again. Throws not-found. */
export async function changeRecording(
  db: Queries,
  id: string,
  { name, putAway }: { name?: string; putAway?: boolean },
): Promise<RecordingRow> {
  const putAwayAt = putAway === undefined ? undefined : putAway ? new Date() : null;
  const [row] = isId(id) ? await db.select().from(recordings).where(eq(recordings.id, id)) : [];
  if (!row) throw new AmberError('not-found', 'There is no such recording.', id);
  if (name === undefined && putAway === undefined) return row;
  const [changed] = await db.update(recordings).set({ name, putAwayAt }).where(eq(recordings.id, id)).returning();
  return changed;
}
