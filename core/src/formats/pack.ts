import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import { array, number, string, type InferType } from 'yup';
import { parseRecipe, withMaterials, type Recipe } from '../cut/recipe.ts';
import { AmberError } from '../errors.ts';
import { plateNames } from '../model/brush.ts';
import { parseBrush, type Brush } from '../model/brush-schema.ts';
import { keyed, parseDocument, parseJson, sha256Schema, shape } from '../model/check.ts';
import type { Plate } from '../raster/raster.ts';
import { decodePlate } from './png.ts';
import { sha256Hex } from './sha256.ts';
import { zipDirectory, type ZipEntry } from './zip-directory.ts';

/** A checked pack. Plates and sources are the files as they are. */
export interface Pack {
  brushes: { path: string; brush: Brush }[];
  /** by the name that cards carry */
  plates: Map<string, Uint8Array>;
  decoded: Map<string, Plate>;
  recipes: Map<string, Recipe>;
  files: Map<string, Uint8Array>;
  origins: Record<string, PlateOrigin>;
}

const GB = 1024 * 1024 * 1024;
/** Of a pack that is opened whole. */
const USUAL: PackLimits = { entries: 5000, bytes: GB };
const FOLDERS =
  /^(manifest\.json|brushes\/[^/]+\.json|plates\/.+\.(?:png|exr)|recipes\/.+\.json|sources\/.+|previews\/.+\.png)$/;

const bad = (message: string, where: string) => new AmberError('bad-pack', `${message}; nothing was imported.`, where);

function checkPath(name: string): void {
  const parts = name.split('/');
  if (name.startsWith('/') || /^[a-zA-Z]:/.test(name) || name.includes('\\') || name.includes('\0'))
    throw bad(`The pack has an absolute path (${name})`, name);
  if (parts.some((part) => part === '..' || part === '.' || part === ''))
    throw bad(`The pack has a path that leaves its folder (${name})`, name);
  if (!FOLDERS.test(name)) throw bad(`The pack has an entry that does not belong there (${name})`, name);
}

/** What a pack may hold: entries, and bytes once it is unpacked. */
export interface PackLimits {
  entries: number;
  bytes: number;
}

/** Checks the directory of a pack and gives the entries that are files. Throws bad-pack. */
export function checkEntries(all: readonly ZipEntry[], most: PackLimits = USUAL): ZipEntry[] {
  const entries = all.filter((entry) => !(entry.name.endsWith('/') && entry.size === 0));
  if (entries.length > most.entries) throw bad(`The pack has more than ${most.entries} entries`, 'pack');
  const seen = new Set<string>();
  let total = 0;
  for (const { name, size, isLink } of entries) {
    if (isLink) throw bad(`The pack has a link (${name})`, name);
    checkPath(name);
    if (seen.has(name)) throw bad(`The pack has two entries called ${name}`, name);
    seen.add(name);
    total += size;
  }
  if (total > most.bytes) throw bad(`The pack is larger than ${most.bytes / GB} GB when opened`, 'pack');
  if (!seen.has('manifest.json')) throw bad('The pack has no manifest.json', 'manifest.json');
  return entries;
}

const originSchema = shape({ recipe: string().optional(), source: string().optional() });
/** Where a plate came from, as paths of the pack. */
export interface PlateOrigin extends InferType<typeof originSchema> {}

const shelfSchema = shape({
  drawer: string().max(60).default('New'),
  note: string().max(200).default(''),
  tags: array(string().max(40).required()).max(40).default([]),
});
/** Where a brush lay in its cabinet. */
export interface PackShelf extends InferType<typeof shelfSchema> {}

export const manifestSchema = shape({
  format: string().oneOf(['amber-stamp/pack']).required(),
  version: number().oneOf([1]).required(),
  /** SHA-256 in hex of every other entry, by path */
  entries: keyed(sha256Schema().required(), 'error'),
  /** by plate name */
  origins: keyed(originSchema),
  /** by path: where brushes lay in their cabinet */
  shelves: keyed(shelfSchema).optional(),
});
export interface PackManifest extends InferType<typeof manifestSchema> {}

/** Reads the manifest of a pack. Throws a document's error. */
export const readManifest = (bytes: Uint8Array): PackManifest =>
  parseDocument(manifestSchema, parseJson(strFromU8(bytes), 'manifest.json'), 'manifest.json');

/** Throws bad-pack where an entry is not what the manifest says; `hash` is what it has. */
export function checkHash(manifest: PackManifest, name: string, hash: string): void {
  const wanted = manifest.entries[name];
  if (!wanted) throw bad(`${name} is not listed in the manifest`, name);
  if (wanted !== hash) throw bad(`${name} is not what the manifest says: its SHA-256 is different`, name);
}

/** Throws bad-pack where an entry of the manifest is not there. */
export function checkListed(manifest: PackManifest, has: (name: string) => boolean): void {
  for (const name of Object.keys(manifest.entries))
    if (!has(name)) throw bad(`${name} is listed in the manifest but missing`, name);
}

/** A pack of which nothing was read yet. */
export const emptyPack = (origins: Pack['origins']): Pack => ({
  brushes: [],
  plates: new Map(),
  decoded: new Map(),
  recipes: new Map(),
  files: new Map(),
  origins,
});

/** Reads the document that an entry is, if it is a brush or a recipe, into a pack. Throws a document's error. */
export function addDocument(pack: Pack, name: string, content: Uint8Array): void {
  const json = () => parseJson(strFromU8(content), name);
  if (name.startsWith('recipes/')) pack.recipes.set(name, parseRecipe(json(), name));
  else if (name.startsWith('brushes/')) pack.brushes.push({ path: name, brush: parseBrush(json(), name) });
}

