import type { BenchPlate } from '@amber-stamp/core/bench';
import { materialsNamed, withMaterials, type Recipe } from '@amber-stamp/core/cut';
import { AmberError } from '@amber-stamp/core/errors';
import { brushPaths, fileName, isExr, writePack, type PlateOrigin } from '@amber-stamp/core/formats';
import { madeKind, madeName, type MadeSource } from '@amber-stamp/core/make';
import type { Brush } from '@amber-stamp/core/model';
import { plateTitle } from '@amber-stamp/core/raster';
import type { Queries } from '../db/database.ts';
import { readBlob } from './blobs.ts';
import { getVersion } from './brushes.ts';
import { getSource } from './sources.ts';

/** The ending of a plate's name says what its file is; a plate that became a relief later gets the other one. */
const packedName = (name: string, bytes: Uint8Array): string =>
  isExr(bytes) === name.endsWith('.exr') ? name : plateTitle(name) + (isExr(bytes) ? '.exr' : '.png');

/** A brush that names its plates by other names. */
const renamed = (brush: Brush, names: ReadonlyMap<string, string>): Brush =>
  JSON.parse(JSON.stringify(brush), (key, value: unknown) =>
    key === 'plate' && typeof value === 'string' ? (names.get(value) ?? value) : value,
  ) as Brush;

const sameBytes = (a: Uint8Array, b: Uint8Array): boolean => Buffer.compare(a, b) === 0;

/** Puts bytes under a path, or under one with a number where something else has that path; gives the path. */
function place(
  files: Map<string, Uint8Array>,
  path: string,
  bytes: Uint8Array,
  mayShare: (path: string) => boolean = () => true,
): string {
  const [, stem, ending] = /^(.*?)(\.[^./]+)?$/.exec(path) as RegExpExecArray;
  for (let number = 1; ; number++) {
    const free = number === 1 ? path : `${stem}-${number}${ending ?? ''}`;
    const there = files.get(free);
    if (there && !(sameBytes(there, bytes) && mayShare(free))) continue;
    files.set(free, bytes);
    return free;
  }
}

/** Gathers kept versions with everything that they are made from. */
class Packing {
  private readonly db: Queries;
  private readonly withSources: boolean;
  /** where each version lies that was taken in */
  private readonly paths = new Map<string, string>();
  private readonly brushes: Brush[] = [];
  private readonly plates = new Map<string, Uint8Array>();
  /** what each plate was cut from, and how */
  private readonly cutAs = new Map<string, string>();
  private readonly recipes = new Map<string, Recipe>();
  private readonly sources = new Map<string, Uint8Array>();
  private readonly previews = new Map<string, Uint8Array>();
  private readonly origins: Record<string, PlateOrigin> = {};

  constructor(db: Queries, withSources: boolean) {
    this.db = db;
    this.withSources = withSources;
  }

  /** Takes a version in, once; gives its path. */
  async version(id: string): Promise<string> {
    const known = this.paths.get(id);
    if (known !== undefined) return known;
    const { body, thumbnail } = await getVersion(this.db, id);
    const names = new Map<string, string>();
    for (const [name, plate] of Object.entries(body.plates)) names.set(name, await this.plate(name, plate));
    this.brushes.push(renamed(body.brush, names));
    const path = brushPaths(this.brushes).at(-1) as string;
    this.paths.set(id, path);
    for (const [name, plate] of Object.entries(body.plates)) await this.origin(names.get(name) as string, plate);
    const preview = path.replace(/^brushes\/(.*)\.json$/, 'previews/$1.png');
    if (thumbnail) this.previews.set(preview, await readBlob(this.db, thumbnail));
    return path;
  }

  /** Plates of the same pixels share a file only when they were cut alike. */
  private async plate(name: string, { sha256, source, made, recipe }: BenchPlate): Promise<string> {
    const bytes = await readBlob(this.db, sha256);
    const cutAs = JSON.stringify([source, made, recipe]);
    const path = place(this.plates, packedName(name, bytes), bytes, (there) => this.cutAs.get(there) === cutAs);
    this.cutAs.set(path, cutAs);
    return path;
  }

  private async origin(packed: string, { source, made, recipe }: BenchPlate): Promise<void> {
    if (this.origins[packed]) return;
    const origin: PlateOrigin = {};
    this.origins[packed] = origin;
    if (recipe) {
      const plain = `recipes/${plateTitle(packed)}.json`;
      origin.recipe = this.recipes.has(plain) ? `recipes/${packed}.json` : plain;
      this.recipes.set(origin.recipe, recipe);
      if (this.withSources) this.recipes.set(origin.recipe, await this.carried(recipe));
    }
    // settings are as small as a recipe and go along like one
    if (made) origin.source = this.made(made);
    else if (source && this.withSources) origin.source = await this.source(source);
  }

  private made(made: MadeSource): string {
    const bytes = new TextEncoder().encode(`${JSON.stringify(made, null, 2)}\n`);
    return place(this.sources, `sources/${fileName(madeName(made))}.${madeKind(made)}.json`, bytes);
  }

  private async source(id: string): Promise<string> {
    const { name, format, sha256 } = await getSource(this.db, id);
    return place(this.sources, `sources/${fileName(name)}.${format}`, await readBlob(this.db, sha256));
  }

  /** A recipe that names what comes with it by its path; what is not there any more keeps its word. */
  private async carried(recipe: Recipe): Promise<Recipe> {
    const paths = new Map<string, string>();
    const carry = async (name: string, take: (name: string) => Promise<string>): Promise<void> => {
      try {
        paths.set(name, await take(name));
      } catch (cause) {
        if (!(cause instanceof AmberError && cause.code === 'not-found')) throw cause;
      }
    };
    for (const name of materialsNamed(recipe, 'source', true)) await carry(name, (id) => this.source(id));
    for (const name of materialsNamed(recipe, 'brush', true)) await carry(name, (id) => this.version(id));
    return withMaterials(recipe, (_, name) => paths.get(name) ?? name);
  }

  /** Everything as a pack. */
  bytes(): Uint8Array {
    const { brushes, plates, recipes, sources, previews, origins } = this;
    return writePack({ brushes, plates, recipes, sources, previews, origins });
  }
}

/**
 * A kept version as a pack: brush, plates, recipes and, when wanted, the sources as they came, with what the steps of
 * the recipes name: other sources, and other brushes with all of theirs.
 */
export async function exportPack(
  db: Queries,
  versionId: string,
  withSources: boolean,
): Promise<{ name: string; bytes: Uint8Array }> {
  const { body } = await getVersion(db, versionId);
  const packing = new Packing(db, withSources);
  await packing.version(versionId);
  return { name: `${fileName(body.brush.name)}.zip`, bytes: packing.bytes() };
}
