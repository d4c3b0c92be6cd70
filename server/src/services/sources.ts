import { AmberError, isUniform, type Picture } from '@amber-stamp/core';
import { decodeWorking, MAX_FILE_BYTES, probePicture, thumbnailOf } from '@amber-stamp/io';
import { asc, eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { Queries } from '../db/database.ts';
import { sources } from '../db/schema.ts';
import { readBlob, storeBlob } from './blobs.ts';
import { isId } from './ids.ts';

export type SourceRow = typeof sources.$inferSelect;

/** A name for people: the file's name without folder and ending. */
export function sourceName(fileName: string): string {
  const base = fileName.split(/[\\/]/).pop() ?? '';
  const plain = base
    .replace(/\.[a-zA-Z0-9]{1,5}$/, '')
    .replace(/[-_]+/g, ' ')
    .trim();
  const name = plain || 'Picture';
  return (name[0].toUpperCase() + name.slice(1)).slice(0, 120);
}

/** The picture that was decoded last: it is asked for again at once, when its first brush is made. */
let latest: { sha256: string; picture: Picture } | undefined;

/**
 * Keeps an uploaded picture, its bytes untouched. Nothing is kept of a file that is no picture; the same bytes give the
 * source that is there already.
 */
export async function addSource(
  db: Queries,
  stream: AsyncIterable<Uint8Array>,
  fileName: string,
  kind = 'picture',
): Promise<SourceRow> {
  const where = fileName || 'The file';
  return db.transaction(async (tx) => {
    const { sha256 } = await storeBlob(tx, stream, MAX_FILE_BYTES, where);
    const [there] = await tx.select().from(sources).where(eq(sources.sha256, sha256));
    if (there) return there;
    const bytes = await readBlob(tx, sha256);
    const info = await probePicture(bytes, where);
    // only decoding it whole shows that it is complete and that there is something to see
    const picture = await decodeWorking(bytes, where);
    if (isUniform(picture))
      throw new AmberError(
        'nothing-to-print',
        `${where} is blank: every pixel is the same, so nothing prints. Choose another picture.`,
        where,
      );
    const [row] = await tx
      .insert(sources)
      .values({ id: randomUUID(), name: sourceName(fileName), kind, sha256, ...info })
      .returning();
    latest = { sha256, picture };
    return row;
  });
}

export const listSources = (db: Queries): Promise<SourceRow[]> =>
  db.select().from(sources).orderBy(asc(sources.createdAt));

export async function getSource(db: Queries, id: string): Promise<SourceRow> {
  const [row] = isId(id) ? await db.select().from(sources).where(eq(sources.id, id)) : [];
  if (!row) throw new AmberError('not-found', 'There is no such source.', id);
  return row;
}

/** The picture that recipes work on. */
export async function workingPicture(db: Queries, id: string): Promise<Picture> {
  const row = await getSource(db, id);
  if (latest?.sha256 !== row.sha256)
    latest = { sha256: row.sha256, picture: await decodeWorking(await readBlob(db, row.sha256), row.name) };
  return latest.picture;
}

/** A small WebP of a source, for lists. */
export async function sourceThumbnail(db: Queries, id: string, side: number): Promise<Buffer> {
  const row = await getSource(db, id);
  return thumbnailOf(await readBlob(db, row.sha256), side, row.name);
}
