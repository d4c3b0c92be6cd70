import type { Kept } from '@amber-stamp/core/api';
import type { Bench } from '@amber-stamp/core/bench';
import { AmberError } from '@amber-stamp/core/errors';
import { plateNames } from '@amber-stamp/core/model';
import { plateTitle } from '@amber-stamp/core/raster';
import { desc, eq, inArray, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { Queries } from '../db/database.ts';
import { brushes, plates, sources, versions } from '../db/schema.ts';
import { heavy } from '../heavy/pool.ts';
import { findBlob, readBlob } from './blobs.ts';
import { storedThumbnail } from './thumbnails.ts';
import { isId } from './ids.ts';

export type BrushRow = typeof brushes.$inferSelect;
export type VersionRow = typeof versions.$inferSelect;

/** What a client sends to keep a state. `id` is the client's own, so that a repeated save is the same save. */
export interface Save {
  id: string;
  parent: string | null;
  what: string;
  thumbnail: string | null;
  body: Bench;
  /** it becomes the present line although it goes on from an older version */
  goesOn?: boolean;
}
const idTaken = () =>
  new AmberError('bad-value', 'A version of another brush has this id already; take a new one.', 'id');
const noVersion = (id: string) => new AmberError('not-found', 'There is no such version.', id);
const noBrush = (id: string) => new AmberError('not-found', 'There is no such brush.', id);

/** Remembers the plates of a state, after checking that their bytes are here and are plates. */
async function rememberPlates(tx: Queries, body: Bench): Promise<void> {
  const wanted = Object.entries(body.plates);
  const rows = await tx
    .select({ sha256: plates.sha256 })
    .from(plates)
    .where(
      inArray(
        plates.sha256,
        wanted.map(([, { sha256 }]) => sha256),
      ),
    );
  const known = new Set(rows.map(({ sha256 }) => sha256));
  for (const [name, plate] of wanted) {
    if (known.has(plate.sha256)) continue;
    const { width, height } = await heavy('plateSize', await readBlob(tx, plate.sha256), name);
    if (plate.source) {
      const [source] = await tx.select({ id: sources.id }).from(sources).where(eq(sources.id, plate.source));
      if (!source) throw new AmberError('not-found', `The source of ${name} is not here.`, `plates.${name}.source`);
    }
    await tx
      .insert(plates)
      .values({ sha256: plate.sha256, name: plateTitle(name), width, height, sourceId: plate.source })
      .onConflictDoNothing();
  }
}

/** Refuses a picture of a state whose bytes are not here. */
async function checkThumbnail(tx: Queries, sha256: string | null): Promise<void> {
  if (sha256 !== null && !(await findBlob(tx, sha256)))
    throw new AmberError('not-found', 'The thumbnail is not here; send its file first, or none.', 'thumbnail');
}

function checkCards(body: Bench): void {
  for (const name of plateNames(body.brush))
    if (!Object.hasOwn(body.plates, name))
      throw new AmberError('missing-plate', `The brush prints with ${name}, which the state does not hold.`, 'plates');
}

/** Makes a brush with its first version. */
export async function createBrush(
  db: Queries,
  drawer: string,
  note: string,
  save: Omit<Save, 'parent'>,
): Promise<{ brush: BrushRow; kept: Kept }> {
  checkCards(save.body);
  return db.transaction(async (tx) => {
    const [taken] = await tx.select({ id: versions.id }).from(versions).where(eq(versions.id, save.id));
    if (taken) throw idTaken();
    await checkThumbnail(tx, save.thumbnail);
    await rememberPlates(tx, save.body);
    const id = randomUUID();
    await tx.insert(brushes).values({ id, name: save.body.brush.name, drawer, note });
    await tx.insert(versions).values({ ...save, brushId: id, number: 1, parentId: null });
    const [brush] = await tx.update(brushes).set({ currentId: save.id }).where(eq(brushes.id, id)).returning();
    return { brush, kept: { id: save.id, number: 1, branch: 0, current: true } };
  });
}

/** Where a version stands among those of its brush. */
type Standing = Pick<VersionRow, 'id' | 'brushId' | 'number' | 'branch'>;

/** Number and branch of a new version: the parent's line when the parent is its last one, else a new line. */
async function nextAfter(tx: Queries, parent: Standing): Promise<{ number: number; branch: number }> {
  const [{ number, branch, hasChild }] = await tx
    .select({
      number: sql<number>`max(${versions.number}) + 1`,
      branch: sql<number>`max(${versions.branch}) + 1`,
      hasChild: sql<boolean>`coalesce(bool_or(${versions.parentId} = ${parent.id} and ${versions.branch} = ${parent.branch}), false)`,
    })
    .from(versions)
    .where(eq(versions.brushId, parent.brushId));
  return { number, branch: hasChild ? branch : parent.branch };
}

/** Keeps a state. A save on an older version becomes a branch: nothing is ever overwritten. */
export async function saveVersion(db: Queries, brushId: string, save: Save): Promise<Kept> {
  checkCards(save.body);
  const { id, number: place, branch: line } = versions;
  return db.transaction(async (tx) => {
    const [brush] = isId(brushId) ? await tx.select().from(brushes).where(eq(brushes.id, brushId)).for('update') : [];
    if (!brush) throw noBrush(brushId);
    const there: Standing[] = await tx
      .select({ id, brushId: versions.brushId, number: place, branch: line })
      .from(versions)
      .where(inArray(id, [save.id, save.parent ?? save.id]));
    const again = there.find((version) => version.id === save.id);
    if (again && again.brushId !== brushId) throw idTaken();
    if (again)
      return { id: again.id, number: again.number, branch: again.branch, current: brush.currentId === again.id };
    const parent = there.find((version) => version.id === save.parent);
    if (!parent) throw noVersion(save.parent ?? '');
    if (parent.brushId !== brushId)
      throw new AmberError('bad-value', 'The parent is a version of another brush.', 'parent');
    await checkThumbnail(tx, save.thumbnail);
    await rememberPlates(tx, save.body);
    const next = await nextAfter(tx, parent);
    await tx.insert(versions).values({
      id: save.id,
      brushId,
      ...next,
      parentId: parent.id,
      what: save.what,
      thumbnail: save.thumbnail,
      body: save.body,
    });
    // whoever stood on the present line stays on it, on whichever branch it runs
    const current = save.goesOn === true || brush.currentId === parent.id;
    if (current)
      await tx
        .update(brushes)
        .set({ currentId: save.id, keptAt: sql`clock_timestamp()`, name: save.body.brush.name })
        .where(eq(brushes.id, brushId));
    return { id: save.id, ...next, current };
  });
}

export async function getVersion(db: Queries, id: string): Promise<VersionRow> {
  const [row] = isId(id) ? await db.select().from(versions).where(eq(versions.id, id)) : [];
  if (!row) throw noVersion(id);
  return row;
}

export async function getBrush(db: Queries, id: string): Promise<BrushRow> {
  const [row] = isId(id) ? await db.select().from(brushes).where(eq(brushes.id, id)) : [];
  if (!row) throw noBrush(id);
  return row;
}

/** A brush with the version it is kept as now. */
export async function openBrush(db: Queries, id: string): Promise<{ brush: BrushRow; version: VersionRow }> {
  const [row] = isId(id)
    ? await db
        .select({ brush: brushes, version: versions })
        .from(brushes)
        .innerJoin(versions, eq(brushes.currentId, versions.id))
        .where(eq(brushes.id, id))
    : [];
  if (!row) throw noBrush(id);
  return row;
}

/** Versions without their bodies, newest first. */
export function listVersions(db: Queries, brushId: string) {
  const { id, number, branch, parentId, what, thumbnail, createdAt } = versions;
  return db
    .select({ id, number, branch, parentId, what, thumbnail, createdAt })
    .from(versions)
    .where(eq(versions.brushId, brushId))
    .orderBy(desc(versions.number));
}

export async function changeBrush(
  db: Queries,
  id: string,
  change: { drawer?: string; putAway?: boolean },
): Promise<BrushRow> {
  await getBrush(db, id);
  const set: Partial<BrushRow> = {};
  if (change.drawer !== undefined) set.drawer = change.drawer;
  if (change.putAway !== undefined) set.putAwayAt = change.putAway ? new Date() : null;
  if (Object.keys(set).length > 0) await db.update(brushes).set(set).where(eq(brushes.id, id));
  return getBrush(db, id);
}

/** A small WebP of a plate that is kept here, as it prints. */
export async function plateThumbnail(db: Queries, sha256: string, side: number): Promise<Buffer> {
  const [row] = await db.select().from(plates).where(eq(plates.sha256, sha256));
  if (!row) throw new AmberError('not-found', `There is no plate ${sha256.slice(0, 12)}….`, sha256);
  return storedThumbnail(db, { what: 'plateThumbnail', sha256, where: row.name, side });
}
