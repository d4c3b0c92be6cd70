import type { Kept } from '@amber-stamp/core/api';
import type { Bench } from '@amber-stamp/core/bench';
import { AmberError } from '@amber-stamp/core/errors';
import { plateNames } from '@amber-stamp/core/model';
import { desc, eq, inArray, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { Queries } from '../db/database.ts';
import { brushes, versions } from '../db/schema.ts';
import { hasFile, readBlob } from './blobs.ts';
import { rememberPlates } from './plates.ts';
import { heavy } from '../heavy/pool.ts';
import { needDrawer } from './drawers.ts';
import { isId } from './ids.ts';
import { rememberUses } from './uses.ts';
import { wordsOf } from './words.ts';

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
  /** where it prints like a version that was measured */
  measured?: Measured;
}
/** As the standard stroke of a version was measured; null where it was not. */
export interface Measured {
  echo: number | null;
  texture: number | null;
}
const measuredOf = ({ measured }: Pick<Save, 'measured'>): Measured => ({
  echo: measured?.echo ?? null,
  texture: measured?.texture ?? null,
});
const idTaken = () =>
  new AmberError('bad-value', 'A version of another brush has this id already; take a new one.', 'id');
const noVersion = (id: string) => new AmberError('not-found', 'There is no such version.', id);
const noBrush = (id: string) => new AmberError('not-found', 'There is no such brush.', id);

/** Refuses a picture of a state whose bytes are not here. */
async function checkThumbnail(tx: Queries, sha256: string | null): Promise<void> {
  if (sha256 !== null && !(await hasFile(tx, sha256)))
    throw new AmberError('not-found', 'The thumbnail is not here; send its file first, or none.', 'thumbnail');
}

function checkCards(body: Bench): void {
  for (const name of plateNames(body.brush))
    if (!Object.hasOwn(body.plates, name))
      throw new AmberError('missing-plate', `The brush prints with ${name}, which the state does not hold.`, 'plates');
}

/** What a version is kept as in its brush. */
const keptAs = (
  { id, number, branch }: Pick<VersionRow, 'id' | 'number' | 'branch'>,
  { currentId }: Pick<BrushRow, 'currentId'>,
): Kept => ({ id, number, branch, current: currentId === id });

/** A new brush: where it is put, and its own id, so that one that is made again is the same one. */
export interface NewBrush {
  id?: string;
  drawer: string;
  note: string;
}

/** What was made before of a brush that is made again; refuses an id that something else has. */
async function madeBefore(
  tx: Queries,
  brushId: string,
  versionId: string,
): Promise<{ brush: BrushRow; kept: Kept } | undefined> {
  const [there] = await tx
    .select({ brush: brushes, version: versions })
    .from(versions)
    .innerJoin(brushes, eq(brushes.id, versions.brushId))
    .where(eq(versions.id, versionId));
  if (!there) return undefined;
  const { brush, version } = there;
  if (brush.id !== brushId) throw idTaken();
  return { brush, kept: keptAs(version, brush) };
}

/** Makes a brush with its first version. */
export async function createBrush(
  db: Queries,
  { id: brushId = randomUUID(), drawer, note }: NewBrush,
  save: Omit<Save, 'parent'>,
): Promise<{ brush: BrushRow; kept: Kept }> {
  checkCards(save.body);
  return db.transaction(async (tx) => {
    const before = await madeBefore(tx, brushId, save.id);
    if (before) return before;
    await checkThumbnail(tx, save.thumbnail);
    await rememberPlates(tx, save.body);
    const { id, what, thumbnail, body } = save;
    await needDrawer(tx, drawer);
    const made = await tx
      .insert(brushes)
      .values({ id: brushId, name: body.brush.name, drawer, note, words: await wordsOf(tx, body) })
      .onConflictDoNothing()
      .returning({ id: brushes.id });
    // it was sent twice, and the other one has come first
    if (made.length === 0) {
      const meanwhile = await madeBefore(tx, brushId, id);
      if (!meanwhile) throw new AmberError('bad-value', 'Another brush has this id already; take a new one.', 'brush');
      return meanwhile;
    }
    await tx
      .insert(versions)
      .values({ id, what, thumbnail, body, ...measuredOf(save), brushId, number: 1, parentId: null });
    await rememberUses(tx, { id, brushId, body });
    const [brush] = await tx.update(brushes).set({ currentId: id }).where(eq(brushes.id, brushId)).returning();
    return { brush, kept: { id, number: 1, branch: 0, current: true } };
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
    if (again) return keptAs(again, brush);
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
      ...measuredOf(save),
    });
    await rememberUses(tx, { id: save.id, brushId, body: save.body });
    // whoever stood on the present line stays on it, on whichever branch it runs
    const current = save.goesOn === true || brush.currentId === parent.id;
    if (current)
      await tx
        .update(brushes)
        .set({
          currentId: save.id,
          keptAt: sql`clock_timestamp()`,
          name: save.body.brush.name,
          words: await wordsOf(tx, save.body),
        })
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
  const { id, number, branch, parentId, what, thumbnail, echo, createdAt } = versions;
  return db
    .select({ id, number, branch, parentId, what, thumbnail, echo, createdAt })
    .from(versions)
    .where(eq(versions.brushId, brushId))
    .orderBy(desc(versions.number));
}

/** Measures echo and texture of a version's standard stroke, where they are not known, and writes them down. */
export async function measureHere(db: Queries, id: string): Promise<Measured> {
  const { echo, texture, body } = await getVersion(db, id);
  if (echo !== null) return { echo, texture };
  const { brush } = body;
  const files = plateNames(brush).map(async (name) => [name, await readBlob(db, body.plates[name].sha256)] as const);
  const plates = Object.fromEntries(await Promise.all(files));
  const measured = await heavy('measure', Buffer.from(JSON.stringify(brush)), brush.name, { plates });
  await measureVersion(db, id, measured);
  return measured;
}

/** Writes down what a version was measured as. */
export async function measureVersion(db: Queries, id: string, measured: Measured): Promise<Kept> {
  const version = await getVersion(db, id);
  await db.update(versions).set(measured).where(eq(versions.id, id));
  return keptAs(version, await getBrush(db, version.brushId));
}
