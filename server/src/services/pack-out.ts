import type { BenchPlate } from '@amber-stamp/core/bench';
import { materialsNamed, withMaterials, type Recipe } from '@amber-stamp/core/cut';
import { AmberError } from '@amber-stamp/core/errors';
import {
  brushPath,
  fileName,
  isExr,
  manifestOf,
  packedDocument,
  type PackShelf,
  type PlateOrigin,
} from '@amber-stamp/core/formats';
import { madeKind, madeName, type MadeSource } from '@amber-stamp/core/make';
import type { Brush } from '@amber-stamp/core/model';
import { plateTitle } from '@amber-stamp/core/raster';
import { and, eq, sql } from 'drizzle-orm';
import type { Queries } from '../db/database.ts';
import { blobChunks } from '../db/schema.ts';
import { blobChunksOf, requireBlob } from './blobs.ts';
import { getBrush, getVersion } from './brushes.ts';
import { fileOf } from './file.ts';
import { getSource } from './sources.ts';
import { zipStream, type ZipPart } from './zip-stream.ts';

/** What lies under a path of a pack: a document, or a file that is kept here under its hash. */
interface Entry {
  sha256: string;
  bytes?: Uint8Array;
}
type Entries = Map<string, Entry>;

/** A brush that names its plates by other names. */
const renamed = (brush: Brush, names: ReadonlyMap<string, string>): Brush =>
  JSON.parse(JSON.stringify(brush), (key, value: unknown) =>
    key === 'plate' && typeof value === 'string' ? (names.get(value) ?? value) : value,
  ) as Brush;

const documentEntry = (value: unknown): Entry => {
  const bytes = packedDocument(value);
  return { sha256: fileOf(bytes).sha256, bytes };
};

/** Puts files under paths: where something else has one, under it with a number. */
class Places {
  readonly files: Entries = new Map();
  private readonly numbers = new Map<string, number>();

  /** Gives the path; `mayShare`: whether what lies there already may stand for this too. */
  put(path: string, entry: Entry, mayShare: (path: string) => boolean = () => true): string {
    const [, stem, ending] = /^(.*?)(\.[^./]+)?$/.exec(path) as RegExpExecArray;
    // what is the same lies under the first of its numbers, mostly; a new thing is put behind the last
    const last = this.numbers.get(path) ?? 0;
    const named = (number: number) => (number === 1 ? path : `${stem}-${number}${ending ?? ''}`);
    for (let number = 1; number <= last; number++) {
      const there = named(number);
      if (this.files.get(there)?.sha256 === entry.sha256 && mayShare(there)) return there;
    }
    for (let number = last + 1; ; number++) {
      if (this.files.has(named(number))) continue;
      this.numbers.set(path, number);
      this.files.set(named(number), entry);
      return named(number);
    }
  }
}

