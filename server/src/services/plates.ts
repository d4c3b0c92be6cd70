import type { PlateOrigin } from '@amber-stamp/core/api';
import { parseBench, type Bench, type BenchPlate } from '@amber-stamp/core/bench';
import { AmberError } from '@amber-stamp/core/errors';
import { plateTitle } from '@amber-stamp/core/raster';
import { desc, eq, inArray } from 'drizzle-orm';
import type { Queries } from '../db/database.ts';
import { plates, sources, uses, versions } from '../db/schema.ts';
import { heavy } from '../heavy/pool.ts';
import { readBlob } from './blobs.ts';
import { storedThumbnail } from './thumbnails.ts';

const noPlate = (sha256: string) =>
  new AmberError('not-found', `There is no plate ${sha256.slice(0, 12)}….`, sha256.slice(0, 64));

/** Whether a plate was made to tile. */
export const isTiling = ({ recipe }: BenchPlate): boolean =>
  recipe?.steps.some(({ step, on }) => on && step === 'tile') ?? false;

/** Remembers the plates of a state, after checking that their bytes are here and are plates. */
export async function rememberPlates(tx: Queries, body: Bench): Promise<void> {
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
    const looked = await heavy('lookAtPlate', await readBlob(tx, plate.sha256), name);
    if (plate.source) {
      const [source] = await tx.select({ id: sources.id }).from(sources).where(eq(sources.id, plate.source));
      if (!source) throw new AmberError('not-found', `The source of ${name} is not here.`, `plates.${name}.source`);
    }
    await tx
      .insert(plates)
      .values({
        sha256: plate.sha256,
        name: plateTitle(name),
        ...looked,
        sourceId: plate.source,
        tiles: isTiling(plate),
      })
      .onConflictDoNothing();
  }
}

/** How a plate was cut, as the newest state that prints with it says. */
export async function plateOrigin(db: Queries, sha256: string): Promise<PlateOrigin> {
  const [row] = await db
    .select({ body: versions.body })
    .from(uses)
    .innerJoin(versions, eq(versions.id, uses.versionId))
    .where(eq(uses.what, sha256))
    .orderBy(desc(versions.createdAt))
    .limit(1);
  if (!row) throw noPlate(sha256);
  const bench = parseBench(row.body);
  const states = [bench, ...bench.pins, ...bench.strokes.flatMap(({ state }) => state ?? [])];
  const found = states.flatMap((state) => Object.entries(state.plates)).find(([, plate]) => plate.sha256 === sha256);
  if (!found) throw noPlate(sha256);
  return { name: found[0], plate: found[1] };
}

/** Gives a plate another name in lists; states keep what they call it. */
export async function renamePlate(
  db: Queries,
  sha256: string,
  name: string,
): Promise<{ sha256: string; name: string }> {
  const [row] = await db.update(plates).set({ name }).where(eq(plates.sha256, sha256)).returning();
  if (!row) throw noPlate(sha256);
  return { sha256, name: row.name };
}

/** A small WebP of a plate that is kept here, as it prints. */
export async function plateThumbnail(db: Queries, sha256: string, side: number): Promise<Buffer> {
  const [row] = await db.select().from(plates).where(eq(plates.sha256, sha256));
  if (!row) throw noPlate(sha256);
  return storedThumbnail(db, { what: 'plateThumbnail', sha256, where: row.name, side });
}
