import { holesOf } from '@amber-stamp/core/cut';
import { AmberError } from '@amber-stamp/core/errors';
import { isUniform, type Mesh, type Picture } from '@amber-stamp/core/raster';
import {
  decodeSource,
  madeInfo,
  madeThumbnail,
  MAX_FILE_BYTES,
  meshInfo,
  meshThumbnail,
  probePicture,
  thumbnailOf,
  thumbnailOfFloats,
  type PictureInfo,
} from '@amber-stamp/io';
import { asc, eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { Queries } from '../db/database.ts';
import { sources } from '../db/schema.ts';
import { readBlob, storeBlob } from './blobs.ts';
import { isId } from './ids.ts';

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
/** made of settings: its file is a document */
const MADE = 'made';
const isMesh = (row: SourceRow): boolean => row.kind === MESH;

/** Reads a file whole: only that shows that it is complete and that there is something to see. */
async function look(bytes: Uint8Array, where: string): Promise<{ info: PictureInfo; picture: Picture }> {
  const picture = await decodeSource(bytes, where);
  if (picture.mesh) return { info: meshInfo(picture, where), picture };
  if (picture.made) return { info: madeInfo(picture), picture };
  const info = await probePicture(bytes, where);
  // where nothing is a number there is nothing to fill from
  if (isUniform(picture) || holesOf(picture) === picture.data.length)
    throw new AmberError(
      'nothing-to-print',
      `${where} is blank: every pixel is the same, so nothing prints. Choose another picture.`,
      where,
    );
  return { info, picture };
}

/** The mesh of a source. */
export async function sourceMesh(db: Queries, id: string): Promise<Mesh> {
  const row = await getSource(db, id);
  if (!isMesh(row)) throw new AmberError('not-found', `${row.name} is a picture, not a mesh.`, id);
  return (await workingPicture(db, id)).mesh as Mesh;
}

/**
 * Keeps an uploaded picture or mesh, its bytes untouched. Nothing is kept of a file that is neither; the same bytes give the
 * source that is there already.
 */
export async function addSource(
  db: Queries,
  stream: AsyncIterable<Uint8Array>,
  fileName: string,
  kind = 'picture',
): Promise<SourceRow> {
  const where = fileName || 'The file';
  return db.transaction(async (tx) => {
    const { sha256 } = await storeBlob(tx, stream, MAX_FILE_BYTES, where);
    const [there] = await tx.select().from(sources).where(eq(sources.sha256, sha256));
    if (there) return there;
    const bytes = await readBlob(tx, sha256);
    const { info, picture } = await look(bytes, where);
    const [row] = await tx
      .insert(sources)
      .values({
        id: randomUUID(),
        name: sourceName(fileName),
        kind: picture.mesh ? MESH : picture.made ? MADE : kind,
        sha256,
        ...info,
      })
      .returning();
    latest = { sha256, picture };
    return row;
  });
}

export const listSources = (db: Queries): Promise<SourceRow[]> =>
  db.select().from(sources).orderBy(asc(sources.createdAt));

export async function getSource(db: Queries, id: string): Promise<SourceRow> {
  const [row] = isId(id) ? await db.select().from(sources).where(eq(sources.id, id)) : [];
  if (!row) throw new AmberError('not-found', 'There is no such source.', id);
  return row;
}

/** The picture that recipes work on. */
export async function workingPicture(db: Queries, id: string): Promise<Picture> {
  const row = await getSource(db, id);
  if (latest?.sha256 !== row.sha256)
    latest = {
      sha256: row.sha256,
      picture: await decodeSource(await readBlob(db, row.sha256), isMesh(row) ? `${row.name}.${row.format}` : row.name),
    };
  return latest.picture;
}

/** A small WebP of a source, for lists. */
export async function sourceThumbnail(db: Queries, id: string, side: number): Promise<Buffer> {
  const row = await getSource(db, id);
  if (isMesh(row)) return meshThumbnail((await workingPicture(db, id)).mesh as Mesh, side);
  if (row.kind === MADE) return madeThumbnail(await workingPicture(db, id), side);
  // what was read a moment ago is not read again
  if (latest?.sha256 === row.sha256 && row.bits === 32) return thumbnailOfFloats(latest.picture, side);
  return thumbnailOf(await readBlob(db, row.sha256), side, row.name);
}