/**
 * Opens a pack and checks everything before anything is used; `decode` reads plates, those of heights too where it can.
 * Throws bad-pack, newer-version or a document's error.
 */
export function readPack(bytes: Uint8Array, decode: (file: Uint8Array, where: string) => Plate = decodePlate): Pack {
  checkEntries(zipDirectory(bytes));
  let raw: Record<string, Uint8Array>;
  try {
    raw = unzipSync(bytes, { filter: (file) => !file.name.endsWith('/') });
  } catch {
    throw bad('The pack is damaged and cannot be unpacked', 'pack');
  }
  const files = new Map(Object.entries(raw));
  const manifest = readManifest(files.get('manifest.json') as Uint8Array);
  files.delete('manifest.json');
  for (const [name, content] of files) checkHash(manifest, name, sha256Hex(content));
  checkListed(manifest, (name) => files.has(name));
  const pack = { ...emptyPack(manifest.origins), files };
  for (const [name, content] of files) {
    addDocument(pack, name, content);
    if (!name.startsWith('plates/')) continue;
    pack.plates.set(name.slice(7), content);
    pack.decoded.set(name.slice(7), decode(content, name));
  }
  checkComplete(pack);
  return pack;
}

/** Whether a recipe's word for another source or brush is a path of the pack, which may be missing. */
const isPackPath = (name: string): boolean => /^(sources|brushes)\//.test(name);

function checkRecipe(pack: Pack, path: string, recipe: Recipe): void {
  withMaterials(recipe, (_, name) => {
    if (isPackPath(name) && !pack.files.has(name))
      throw bad(`A step of ${path} names ${name}, which is not in the pack`, path);
    return name;
  });
}

/** Throws bad-pack where something names what is not in the pack. */
export function checkComplete(pack: Pack): void {
  for (const [path, recipe] of pack.recipes) checkRecipe(pack, path, recipe);
  if (pack.brushes.length === 0) throw bad('The pack has no brush', 'pack');
  for (const { path, brush } of pack.brushes)
    for (const name of plateNames(brush))
      if (!pack.plates.has(name)) throw bad(`${path} prints with ${name}, which is not in the pack`, path);
  for (const [plate, { recipe, source }] of Object.entries(pack.origins))
    for (const path of [recipe, source])
      if (path !== undefined && !pack.files.has(path))
        throw bad(`The origin of ${plate} names ${path}, which is not in the pack`, plate);
}

/** A name as part of a path: lower case, words joined by hyphens. */
export const fileName = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/[^\w\s-]/g, '')
    .trim()
    .toLowerCase()
    .replace(/[\s_-]+/g, '-') || 'unnamed';

export interface PackContents {
  brushes: readonly Brush[];
  plates: ReadonlyMap<string, Uint8Array>;
  recipes?: ReadonlyMap<string, Recipe>;
  sources?: ReadonlyMap<string, Uint8Array>;
  previews?: ReadonlyMap<string, Uint8Array>;
  origins?: Record<string, PlateOrigin>;
}

/** Where a brush lies in a pack that has `taken` already, as the one of that place: two of one name get different paths. */
export function brushPath(name: string, place: number, taken: Set<string>): string {
  const plain = `brushes/${fileName(name)}.json`;
  const path = taken.has(plain) ? `brushes/${fileName(name)}-${place + 1}.json` : plain;
  taken.add(path);
  return path;
}

/** Where brushes lie in a pack, in their order. */
export function brushPaths(brushes: readonly Brush[]): string[] {
  const taken = new Set<string>();
  return brushes.map(({ name }, place) => brushPath(name, place, taken));
}

/** A document as it stands in a pack. */
export const packedDocument = (value: unknown): Uint8Array => strToU8(`${JSON.stringify(value, null, 2)}\n`);

/** The manifest of a pack whose entries have these hashes, by path. */
export const manifestOf = (
  entries: PackManifest['entries'],
  origins: PackManifest['origins'],
  shelves?: PackManifest['shelves'],
): PackManifest => ({
  format: 'amber-stamp/pack',
  version: 1,
  entries,
  origins,
  ...(shelves && { shelves }),
});

/** Writes a pack; the same contents give the same bytes. Pictures are stored as they are, they are compressed already. */
export function writePack(contents: PackContents): Uint8Array {
  const files = new Map<string, Uint8Array>();
  brushPaths(contents.brushes).forEach((path, i) => files.set(path, packedDocument(contents.brushes[i])));
  for (const [name, bytes] of contents.plates) files.set(`plates/${name}`, bytes);
  for (const [path, recipe] of contents.recipes ?? []) files.set(path, packedDocument(recipe));
  for (const [path, bytes] of contents.sources ?? []) files.set(path, bytes);
  for (const [path, bytes] of contents.previews ?? []) files.set(path, bytes);
  const hashes = Object.fromEntries([...files].map(([path, bytes]) => [path, sha256Hex(bytes)]));
  const manifest = manifestOf(hashes, contents.origins ?? {});
  const zip: Zippable = { 'manifest.json': [packedDocument(manifest), { level: 6 }] };
  for (const [path, bytes] of files) zip[path] = [bytes, { level: path.endsWith('.json') ? 6 : 0 }];
  return zipSync(zip, { mtime: '1980-01-02' });
}
