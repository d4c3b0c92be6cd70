import { eq, sql } from 'drizzle-orm';
import { open, rm } from 'node:fs/promises';
import { setTimeout as pause } from 'node:timers/promises';
import type { Database, Queries } from '../db/database.ts';
import { packedFiles, packs } from '../db/schema.ts';
import { readPlaced } from '../heavy/pack-file.ts';
import { storeFile } from './blob-store.ts';
import { fileOf } from './file.ts';

type Packed = typeof packedFiles.$inferSelect & { path: string };

const ofPack = (db: Queries) =>
  db
    .select({
      sha256: packedFiles.sha256,
      packId: packedFiles.packId,
      at: packedFiles.at,
      packed: packedFiles.packed,
      size: packedFiles.size,
      method: packedFiles.method,
      path: packs.path,
    })
    .from(packedFiles)
    .innerJoin(packs, eq(packs.id, packedFiles.packId));

/** Stores a file of a kept pack like every other. */
async function takeOver(db: Queries, { path, ...place }: Packed): Promise<void> {
  const file = await open(path);
  try {
    await storeFile(db, fileOf(await readPlaced(file, place, `A file of the pack`)));
  } finally {
    await file.close();
  }
}

/** Takes a file over that still lies in a kept pack; false where none does. */
export async function takeFromPack(db: Queries, sha256: string): Promise<boolean> {
  const [packed] = await ofPack(db).where(eq(packedFiles.sha256, sha256));
  if (!packed) return false;
  await takeOver(db, packed);
  return true;
}

/** Whether a file still lies in a kept pack. */
export const liesInPack = async (db: Queries, sha256: string): Promise<boolean> =>
  (await db.$count(packedFiles, eq(packedFiles.sha256, sha256))) > 0;

/** Between two files, ms: what somebody waits for comes first. */
const REST_MS = 2;
let draining: Promise<void> = Promise.resolve();

async function drainPack(db: Database, id: string, path: string): Promise<void> {
  for (;;) {
    const some = await ofPack(db).where(eq(packs.id, id)).limit(100);
    if (some.length === 0) break;
    for (const packed of some) {
      await takeOver(db, packed);
      await db.delete(packedFiles).where(eq(packedFiles.sha256, packed.sha256));
      await pause(REST_MS);
    }
  }
  await db.delete(packs).where(eq(packs.id, id));
  await rm(path, { force: true });
}

/** Takes the files of kept packs over, one after the other, beside all else; goes on where a server before it ended. */
export function drainPacks(db: Database): Promise<void> {
  draining = draining
    .catch(() => undefined)
    .then(async () => {
      for (const { id, path } of await db
        .select()
        .from(packs)
        .orderBy(sql`${packs.createdAt}`))
        await drainPack(db, id, path);
    });
  return draining;
}
