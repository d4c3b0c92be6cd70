import { AmberError } from '@amber-stamp/core/errors';
import type { Queries } from '../db/database.ts';
import { blobChunksOf, storedBlob } from './blob-store.ts';
import { liesInPack, takeFromPack } from './packed-files.ts';

export { blobChunksOf, CHUNK_BYTES, storeBytes, storeFile } from './blob-store.ts';

/** Size of a blob; undefined when there is none. One that still lies in a kept pack is taken over first. */
export async function findBlob(db: Queries, sha256: string): Promise<{ id: number; size: number } | undefined> {
  const there = await storedBlob(db, sha256);
  return there ?? ((await takeFromPack(db, sha256)) ? storedBlob(db, sha256) : undefined);
}

/** Whether a file is here, wherever it lies. */
export const hasFile = async (db: Queries, sha256: string): Promise<boolean> =>
  (await storedBlob(db, sha256)) !== undefined || (await liesInPack(db, sha256));

/** A blob that must be here. Throws not-found. */
export async function requireBlob(db: Queries, sha256: string): Promise<{ id: number; size: number }> {
  const blob = await findBlob(db, sha256);
  if (!blob) throw new AmberError('not-found', `There is no file ${sha256.slice(0, 12)}….`, sha256);
  return blob;
}

/** A whole blob. Throws not-found. */
export async function readBlob(db: Queries, sha256: string): Promise<Buffer> {
  const blob = await requireBlob(db, sha256);
  const parts: Buffer[] = [];
  for await (const part of blobChunksOf(db, blob.id)) parts.push(part);
  return Buffer.concat(parts);
}
