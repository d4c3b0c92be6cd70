import type { Imported } from '@amber-stamp/core/api';
import { parseBench, type Bench } from '@amber-stamp/core/bench';
import { materialsNamed, withMaterials, type Recipe } from '@amber-stamp/core/cut';
import { AmberError } from '@amber-stamp/core/errors';
import type { Pack } from '@amber-stamp/core/formats';
import type { MadeSource } from '@amber-stamp/core/make';
import { plateNames, type Brush } from '@amber-stamp/core/model';
import { isDocument, readMade } from '@amber-stamp/io';
import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { basename } from 'node:path';
import type { Queries } from '../db/database.ts';
import { brushes, versions } from '../db/schema.ts';
import { heavy } from '../heavy/pool.ts';
import { storeBytes } from './blobs.ts';
import { createBrush } from './brushes.ts';
import { fileOf, type WholeFile } from './file.ts';
import { addSource } from './sources.ts';

const printsWith = (state: Pick<Bench, 'brush' | 'plates'>): string =>
  JSON.stringify([state.brush, plateNames(state.brush).map((name) => state.plates[name]?.sha256)]);

interface Here {
  id: string;
  version: string;
}

/** The brush whose present state prints exactly the same, if there is one. */
async function findSame(db: Queries, bench: Bench): Promise<Here | undefined> {
  const rows = await db
    .select({ id: brushes.id, version: versions.id, body: versions.body })
    .from(brushes)
    .innerJoin(versions, eq(brushes.currentId, versions.id))
    .where(eq(brushes.name, bench.brush.name));
  return rows.find(({ body }) => printsWith(parseBench(body)) === printsWith(bench));
}

type ImportedBrush = Imported['brushes'][number];

/** Brings the brushes of one pack in, those first that steps of the others name. */
class Unpacking {
  private readonly db: Queries;
  private readonly pack: Pack;
  private readonly done = new Map<string, ImportedBrush & { version: string }>();
  private readonly begun = new Set<string>();

  constructor(db: Queries, pack: Pack) {
    this.db = db;
    this.pack = pack;
  }

  /** What was brought in under a path of the pack. */
  brought(path: string): ImportedBrush {
    const { id, name, alreadyHere } = this.done.get(path) as ImportedBrush;
    return { id, name, alreadyHere };
  }

  /** Brings a brush in, once; gives the version that stands for it here. */
  async brush(path: string, brush: Brush): Promise<string> {
    const known = this.done.get(path);
    if (known) return known.version;
    if (this.begun.has(path))
      throw new AmberError('bad-pack', `${path} is made with itself; nothing was imported.`, path);
    this.begun.add(path);
    const bench = await this.bench(brush);
    const same = await findSame(this.db, bench);
    if (same) {
      this.done.set(path, { ...same, name: brush.name, alreadyHere: true });
      return same.version;
    }
    const preview = this.pack.files.get(`previews/${basename(path, '.json')}.png`);
    const thumbnail = preview ? (await storeBytes(this.db, preview)).sha256 : null;
    const save = { id: randomUUID(), what: 'imported from a pack', thumbnail, body: bench };
    const { brush: row } = await createBrush(this.db, 'New', 'from a pack', save);
    this.done.set(path, { id: row.id, version: save.id, name: brush.name, alreadyHere: false });
    return save.id;
  }

  private async bench(brush: Brush): Promise<Bench> {
    const { pack } = this;
    const plates: Bench['plates'] = {};
    for (const name of plateNames(brush)) {
      const { sha256 } = await storeBytes(this.db, pack.plates.get(name) as Uint8Array);
      const origin = pack.origins[name] ?? {};
      const recipe = origin.recipe ? pack.recipes.get(origin.recipe) : undefined;
      const made = origin.source ? this.made(origin.source) : null;
      plates[name] = {
        sha256,
        source: origin.source && !made ? await this.source(origin.source) : null,
        made,
        recipe: recipe ? await this.recipe(recipe) : null,
      };
    }
    return parseBench({ brush, plates });
  }

  /** The settings of a source that is made of them; null where it is a picture or a mesh. */
  private made(path: string): MadeSource | null {
    const bytes = this.pack.files.get(path);
    return bytes && isDocument(bytes) ? readMade(bytes, path) : null;
  }

  private async source(path: string): Promise<string> {
    return (await addSource(this.db, fileOf(this.pack.files.get(path) as Uint8Array), basename(path))).id;
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

/** Imports a pack: all of it or nothing. A brush that is here already, pixel for pixel, gets no second copy. */
export async function importPack(db: Queries, file: WholeFile): Promise<Imported> {
  const pack = await heavy('unpack', file.from, 'The pack');
  return db.transaction(async (tx) => {
    const unpacking = new Unpacking(tx, pack);
    for (const { path, brush } of pack.brushes) await unpacking.brush(path, brush);
    return { brushes: pack.brushes.map(({ path }) => unpacking.brought(path)) };
  });
}
