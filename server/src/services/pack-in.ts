import type { Imported } from '@amber-stamp/core/api';
import { parseBench, type Bench } from '@amber-stamp/core/bench';
import { materialsNamed, withMaterials, type Recipe } from '@amber-stamp/core/cut';
import { AmberError } from '@amber-stamp/core/errors';
import { inOrder, plateNames, type Brush } from '@amber-stamp/core/model';
import { plateTitle } from '@amber-stamp/core/raster';
import { eq, inArray } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { copyFile, link, mkdir, rm } from 'node:fs/promises';
import { basename, join } from 'node:path';
import type { Database, Queries } from '../db/database.ts';
import { blobs, brushes, packedFiles, packs, plates, sources, versions } from '../db/schema.ts';
import { heavy } from '../heavy/pool.ts';
import type { OpenedPack, PackedPlace } from '../heavy/pack-file.ts';
import type { PlateLook } from '../heavy/read-plate.ts';
import { PACKS } from '../places.ts';
import { createMany, inParts, type NewBrush } from './create-many.ts';
import type { WholeFile } from './file.ts';
import { drainPacks } from './packed-files.ts';
import { isTiling } from './plates.ts';
import { sourceName } from './sources.ts';

const printsWith = (state: Pick<Bench, 'brush' | 'plates'>): string =>
  JSON.stringify([state.brush, plateNames(state.brush).map((name) => state.plates[name]?.sha256)], inOrder);

interface Here {
  id: string;
  version: string;
}

/** The brushes that are here by some names, each by what its present state prints with. */
async function brushesHere(db: Queries, names: readonly string[]): Promise<Map<string, Here>> {
  const here = new Map<string, Here>();
  for (let at = 0; at < names.length; at += 500) {
    const rows = await db
      .select({ id: brushes.id, version: versions.id, body: versions.body })
      .from(brushes)
      .innerJoin(versions, eq(brushes.currentId, versions.id))
      .where(inArray(brushes.name, names.slice(at, at + 500)));
    for (const { id, version, body } of rows) here.set(printsWith(parseBench(body)), { id, version });
  }
  return here;
}

type ImportedBrush = Imported['brushes'][number];

/** Brings the brushes of one pack in, those first that steps of the others name; files stay where they lie. */
class Unpacking {
  private readonly db: Queries;
  private readonly pack: OpenedPack;
  private readonly here: ReadonlyMap<string, Here>;
  /** what a state holds besides its brush and its plates */
  private readonly rest = parseBench({
    brush: { format: 'amber-stamp/brush', version: 1, coats: [{ deck: { cards: [{ plate: 'tip.png' }] } }] },
    plates: {},
  });
  private readonly done = new Map<string, ImportedBrush & { version: string }>();
  private readonly begun = new Set<string>();
  private readonly fresh: (NewBrush & { path: string })[] = [];
  private readonly plates = new Map<string, typeof plates.$inferInsert>();
  private readonly sourceIds = new Map<string, string>();

  constructor(db: Queries, pack: OpenedPack, here: ReadonlyMap<string, Here>) {
    this.db = db;
    this.pack = pack;
    this.here = here;
  }

  /** Makes what is new; gives what became of every brush of the pack. */
  async finish(): Promise<ImportedBrush[]> {
    await inParts([...this.plates.values()], (part) => this.db.insert(plates).values(part).onConflictDoNothing());
    const ids = await createMany(this.db, this.fresh);
    this.fresh.forEach(({ path }, k) => Object.assign(this.done.get(path) as ImportedBrush, { id: ids[k] }));
    return this.pack.brushes.map(({ path }) => {
      const { id, name, alreadyHere } = this.done.get(path) as ImportedBrush;
      return { id, name, alreadyHere };
    });
  }

  /** Takes a brush in, once; gives the version that stands for it here. */
  async brush(path: string, brush: Brush): Promise<string> {
    const known = this.done.get(path);
    if (known) return known.version;
    if (this.begun.has(path))
      throw new AmberError('bad-pack', `${path} is made with itself; nothing was imported.`, path);
    this.begun.add(path);
    const body = await this.bench(brush);
    const same = this.here.get(printsWith(body));
    if (same) {
      this.done.set(path, { ...same, name: brush.name, alreadyHere: true });
      return same.version;
    }
    const thumbnail = this.pack.files.get(`previews/${basename(path, '.json')}.png`)?.sha256 ?? null;
    const shelf = this.pack.shelves[path] ?? { drawer: 'New', note: 'from a pack', tags: [] };
    const id = randomUUID();
    this.fresh.push({ path, id, what: 'imported from a pack', thumbnail, body, shelf });
    this.done.set(path, { id: '', version: id, name: brush.name, alreadyHere: false });
    return id;
  }

  private file(path: string): PackedPlace {
    return this.pack.files.get(path) as PackedPlace;
  }

