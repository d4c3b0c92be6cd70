import type { BrushUse } from '@amber-stamp/core/api';
import type { Bench } from '@amber-stamp/core/bench';
import { sql, type SQL } from 'drizzle-orm';
import type { Queries } from '../db/database.ts';
import { brushes, uses, versions } from '../db/schema.ts';
import { eq } from 'drizzle-orm';

const NAMED = /"([0-9a-f]{64}|[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})"/g;

/** What a state names by content or by id, wherever in it: files, sources, versions of other brushes. */
export const namedIn = (body: Bench): string[] => [
  ...new Set([...JSON.stringify(body).matchAll(NAMED)].map(([, name]) => name)),
];

/** Writes down what a version names. */
export async function rememberUses(tx: Queries, version: { id: string; brushId: string; body: Bench }): Promise<void> {
  const { id: versionId, brushId } = version;
  const named = namedIn(version.body).map((what) => ({ versionId, brushId, what }));
  if (named.length > 0) await tx.insert(uses).values(named);
}

/** How many brushes use something in the state that they are kept as now. */
export const countUsers = (what: SQL): SQL<number> =>
  sql<number>`(select count(*) from ${uses} join ${brushes} on ${brushes.currentId} = ${uses.versionId} where ${uses.what} = ${what})::integer`;

/** The brushes that use a file or source, those first that do so as they are kept now; then those that only did. */
export async function usersOf(db: Queries, what: string): Promise<BrushUse[]> {
  const present = sql<boolean>`bool_or(${brushes.currentId} = ${uses.versionId})`;
  const rows = await db
    .select({ id: brushes.id, name: brushes.name, drawer: brushes.drawer, putAwayAt: brushes.putAwayAt, present })
    .from(uses)
    .innerJoin(brushes, eq(brushes.id, uses.brushId))
    .where(eq(uses.what, what))
    .groupBy(brushes.id)
    .orderBy(sql`${present} desc`, brushes.name, brushes.id)
    .limit(500);
  const shown = await db
    .select({ id: brushes.id, thumbnail: versions.thumbnail })
    .from(brushes)
    .innerJoin(versions, eq(versions.id, brushes.currentId))
    .where(sql`${brushes.id} in (select brush_id from uses where what = ${what})`);
  const faces = new Map(shown.map(({ id, thumbnail }) => [id, thumbnail]));
  return rows.map(({ putAwayAt, ...row }) => ({
    ...row,
    putAwayAt: putAwayAt?.toISOString() ?? null,
    thumbnail: faces.get(row.id) ?? null,
  }));
}
