import { parseBench } from '@amber-stamp/core/bench';
import { AmberError } from '@amber-stamp/core/errors';
import { asc, gt, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { Queries } from '../db/database.ts';
import { blobs, versions } from '../db/schema.ts';
import { blobChunksOf } from './blobs.ts';

/** What a check of all that is kept has found. */
export interface Checked {
  files: number;
  versions: number;
  /** one sentence each */
  faults: string[];
}

const PAGE = 200;
/** A file that nothing names is kept so long: what names it may be on its way. */
const KEPT_HOURS = 24;

/** What rows name by its content. */
const NAMED_BY_ROWS = sql`
  select sha256 from sources
  union select sha256 from plates
  union select thumbnail from versions where thumbnail is not null`;
/** All that is named: whatever stands in a state and looks like it counts too. */
const NAMED = sql`${NAMED_BY_ROWS}
  union select (regexp_matches(body::text, '[0-9a-f]{64}', 'g'))[1] from versions`;

/** All rows of a table, page by page. `read`: those behind the id that came last. */
async function* pages<Row extends { id: unknown }>(
  first: Row['id'],
  read: (last: Row['id']) => Promise<Row[]>,
): AsyncGenerator<Row> {
  for (let last = first; ;) {
    const rows = await read(last);
    yield* rows;
    if (rows.length < PAGE) return;
    last = rows[rows.length - 1].id;
  }
}

const allBlobs = (db: Queries) =>
  pages<typeof blobs.$inferSelect>(0, async (last) =>
    db.select().from(blobs).where(gt(blobs.id, last)).orderBy(asc(blobs.id)).limit(PAGE),
  );

const allVersions = (db: Queries) =>
  pages<{ id: string; body: unknown }>('00000000-0000-0000-0000-000000000000', async (last) =>
    db
      .select({ id: versions.id, body: versions.body })
      .from(versions)
      .where(gt(versions.id, last))
      .orderBy(asc(versions.id))
      .limit(PAGE),
  );

/** What is wrong with a file, in a sentence. */
async function faultOf(db: Queries, { id, sha256, size }: typeof blobs.$inferSelect): Promise<string | undefined> {
  const hash = createHash('sha256');
  let length = 0;
  for await (const part of blobChunksOf(db, id)) {
    hash.update(part);
    length += part.length;
  }
  if (length !== size) return `The file ${sha256} has ${length} bytes, but ${size} were kept.`;
  return hash.digest('hex') === sha256 ? undefined : `The file ${sha256} holds other bytes than were kept.`;
}

/** Reads every file against its hash and every version against its schema, and looks for files that are named but gone. */
export async function checkAll(db: Queries): Promise<Checked> {
  const checked: Checked = { files: 0, versions: 0, faults: [] };
  for await (const blob of allBlobs(db)) {
    checked.files++;
    const fault = await faultOf(db, blob);
    if (fault) checked.faults.push(fault);
  }
  for await (const { id, body } of allVersions(db)) {
    checked.versions++;
    try {
      parseBench(body);
    } catch (cause) {
      if (!(cause instanceof AmberError)) throw cause;
      checked.faults.push(`The version ${id} cannot be read: ${cause.message}`);
    }
  }
  const { rows } = await db.execute(sql`
    select sha256 from (${NAMED_BY_ROWS}) named
    where sha256 not in (select sha256 from blobs where sha256 is not null)
      and sha256 not in (select sha256 from packed_files)`);
  for (const { sha256 } of rows as { sha256: string }[])
    checked.faults.push(`The file ${sha256} is named, but it is not here.`);
  return checked;
}

/** Frees the files that nothing has named for a day, and small pictures of files that are gone. Gives how many, and their bytes. */
export async function sweepFiles(db: Queries, hours = KEPT_HOURS): Promise<{ files: number; bytes: number }> {
  const { rows } = await db.execute(sql`
    delete from blobs
    where created_at < now() - make_interval(hours => ${hours})
      and sha256 is not null and sha256 not in (${NAMED})
    returning size`);
  await db.execute(sql`delete from thumbnails where sha256 not in (select sha256 from blobs where sha256 is not null)`);
  const sizes = (rows as { size: string | number }[]).map(({ size }) => Number(size));
  return { files: sizes.length, bytes: sizes.reduce((sum, size) => sum + size, 0) };
}
