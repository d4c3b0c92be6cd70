import { and, eq } from 'drizzle-orm';
import type { Queries } from '../db/database.ts';
import { thumbnails } from '../db/schema.ts';
import { heavy } from '../heavy/pool.ts';
import { readBlob } from './blobs.ts';

interface Wanted {
  /** a file may be a source and a plate: it looks different as either */
  what: 'thumbnail' | 'plateThumbnail';
  sha256: string;
  /** names the file in sentences */
  where: string;
  side: number;
}

/** A small picture of a file by its content: the one that is stored, or one that is made and then is. */
export async function storedThumbnail(db: Queries, { what, sha256, where, side }: Wanted): Promise<Buffer> {
  const [there] = await db
    .select({ data: thumbnails.data })
    .from(thumbnails)
    .where(and(eq(thumbnails.what, what), eq(thumbnails.sha256, sha256), eq(thumbnails.side, side)));
  if (there) return there.data;
  const data = Buffer.from(await heavy(what, await readBlob(db, sha256), where, { side }));
  await db.insert(thumbnails).values({ what, sha256, side, data }).onConflictDoNothing();
  return data;
}