/** Gathers kept versions with everything that they are made from; files stay where they are kept until they are written. */
class Packing {
  private readonly db: Queries;
  private readonly withSources: boolean;
  /** where each version lies that was taken in */
  private readonly paths = new Map<string, string>();
  /** whether each plate is a file of heights, by its hash: brushes share them */
  private readonly ofHeights = new Map<string, boolean>();
  private readonly taken = new Set<string>();
  private readonly brushes: Entries = new Map();
  private readonly plates = new Places();
  /** what each plate was cut from, and how */
  private readonly cutAs = new Map<string, string>();
  private readonly recipes: Entries = new Map();
  private readonly sources = new Places();
  private readonly previews: Entries = new Map();
  private readonly origins: Record<string, PlateOrigin> = {};
  private readonly shelves: Record<string, PackShelf> = {};

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
    const path = brushPath(body.brush.name, this.brushes.size, this.taken);
    this.brushes.set(path, documentEntry(renamed(body.brush, names)));
    this.paths.set(id, path);
    for (const [name, plate] of Object.entries(body.plates)) await this.origin(names.get(name) as string, plate);
    const preview = path.replace(/^brushes\/(.*)\.json$/, 'previews/$1.png');
    if (thumbnail) this.previews.set(preview, { sha256: thumbnail });
    return path;
  }

  /** Writes down where a brush lies in the cabinet. */
  shelve(path: string, shelf: PackShelf): void {
    this.shelves[path] = shelf;
  }

  /** Plates of the same pixels share a file only when they were cut alike. */
  private async plate(name: string, { sha256, source, made, recipe }: BenchPlate): Promise<string> {
    const cutAs = JSON.stringify([source, made, recipe]);
    const heights = this.ofHeights.get(sha256) ?? (await beginsAsExr(this.db, sha256));
    this.ofHeights.set(sha256, heights);
    const ending = heights ? '.exr' : '.png';
    // the ending of a plate's name says what its file is; a plate that became a relief later gets the other one
    const packed = name.endsWith('.exr') === (ending === '.exr') ? name : plateTitle(name) + ending;
    const path = this.plates.put(packed, { sha256 }, (there) => this.cutAs.get(there) === cutAs);
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
      this.recipes.set(origin.recipe, documentEntry(recipe));
      if (this.withSources) this.recipes.set(origin.recipe, documentEntry(await this.carried(recipe)));
    }
    // settings are as small as a recipe and go along like one
    if (made) origin.source = this.made(made);
    else if (source && this.withSources) origin.source = await this.source(source);
  }

  private made(made: MadeSource): string {
    return this.sources.put(`sources/${fileName(madeName(made))}.${madeKind(made)}.json`, documentEntry(made));
  }

  private async source(id: string): Promise<string> {
    const { name, format, sha256 } = await getSource(this.db, id);
    return this.sources.put(`sources/${fileName(name)}.${format}`, { sha256 });
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

  /** Everything as the parts of a zip file, the manifest first: the same contents give the same bytes. */
  async *parts(): AsyncGenerator<ZipPart> {
    const plates = [...this.plates.files].map(([name, entry]) => [`plates/${name}`, entry] as const);
    const files = [...this.brushes, ...plates, ...this.recipes, ...this.sources.files, ...this.previews];
    const hashes = Object.fromEntries(files.map(([path, { sha256 }]) => [path, sha256]));
    const shelves = Object.keys(this.shelves).length > 0 ? this.shelves : undefined;
    yield { path: 'manifest.json', bytes: packedDocument(manifestOf(hashes, this.origins, shelves)) };
    for (const [path, { sha256, bytes }] of files)
      yield bytes ? { path, bytes } : { path, chunks: blobChunksOf(this.db, (await requireBlob(this.db, sha256)).id) };
  }
}

/** So many bytes tell what a file is. */
const HEAD_BYTES = 8;

/** Whether a kept file begins as one of heights does: only its first bytes come from the database. */
async function beginsAsExr(db: Queries, sha256: string): Promise<boolean> {
  const { id } = await requireBlob(db, sha256);
  const [first] = await db
    .select({ data: sql<Buffer>`substring(${blobChunks.data} from 1 for ${HEAD_BYTES})` })
    .from(blobChunks)
    .where(and(eq(blobChunks.blobId, id), eq(blobChunks.place, 0)));
  return first !== undefined && isExr(first.data);
}

/** A pack that is written while it is read. */
export interface PackOut {
  name: string;
  stream: AsyncIterable<Uint8Array>;
}

/**
 * One kept version as a pack: brush, plates, recipes and, when wanted, the sources as they came, with what the steps of the
 * recipes name: other sources, and other brushes with all of theirs. Throws not-found before anything is written.
 */
export async function exportPack(db: Queries, versionId: string, withSources: boolean): Promise<PackOut> {
  const { body } = await getVersion(db, versionId);
  const packing = new Packing(db, withSources);
  await packing.version(versionId);
  return { name: `${fileName(body.brush.name)}.zip`, stream: zipStream(packing.parts()) };
}

/** Any number of brushes as one pack, as they are kept now, with the drawers that they lie in and their tags. */
export async function exportBrushes(db: Queries, ids: readonly string[], withSources: boolean): Promise<PackOut> {
  const packing = new Packing(db, withSources);
  const names = new Set<string>();
  const drawers = new Set<string>();
  for (const id of ids) {
    const { currentId, name, drawer, note, tags } = await getBrush(db, id);
    packing.shelve(await packing.version(currentId as string), { drawer, note, tags });
    names.add(name);
    drawers.add(drawer);
  }
  const [only] = ids.length === 1 ? names : drawers;
  const name = ids.length === 1 || drawers.size === 1 ? only : 'brushes';
  return { name: `${fileName(name)}.zip`, stream: zipStream(packing.parts()) };
}
