import type { Deleted } from '@amber-stamp/core/api';
import { AmberError } from '@amber-stamp/core/errors';
import { inArray, sql, type SQL } from 'drizzle-orm';
import type { Database, Queries } from '../db/database.ts';
import { brushes, versions } from '../db/schema.ts';

interface Asked {
  ids: readonly string[];
  /** sources too that nothing else uses */
  sources: boolean;
}

/** Texts of a column of what a statement gives. */
async function column<T = string>(tx: Queries, query: SQL, name: string): Promise<T[]> {
  const { rows } = await tx.execute(query);
  return rows.map((row) => row[name] as T);
}

const list = (values: readonly string[]): SQL =>
  values.length === 0
    ? sql`(null)`
    : sql`(${sql.join(
        values.map((value) => sql`${value}`),
        sql`, `,
      )})`;

/** The brushes of those that are asked for whose versions brushes name that stay: with these names. */
async function stillUsed(tx: Queries, ids: readonly string[]): Promise<Deleted['kept']> {
  const { rows } = await tx.execute(sql`
    select of_brush.id, of_brush.name, array_agg(distinct by_brush.name order by by_brush.name) as by
    from uses
      join versions named on named.id::text = uses.what
      join brushes of_brush on of_brush.id = named.brush_id
      join brushes by_brush on by_brush.id = uses.brush_id
    where of_brush.id::text in ${list(ids)} and by_brush.id::text not in ${list(ids)}
    group by of_brush.id`);
  return rows as unknown as Deleted['kept'];
}

/** Frees the files among some that nothing names any more. */
async function freeFiles(tx: Queries, names: readonly string[]): Promise<{ files: number; bytes: number }> {
  if (names.length === 0) return { files: 0, bytes: 0 };
  const sizes = await column<string>(
    tx,
    sql`delete from blobs where sha256 in ${list(names)}
      and not exists (select 1 from sources where sources.sha256 = blobs.sha256)
      and not exists (select 1 from plates where plates.sha256 = blobs.sha256)
      and not exists (select 1 from uses where what = blobs.sha256)
      and not exists (select 1 from versions where thumbnail = blobs.sha256)
    returning size`,
    'size',
  );
  await tx.execute(sql`delete from thumbnails where sha256 in ${list(names)}
    and not exists (select 1 from blobs where blobs.sha256 = thumbnails.sha256)`);
  return { files: sizes.length, bytes: sizes.reduce((sum, size) => sum + Number(size), 0) };
}

async function deleteIn(tx: Queries, { ids, sources: withSources }: Asked): Promise<Deleted> {
  const rows = await tx
    .select()
    .from(brushes)
    .where(inArray(brushes.id, [...ids]))
    .for('update');
  const shown = rows.find(({ putAwayAt }) => putAwayAt === null);
  if (shown)
    throw new AmberError(
      'bad-value',
      `${shown.name} is not put away; only what is put away is deleted for good.`,
      'ids',
    );
  const kept = await stillUsed(tx, ids);
  const gone = rows.map(({ id }) => id).filter((id) => kept.every((one) => one.id !== id));
  if (gone.length === 0) return { brushes: 0, versions: 0, files: 0, bytes: 0, sources: [], kept };
  const names = await column(
    tx,
    sql`select what from uses where brush_id::text in ${list(gone)}
      union select thumbnail from versions where brush_id::text in ${list(gone)} and thumbnail is not null`,
    'what',
  );
  const old = await tx.delete(versions).where(inArray(versions.brushId, gone)).returning({ id: versions.id });
  await tx.delete(brushes).where(inArray(brushes.id, gone));
  await tx.execute(sql`delete from plates where sha256 in ${list(names)}
    and not exists (select 1 from uses where what = plates.sha256)`);
  const { rows: freed } = withSources
    ? await tx.execute(sql`delete from sources where id::text in ${list(names)}
        and not exists (select 1 from uses where what = sources.id::text)
        and not exists (select 1 from plates where source_id = sources.id) returning name, sha256`)
    : { rows: [] };
  const files = await freeFiles(tx, [...names, ...freed.map(({ sha256 }) => String(sha256))]);
  return { brushes: gone.length, versions: old.length, ...files, sources: freed.map(({ name }) => String(name)), kept };
}

/** Thrown to end a trial: nothing of it stays. */
class Trial extends Error {
  readonly would: Deleted;
  constructor(would: Deleted) {
    super('a trial');
    this.would = would;
  }
}

/** What deleting brushes for good would free and leave: tried, and taken back. */
export async function weighDeletion(db: Database, asked: Asked): Promise<Deleted> {
  try {
    return await db.transaction(async (tx) => {
      throw new Trial(await deleteIn(tx, asked));
    });
  } catch (cause) {
    if (cause instanceof Trial) return cause.would;
    throw cause;
  }
}

/**
 * Deletes brushes that are put away, with all their versions, for good, and the files that only they used. Brushes that others
 * are drawn with stay. Throws `bad-value` where one is not put away.
 */
export async function deleteBrushes(db: Database, asked: Asked): Promise<Deleted> {
  const deleted = await db.transaction((tx) => deleteIn(tx, asked));
  // the room of what is gone is used again at once
  if (deleted.files > 0) await db.execute(sql`vacuum blob_chunks`);
  return deleted;
}
