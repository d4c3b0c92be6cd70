import { and, eq } from 'drizzle-orm';
import type { Queries } from '../db/database.ts';
import { thumbnails } from '../db/schema.ts';

/** A small picture of a file by its content: the one that is stored, or one that is made and then is. */
export async function storedThumbnail(
  db: Queries,
  sha256: string,
  side: number,
  make: () => Promise<Buffer>,
): Promise<Buffer> {
  const [there] = await db
    .select({ data: thumbnails.data })
    .from(thumbnails)
    .where(and(eq(thumbnails.sha256, sha256), eq(thumbnails.side, side)));
  if (there) return there.data;
  const data = Buffer.from(await make());
  await db.insert(thumbnails).values({ sha256, side, data }).onConflictDoNothing();
  return data;
}
