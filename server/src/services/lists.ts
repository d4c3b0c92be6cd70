import type { Cabinet } from '@amber-stamp/core/api';
import { and, count, eq, getTableColumns, isNotNull, isNull, sql } from 'drizzle-orm';
import type { Queries } from '../db/database.ts';
import { brushes, plates, sources, versions } from '../db/schema.ts';
import { afterPlace, hasWords, latestFirst, pageOf, placeOf, type PageQuery } from './pages.ts';

/** Which brushes are listed: those of one drawer or of all, or those that are put away. */
export interface BrushQuery extends PageQuery {
  drawer: string;
  away: boolean;
}

const BY_KEPT = { at: brushes.keptAt, key: brushes.id };
const PLATES_BY_MADE = { at: plates.createdAt, key: plates.sha256 };
const SOURCES_BY_MADE = { at: sources.createdAt, key: sources.id };

/** What a brush is found by. */
const brushText = sql`(${brushes.name} || ' ' || ${brushes.note} || ' ' || ${brushes.drawer})`;

/** Brushes with what the cabinet shows of them, last kept first. */
export async function listBrushes(db: Queries, { after, limit, find, drawer, away }: BrushQuery) {
  const rows = await db
    .select({
      item: {
        id: brushes.id,
        name: brushes.name,
        drawer: brushes.drawer,
        note: brushes.note,
        putAwayAt: brushes.putAwayAt,
        createdAt: brushes.createdAt,
        keptAt: brushes.keptAt,
        version: versions.number,
        thumbnail: versions.thumbnail,
        tips: sql<number>`jsonb_array_length(${versions.body}->'brush'->'coats'->0->'deck'->'cards')`,
      },
      place: placeOf(BY_KEPT),
    })
    .from(brushes)
    .innerJoin(versions, eq(brushes.currentId, versions.id))
    .where(
      and(
        away ? isNotNull(brushes.putAwayAt) : isNull(brushes.putAwayAt),
        drawer === '' ? undefined : eq(brushes.drawer, drawer),
        hasWords(brushText, find),
        afterPlace(BY_KEPT, after),
      ),
    )
    .orderBy(...latestFirst(BY_KEPT))
    .limit(limit + 1);
  return pageOf(rows, limit);
}

/** Plates that a kept state prints with, latest first. */
export async function listPlates(db: Queries, { after, limit, find }: PageQuery) {
  const rows = await db
    .select({ item: getTableColumns(plates), place: placeOf(PLATES_BY_MADE) })
    .from(plates)
    .where(and(hasWords(plates.name, find), afterPlace(PLATES_BY_MADE, after)))
    .orderBy(...latestFirst(PLATES_BY_MADE))
    .limit(limit + 1);
  return pageOf(rows, limit);
}

/** Sources, latest first. */
export async function listSources(db: Queries, { after, limit, find }: PageQuery) {
  const rows = await db
    .select({ item: getTableColumns(sources), place: placeOf(SOURCES_BY_MADE) })
    .from(sources)
    .where(and(hasWords(sources.name, find), afterPlace(SOURCES_BY_MADE, after)))
    .orderBy(...latestFirst(SOURCES_BY_MADE))
    .limit(limit + 1);
  return pageOf(rows, limit);
}

/** How much lies where. */
export async function countCabinet(db: Queries): Promise<Cabinet> {
  const shown = isNotNull(brushes.currentId);
  const drawers = await db
    .select({ name: brushes.drawer, count: count() })
    .from(brushes)
    .where(and(shown, isNull(brushes.putAwayAt)))
    .groupBy(brushes.drawer)
    .orderBy(brushes.drawer);
  const [{ away }] = await db
    .select({ away: count() })
    .from(brushes)
    .where(and(shown, isNotNull(brushes.putAwayAt)));
  return {
    drawers,
    brushes: drawers.reduce((sum, drawer) => sum + drawer.count, 0),
    away,
    sources: await db.$count(sources),
    plates: await db.$count(plates),
  };
}
