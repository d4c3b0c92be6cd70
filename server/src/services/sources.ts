import { AmberError } from '@amber-stamp/core/errors';
import type { Mesh, Picture } from '@amber-stamp/core/raster';
import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { Queries } from '../db/database.ts';
import { sources } from '../db/schema.ts';
import { heavy, isBusy } from '../heavy/pool.ts';
import type { Looked } from '../heavy/look.ts';
import { readBlob, storeFile } from './blobs.ts';
import type { WholeFile } from './file.ts';
import { isId } from './ids.ts';
import { storedThumbnail } from './thumbnails.ts';

export type SourceRow = typeof sources.$inferSelect;

/** A name for people: the file's name without folder and ending. */
export function sourceName(fileName: string): string {
  const base = fileName.split(/[\\/]/).pop() ?? '';
  const plain = base
    .replace(/\.[a-zA-Z0-9]{1,5}$/, '')
    .replace(/[-_]+/g, ' ')
    .trim();
  const name = plain || 'Picture';
  return (name[0].toUpperCase() + name.slice(1)).slice(0, 120);
}

/** The picture that was decoded last: it is asked for again at once, when its first brush is made. */
let latest: { sha256: string; picture: Picture } | undefined;

const MESH = 'mesh';
const isMesh = (row: SourceRow): boolean => row.kind === MESH;

/** Files that are being read: of those who bring the same one at once it is read for all. */
const underWay = new Map<string, Promise<Looked>>();

/** `alone`: who asks goes on with the picture at once. */
function look({ sha256, from }: WholeFile, where: string, alone: boolean): Promise<Looked> {
  const reading =
    underWay.get(sha256) ?? heavy('look', from, where, { whole: alone }).finally(() => underWay.delete(sha256));
  underWay.set(sha256, reading);
  return reading;
}

/** The mesh of a source. */
export async function sourceMesh(db: Queries, id: string): Promise<Mesh> {
  const row = await getSource(db, id);
  if (!isMesh(row)) throw new AmberError('not-found', `${row.name} is a picture, not a mesh.`, id);
  return (await workingPicture(db, id)).mesh as Mesh;
}

/**
 * Keeps an uploaded picture or mesh, its bytes untouched; they are written while it is read. Nothing is kept of a file that
 * is neither; the same bytes give the source that is there already.
 */
export async function addSource(db: Queries, file: WholeFile, fileName: string, kind = 'picture'): Promise<SourceRow> {
  const where = fileName || 'The file';
  const { sha256 } = file;
  const known = (queries: Queries) => queries.select().from(sources).where(eq(sources.sha256, sha256));
  const [there] = await known(db);
  if (there) return there;
  const alone = !isBusy();
  const looking = look(file, where, alone);
  // what is refused is told once nothing is being written any more
  looking.catch(() => undefined);
  // one who waits for others holds no connection of the database meanwhile
  if (!alone) await looking;
  return db.transaction(async (tx) => {
    await storeFile(tx, file);
    const looked = await looking;
    const [row] = await tx
      .insert(sources)
      .values({
        id: randomUUID(),
        name: sourceName(fileName),
        kind: looked.kind ?? kind,
        sha256,
        ...looked.info,
      })
      .onConflictDoNothing({ target: sources.sha256 })
      .returning();
    // one who comes alone goes on with it at once
    if (looked.picture) latest = { sha256, picture: looked.picture };
    return row ?? (await known(tx))[0];
  });
}

export async function getSource(db: Queries, id: string): Promise<SourceRow> {
  const [row] = isId(id) ? await db.select().from(sources).where(eq(sources.id, id)) : [];
  if (!row) throw new AmberError('not-found', 'There is no such source.', id);
  return row;
}

export async function renameSource(db: Queries, id: string, name: string): Promise<SourceRow> {
  await getSource(db, id);
  await db.update(sources).set({ name }).where(eq(sources.id, id));
  return getSource(db, id);
}

/** What a source is called in sentences; by its ending a mesh is known. */
const fileNameOf = (row: SourceRow): string => (isMesh(row) ? `${row.name}.${row.format}` : row.name);

/** The picture that recipes work on. */
export async function workingPicture(db: Queries, id: string): Promise<Picture> {
  const row = await getSource(db, id);
  if (latest?.sha256 !== row.sha256)
    latest = {
      sha256: row.sha256,
      picture: await heavy('decode', await readBlob(db, row.sha256), fileNameOf(row)),
    };
  return latest.picture;
}

/** A small WebP of a source, for lists; made once. */
export async function sourceThumbnail(db: Queries, id: string, side: number): Promise<Buffer> {
  const row = await getSource(db, id);
  return storedThumbnail(db, { what: 'thumbnail', sha256: row.sha256, where: fileNameOf(row), side });
}
