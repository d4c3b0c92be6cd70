import { benchWords, parseBench, type Bench } from '@amber-stamp/core/bench';
import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Queries } from '../db/database.ts';
import { brushes, plates, sources, versions } from '../db/schema.ts';

/** So many states are read at a time. */
const AT_A_TIME = 100;

/** What a brush is found by beside its names: what it is and does, and what its plates were cut from. */
export async function wordsOf(db: Queries, body: Bench): Promise<string[]> {
  const ids = Object.values(body.plates).flatMap(({ source }) => source ?? []);
  const from =
    ids.length === 0
      ? []
      : await db.select({ kind: sources.kind, name: sources.name }).from(sources).where(inArray(sources.id, ids));
  const hashes = Object.values(body.plates).map(({ sha256 }) => sha256);
  const known = await db
    .select({ sha256: plates.sha256 })
    .from(plates)
    .where(and(inArray(plates.sha256, hashes), plates.soft));
  const soft = new Set(known.map(({ sha256 }) => sha256));
  return [
    ...new Set([...benchWords(body, (sha256) => soft.has(sha256)), ...from.flatMap(({ kind, name }) => [kind, name])]),
  ];
}

/** Works the words out of brushes that were kept before there were any. Gives how many. */
export async function findMissingWords(db: Queries): Promise<number> {
  for (let count = 0; ;) {
    const rows = await db
      .select({ id: brushes.id, body: versions.body })
      .from(brushes)
      .innerJoin(versions, eq(versions.id, brushes.currentId))
      .where(isNull(brushes.words))
      .limit(AT_A_TIME);
    if (rows.length === 0) return count;
    for (const { id, body } of rows) {
      const words = await wordsOf(db, parseBench(body));
      await db
        .update(brushes)
        .set({ words })
        .where(and(eq(brushes.id, id), isNull(brushes.words)));
    }
    count += rows.length;
  }
}

/** All that a brush is searched by. */
export const SEARCHED = sql`(${brushes.name} || ' ' || ${brushes.note} || ' ' || ${brushes.drawer} || ' '
  || array_to_string(${brushes.tags}, ' ') || ' ' || array_to_string(coalesce(${brushes.words}, '{}'), ' '))`;
