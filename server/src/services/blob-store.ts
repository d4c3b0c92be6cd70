import type { StoredBlob } from '@amber-stamp/core/api';
import { and, asc, eq, gte, lt, sql } from 'drizzle-orm';
import type { Queries } from '../db/database.ts';
import { blobChunks, blobs } from '../db/schema.ts';
import { fileOf, type WholeFile } from './file.ts';

export const CHUNK_BYTES = 1024 * 1024;

/** Says that a file is wanted again, so that it is not swept before what names it has come. */
const wantedAgain = (db: Queries, sha256: string): Promise<unknown> =>
  db
    .update(blobs)
    .set({ createdAt: sql`now()` })
    .where(eq(blobs.sha256, sha256));

/** Cuts a stream of buffers into chunks of exactly CHUNK_BYTES, the last one shorter. */
async function* chunked(stream: AsyncIterable<Uint8Array>): AsyncGenerator<Buffer> {
  let held: Buffer[] = [];
  let size = 0;
  for await (const part of stream) {
    held.push(Buffer.from(part.buffer, part.byteOffset, part.length));
    size += part.length;
    while (size >= CHUNK_BYTES) {
      const all = Buffer.concat(held);
      yield all.subarray(0, CHUNK_BYTES);
      held = [all.subarray(CHUNK_BYTES)];
      size = held[0].length;
    }
  }
  if (size > 0) yield Buffer.concat(held);
}

/**
 * Streams a file into the database. Everything happens in one transaction, so what breaks off leaves nothing. A file that is
 * there already is not stored again; of those that bring the same one at once one keeps it, and the others wait for that.
 */
export async function storeFile(db: Queries, { sha256, size, stream }: WholeFile): Promise<StoredBlob> {
  return db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${sha256}, 0))`);
    if (await storedBlob(tx, sha256)) await wantedAgain(tx, sha256);
    else {
      const [{ id }] = await tx.insert(blobs).values({ sha256, size }).returning({ id: blobs.id });
      let place = 0;
      for await (const data of chunked(stream()))
        await tx.insert(blobChunks).values({ blobId: id, place: place++, data });
    }
    return { sha256, size };
  });
}

export const storeBytes = (db: Queries, bytes: Uint8Array): Promise<StoredBlob> => storeFile(db, fileOf(bytes));

/** Size of a blob that is stored; undefined when there is none. */
export async function storedBlob(db: Queries, sha256: string): Promise<{ id: number; size: number } | undefined> {
  const [row] = await db.select({ id: blobs.id, size: blobs.size }).from(blobs).where(eq(blobs.sha256, sha256));
  return row;
}

/** Streams a blob's chunks in order. */
export async function* blobChunksOf(db: Queries, id: number): AsyncGenerator<Buffer> {
  const batch = 8;
  for (let from = 0; ; from += batch) {
    const rows = await db
      .select({ data: blobChunks.data })
      .from(blobChunks)
      .where(and(eq(blobChunks.blobId, id), gte(blobChunks.place, from), lt(blobChunks.place, from + batch)))
      .orderBy(asc(blobChunks.place));
    for (const { data } of rows) yield data;
    if (rows.length < batch) return;
  }
}
