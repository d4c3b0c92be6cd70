import {
  plateTitle,
  fileName,
  isExr,
  parseBench,
  plateNames,
  readPack,
  writePack,
  type Bench,
  type Brush,
  type Pack,
  type PlateOrigin,
  type Recipe,
} from '@amber-stamp/core';
import { readPlateFile } from '@amber-stamp/core/exr';
import { basename } from 'node:path';
import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { Queries } from '../db/database.ts';
import { brushes, versions } from '../db/schema.ts';
import { once, readBlob, storeBytes } from './blobs.ts';
import { createBrush, getVersion } from './brushes.ts';
import { addSource, getSource } from './sources.ts';

/** The ending of a plate's name says what its file is; a plate that became a relief later gets the other one. */
const packedName = (name: string, bytes: Uint8Array): string =>
  isExr(bytes) === name.endsWith('.exr') ? name : plateTitle(name) + (isExr(bytes) ? '.exr' : '.png');

/** A brush that names its plates by other names. */
const renamed = (brush: Brush, names: ReadonlyMap<string, string>): Brush =>
  JSON.parse(JSON.stringify(brush), (key, value: unknown) =>
    key === 'plate' && typeof value === 'string' ? (names.get(value) ?? value) : value,
  ) as Brush;

/** A kept version as a pack: brush, plates, recipes and, when wanted, the sources as they came. */
export async function exportPack(
  db: Queries,
  versionId: string,
  withSources: boolean,
): Promise<{ name: string; bytes: Uint8Array }> {
  const { body, thumbnail } = await getVersion(db, versionId);
  const contents = {
    brushes: [] as Brush[],
    plates: new Map<string, Uint8Array>(),
    recipes: new Map<string, Recipe>(),
    sources: new Map<string, Uint8Array>(),
    previews: new Map<string, Uint8Array>(),
    origins: {} as Record<string, PlateOrigin>,
  };
  const names = new Map<string, string>();
  for (const [ownName, plate] of Object.entries(body.plates)) {
    const bytes = await readBlob(db, plate.sha256);
    const name = packedName(ownName, bytes);
    names.set(ownName, name);
    contents.plates.set(name, bytes);
    const origin: PlateOrigin = {};
    if (plate.recipe) {
      origin.recipe = `recipes/${plateTitle(name)}.json`;
      contents.recipes.set(origin.recipe, plate.recipe);
    }
    if (plate.source && withSources) {
      const source = await getSource(db, plate.source);
      origin.source = `sources/${fileName(source.name)}.${source.format}`;
      contents.sources.set(origin.source, await readBlob(db, source.sha256));
    }
    contents.origins[name] = origin;
  }
  contents.brushes.push(renamed(body.brush, names));
  if (thumbnail) contents.previews.set(`previews/${fileName(body.brush.name)}.png`, await readBlob(db, thumbnail));
  return { name: `${fileName(body.brush.name)}.zip`, bytes: writePack(contents) };
}

async function benchOf(db: Queries, pack: Pack, brush: Brush): Promise<Bench> {
  const plates: Bench['plates'] = {};
  for (const name of plateNames(brush)) {
    const { sha256 } = await storeBytes(db, pack.plates.get(name) as Uint8Array, name);
    const origin = pack.origins[name] ?? {};
    const sourceBytes = origin.source ? pack.files.get(origin.source) : undefined;
    const source = sourceBytes ? await addSource(db, once(sourceBytes), basename(origin.source as string)) : undefined;
    plates[name] = {
      sha256,
      source: source?.id ?? null,
      recipe: origin.recipe ? (pack.recipes.get(origin.recipe) ?? null) : null,
    };
  }
  return parseBench({ brush, plates });
}

const printsWith = (state: Pick<Bench, 'brush' | 'plates'>): string =>
  JSON.stringify([state.brush, plateNames(state.brush).map((name) => state.plates[name]?.sha256)]);

/** The brush whose present state prints exactly the same, if there is one. */
async function findSame(db: Queries, bench: Bench): Promise<string | undefined> {
  const rows = await db
    .select({ id: brushes.id, body: versions.body })
    .from(brushes)
    .innerJoin(versions, eq(brushes.currentId, versions.id))
    .where(eq(brushes.name, bench.brush.name));
  return rows.find(({ body }) => printsWith(parseBench(body)) === printsWith(bench))?.id;
}

export interface Imported {
  brushes: { id: string; name: string; alreadyHere: boolean }[];
}

/** Imports a pack: all of it or nothing. A brush that is here already, pixel for pixel, gets no second copy. */
export async function importPack(db: Queries, bytes: Uint8Array): Promise<Imported> {
  const pack = readPack(bytes, readPlateFile);
  return db.transaction(async (tx) => {
    const imported: Imported = { brushes: [] };
    for (const { path, brush } of pack.brushes) {
      const bench = await benchOf(tx, pack, brush);
      const same = await findSame(tx, bench);
      if (same) {
        imported.brushes.push({ id: same, name: brush.name, alreadyHere: true });
        continue;
      }
      const preview = pack.files.get(`previews/${basename(path, '.json')}.png`);
      const thumbnail = preview ? (await storeBytes(tx, preview, 'preview')).sha256 : null;
      const save = { id: randomUUID(), what: 'imported from a pack', thumbnail, body: bench };
      const made = await createBrush(tx, 'New', 'from a pack', save);
      imported.brushes.push({ id: made.brush.id, name: brush.name, alreadyHere: false });
    }
    return imported;
  });
}
