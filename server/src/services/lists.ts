import type { Cabinet } from '@amber-stamp/core/api';
import { AmberError } from '@amber-stamp/core/errors';
import { and, count, eq, getTableColumns, isNotNull, isNull, sql, type SQL } from 'drizzle-orm';
import type { Queries } from '../db/database.ts';
import { brushes, drawers, plates, sources, uses, versions } from '../db/schema.ts';
import {
  afterPlace,
  alphabetic,
  byNumber,
  hasWords,
  inOrder,
  latest,
  pageOf,
  placeOf,
  type PageQuery,
} from './pages.ts';
import { countUsers } from './uses.ts';
import { SEARCHED } from './words.ts';

/** What brushes are ordered by. */
export const SORTS = {
  kept: latest(brushes.keptAt, brushes.id),
  name: alphabetic(brushes.name, brushes.id),
  echo: byNumber(versions.echo, brushes.id, false),
  texture: byNumber(versions.texture, brushes.id, true),
} as const;
export type Sort = keyof typeof SORTS;

/** Which brushes are meant: of one drawer or of all, with a tag or any, or those that are put away. */
export interface BrushFilter {
  drawer: string;
  tag: string;
  away: boolean;
  find: string;
}
const PLATES_BY_MADE = latest(plates.createdAt, plates.sha256);
const SOURCES_BY_MADE = latest(sources.createdAt, sources.id);

/** Throws `bad-value` for an order that there is not. */
export function sortAsked(name: string): Sort {
  if (name === '') return 'kept';
  if (!Object.hasOwn(SORTS, name))
    throw new AmberError('bad-value', `Brushes are sorted by ${Object.keys(SORTS).join(', ')}.`, 'sort');
  return name as Sort;
}

const meant = ({ drawer, tag, away, find }: BrushFilter): SQL | undefined =>
  and(
    isNotNull(brushes.currentId),
    away ? isNotNull(brushes.putAwayAt) : isNull(brushes.putAwayAt),
    drawer === '' ? undefined : eq(brushes.drawer, drawer),
    tag === '' ? undefined : sql`${tag} = any(${brushes.tags})`,
    hasWords(SEARCHED, find),
  );

/** Brushes with what the cabinet shows of them. */
export async function listBrushes(db: Queries, filter: BrushFilter, { after, limit }: PageQuery, sort: Sort = 'kept') {
  const order = SORTS[sort];
  const { id, name, drawer, note, tags, putAwayAt, createdAt, keptAt } = brushes;
  const rows = await db
    .select({
      item: {
        ...{ id, name, drawer, note, tags, putAwayAt, createdAt, keptAt },
        words: sql<string[]>`coalesce(${brushes.words}, '{}')`,
        version: versions.number,
        versionId: versions.id,
        thumbnail: versions.thumbnail,
        echo: versions.echo,
        texture: versions.texture,
        tips: sql<number>`jsonb_array_length(${versions.body}->'brush'->'coats'->0->'deck'->'cards')`,
      },
      place: placeOf(order),
    })
    .from(brushes)
    .innerJoin(versions, eq(brushes.currentId, versions.id))
    .where(and(meant(filter), afterPlace(order, after)))
    .orderBy(...inOrder(order))
    .limit(limit + 1);
  return pageOf(rows, limit);
}

/** All brushes that are meant, by id: what "all of them" stands for, however many are shown. */
export async function findBrushes(db: Queries, filter: BrushFilter): Promise<string[]> {
  const rows = await db
    .select({ id: brushes.id })
    .from(brushes)
    .where(meant(filter))
    .orderBy(...inOrder(SORTS.kept));
  return rows.map(({ id }) => id);
}

/** Plates that brushes print with, latest first; `older`: those too that only older versions print with; `tiles`: only those that were made to tile. */
export async function listPlates(
  db: Queries,
  { after, limit, find }: PageQuery,
  { older = false, tiles = false } = {},
) {
  const users = countUsers(sql`${plates.sha256}`);
  const from = sql`${plates.name} || ' ' || coalesce(${sources.name}, '')`;
  const rows = await db
    .select({
      item: { ...getTableColumns(plates), sourceName: sources.name, users },
      place: placeOf(PLATES_BY_MADE),
    })
    .from(plates)
    .leftJoin(sources, eq(sources.id, plates.sourceId))
    .where(
      and(
        older ? undefined : inUse(sql`${plates.sha256}`),
        tiles ? eq(plates.tiles, true) : undefined,
        hasWords(from, find),
        afterPlace(PLATES_BY_MADE, after),
      ),
    )
    .orderBy(...inOrder(PLATES_BY_MADE))
    .limit(limit + 1);
  return pageOf(rows, limit);
}

/** Whether a brush as it is kept now names something. */
const inUse = (what: SQL): SQL =>
  sql`exists (select 1 from ${uses} join ${brushes} on ${brushes.currentId} = ${uses.versionId} where ${uses.what} = ${what})`;

/** Sources, latest first. */
export async function listSources(db: Queries, { after, limit, find }: PageQuery) {
  const rows = await db
    .select({
      item: { ...getTableColumns(sources), users: countUsers(sql`${sources.id}::text`) },
      place: placeOf(SOURCES_BY_MADE),
    })
    .from(sources)
    .where(and(hasWords(sql`${sources.name} || ' ' || ${sources.kind}`, find), afterPlace(SOURCES_BY_MADE, after)))
    .orderBy(...inOrder(SOURCES_BY_MADE))
    .limit(limit + 1);
  return pageOf(rows, limit);
}

/** How much lies where. */
export async function countCabinet(db: Queries): Promise<Cabinet> {
  const shown = isNotNull(brushes.currentId);
  const there = and(shown, isNull(brushes.putAwayAt));
  const inDrawers = await db
    .select({ name: drawers.name, note: drawers.note, count: count(brushes.id) })
    .from(drawers)
    .leftJoin(brushes, and(eq(brushes.drawer, drawers.name), there))
    .groupBy(drawers.name)
    .orderBy(drawers.place, drawers.name);
  const tags = await db.execute(
    sql`select tag as name, count(*)::integer as count from ${brushes}, unnest(${brushes.tags}) tag where ${there} group by tag order by lower(tag)`,
  );
  return {
    drawers: inDrawers,
    tags: tags.rows as Cabinet['tags'],
    brushes: await db.$count(brushes, there),
    away: await db.$count(brushes, and(shown, isNotNull(brushes.putAwayAt))),
    sources: await db.$count(sources),
    plates: await db.$count(plates, inUse(sql`${plates.sha256}`)),
    olderPlates: await db.$count(plates, sql`not ${inUse(sql`${plates.sha256}`)}`),
  };
}