  private async bench(brush: Brush): Promise<Bench> {
    const { pack } = this;
    const found: Bench['plates'] = {};
    for (const name of plateNames(brush)) {
      const origin = pack.origins[name] ?? {};
      const recipe = origin.recipe ? pack.recipes.get(origin.recipe) : undefined;
      const made = origin.source ? (pack.made.get(origin.source) ?? null) : null;
      const { sha256 } = this.file(`plates/${name}`);
      const source = origin.source && !made ? await this.source(origin.source) : null;
      found[name] = { sha256, source, made, recipe: recipe ? await this.recipe(recipe) : null };
      this.plates.set(sha256, {
        sha256,
        name: plateTitle(name),
        ...(pack.plates.get(name) as PlateLook),
        sourceId: source,
        tiles: isTiling(found[name]),
      });
    }
    return { ...structuredClone(this.rest), brush, plates: found };
  }

  /** The source that a file of the pack is here. */
  private async source(path: string): Promise<string> {
    const known = this.sourceIds.get(path);
    if (known !== undefined) return known;
    const { sha256 } = this.file(path);
    const { info, kind = 'picture' } = this.pack.sources.get(path) as { info: object; kind?: string };
    const values = { id: randomUUID(), name: sourceName(basename(path)), kind, sha256, ...info };
    await this.db
      .insert(sources)
      .values(values as typeof sources.$inferInsert)
      .onConflictDoNothing({ target: sources.sha256 });
    const [row] = await this.db.select({ id: sources.id }).from(sources).where(eq(sources.sha256, sha256));
    this.sourceIds.set(path, row.id);
    return row.id;
  }

  /** A recipe whose steps name what came with the pack as it is known here. */
  private async recipe(recipe: Recipe): Promise<Recipe> {
    const known = new Map<string, string>();
    for (const path of materialsNamed(recipe, 'source', true))
      if (this.pack.files.has(path)) known.set(path, await this.source(path));
    for (const path of materialsNamed(recipe, 'brush', true)) {
      const brush = this.pack.brushes.find((b) => b.path === path)?.brush;
      if (brush) known.set(path, await this.brush(path, brush));
    }
    return withMaterials(recipe, (_, name) => known.get(name) ?? name);
  }
}

/** Writes down where the files of a kept pack lie that are not here already, each once. */
async function rememberFiles(tx: Queries, packId: string, pack: OpenedPack): Promise<void> {
  const wanted = new Map<string, PackedPlace>();
  for (const [path, place] of pack.files)
    if (/^(plates|sources|previews)\//.test(path) && !pack.made.has(path)) wanted.set(place.sha256, place);
  const all = [...wanted.values()];
  for (let at = 0; at < all.length; at += 1000) {
    const part = all.slice(at, at + 1000);
    const hashes = part.map(({ sha256 }) => sha256);
    const there = await tx.select({ sha256: blobs.sha256 }).from(blobs).where(inArray(blobs.sha256, hashes));
    const known = new Set(there.map(({ sha256 }) => sha256));
    const fresh = part.filter(({ sha256 }) => !known.has(sha256)).map((place) => ({ packId, ...place }));
    if (fresh.length > 0) await tx.insert(packedFiles).values(fresh).onConflictDoNothing();
  }
}

/** Keeps the file of a pack until all of it has been taken over; gives where. */
async function keepPack(from: string, id: string): Promise<string> {
  await mkdir(PACKS, { recursive: true });
  const path = join(PACKS, `${id}.zip`);
  // the upload goes away by itself; where it lies on another disk it is copied
  await link(from, path).catch(() => copyFile(from, path));
  return path;
}

/**
 * Imports a pack: all of it or nothing. Its brushes are here at once; its files are taken over when they are asked for, and
 * beside all else. A brush that is here already, pixel for pixel, gets no second copy, nor does a file. `stopped` says
 * whether nobody waits for it any more.
 */
export async function importPack(db: Database, file: WholeFile, stopped: () => boolean): Promise<Imported> {
  const pack = await heavy('openPack', file.from, 'The pack');
  const id = randomUUID();
  const path = await keepPack(String(file.from), id);
  try {
    const imported = await db.transaction(async (tx) => {
      await tx.insert(packs).values({ id, path });
      await rememberFiles(tx, id, pack);
      const names = [...new Set(pack.brushes.map(({ brush }) => brush.name))];
      const unpacking = new Unpacking(tx, pack, await brushesHere(tx, names));
      for (const { path: at, brush } of pack.brushes) {
        if (stopped()) throw new AmberError('cancelled', 'The import was cancelled; nothing was kept.');
        await unpacking.brush(at, brush);
      }
      return { brushes: await unpacking.finish() };
    });
    void drainPacks(db).catch(() => undefined);
    return imported;
  } catch (cause) {
    await rm(path, { force: true });
    throw cause;
  }
}
