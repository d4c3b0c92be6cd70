import { AmberError } from '@amber-stamp/core/errors';
import {
  addDocument,
  checkComplete,
  checkEntries,
  checkHash,
  checkListed,
  emptyPack,
  isExr,
  pngSize,
  readManifest,
  ZIP_HEADER,
  ZIP_TAIL,
  zipDataAt,
  zipEnd,
  zipEntries,
  type Pack,
  type PackShelf,
  type ZipEntry,
} from '@amber-stamp/core/formats';
import type { MadeSource } from '@amber-stamp/core/make';
import { isDocument, isMeshName, probePicture, readMade, type PictureInfo } from '@amber-stamp/io';
import { createHash } from 'node:crypto';
import { open, type FileHandle } from 'node:fs/promises';
import { inflateRawSync } from 'node:zlib';
import { lookAt, type Looked } from './look.ts';
import { lookAtPlate, readPlate, type PlateLook } from './read-plate.ts';

/** A pack that is opened where it lies may hold so much. */
const LIMITS = { entries: 100_000, bytes: 16 * 1024 ** 3 };
/** Up to so many bytes every picture is read whole before anything is kept; of a larger pack what it says of itself is. */
const READ_WHOLE = 64 * 1024 ** 2;

/** Where a file lies in a pack, and what it is. */
export interface PackedPlace {
  sha256: string;
  /** where its own bytes begin */
  at: number;
  packed: number;
  size: number;
  method: number;
}

/** What is known of a pack once all of it was held against its manifest. */
export interface OpenedPack {
  brushes: Pack['brushes'];
  recipes: Pack['recipes'];
  origins: Pack['origins'];
  shelves: Readonly<Record<string, PackShelf>>;
  files: Map<string, PackedPlace>;
  /** what is known of each, by the name that cards carry */
  plates: Map<string, PlateLook>;
  /** of sources that are files, by path */
  sources: Map<string, Pick<Looked, 'info' | 'kind'>>;
  /** of sources that are settings, by path */
  made: Map<string, MadeSource>;
}

const damaged = (what: string): AmberError =>
  new AmberError('bad-pack', `${what} is damaged and cannot be unpacked; nothing was imported.`, 'pack');

async function readAt(file: FileHandle, at: number, length: number): Promise<Buffer> {
  const bytes = Buffer.allocUnsafe(length);
  const { bytesRead } = await file.read(bytes, 0, length, at);
  return bytes.subarray(0, bytesRead);
}

/** The bytes of a file of a pack. Throws bad-pack. */
export async function readPlaced(file: FileHandle, place: Omit<PackedPlace, 'sha256'>, what: string): Promise<Buffer> {
  const bytes = await readAt(file, place.at, place.packed);
  if (bytes.length !== place.packed) throw damaged(what);
  if (place.method === 0) return bytes;
  if (place.method !== 8) throw damaged(what);
  try {
    return inflateRawSync(bytes, { maxOutputLength: Math.max(1, place.size) });
  } catch {
    throw damaged(what);
  }
}

async function directoryOf(file: FileHandle, size: number): Promise<ZipEntry[]> {
  const tail = await readAt(file, Math.max(0, size - ZIP_TAIL), Math.min(size, ZIP_TAIL));
  const end = zipEnd(tail);
  return checkEntries(zipEntries(await readAt(file, end.at, end.size), end.count), LIMITS);
}

async function placeOf(file: FileHandle, entry: ZipEntry): Promise<Omit<PackedPlace, 'sha256'>> {
  const { at, packed, size, method } = entry;
  return { at: at + zipDataAt(await readAt(file, at, ZIP_HEADER)), packed, size, method };
}

/** Format and sides of a picture as it says itself; a mesh or an old form is read. */
async function probed(bytes: Buffer, where: string): Promise<Pick<Looked, 'info' | 'kind'>> {
  if (isMeshName(where)) return lookAt({ bytes, where, whole: false });
  const info: PictureInfo = await probePicture(bytes, where);
  return { info, kind: undefined };
}

/** Takes in what one file of a pack tells. */
async function takeIn(opened: OpenedPack, pack: Pack, name: string, bytes: Buffer, whole: boolean): Promise<void> {
  addDocument(pack, name, bytes);
  if (name.startsWith('plates/')) {
    const size = whole || isExr(bytes) ? undefined : pngSize(bytes);
    pack.plates.set(name.slice(7), new Uint8Array());
    opened.plates.set(name.slice(7), size ? { ...size, soft: false } : lookAtPlate(readPlate(bytes, name)));
  } else if (name.startsWith('sources/')) {
    if (isDocument(bytes)) opened.made.set(name, readMade(bytes, name));
    else
      opened.sources.set(name, whole ? await lookAt({ bytes, where: name, whole: false }) : await probed(bytes, name));
  }
}

/** Opens a pack where it lies, and holds all of it against its manifest. Throws bad-pack, newer-version or a document's error. */
export async function openPackFile(path: string): Promise<OpenedPack> {
  const file = await open(path);
  try {
    const { size } = await file.stat();
    const entries = await directoryOf(file, size);
    const places = new Map<string, Omit<PackedPlace, 'sha256'>>();
    for (const entry of entries) places.set(entry.name, await placeOf(file, entry));
    const manifest = readManifest(
      await readPlaced(file, places.get('manifest.json') as Omit<PackedPlace, 'sha256'>, 'manifest.json'),
    );
    places.delete('manifest.json');
    checkListed(manifest, (name) => places.has(name));
    const pack = emptyPack(manifest.origins);
    const opened: OpenedPack = {
      brushes: pack.brushes,
      recipes: pack.recipes,
      origins: pack.origins,
      shelves: manifest.shelves ?? {},
      files: new Map(),
      plates: new Map(),
      sources: new Map(),
      made: new Map(),
    };
    for (const [name, place] of places) {
      const bytes = await readPlaced(file, place, name);
      const sha256 = createHash('sha256').update(bytes).digest('hex');
      checkHash(manifest, name, sha256);
      pack.files.set(name, new Uint8Array());
      opened.files.set(name, { sha256, ...place });
      await takeIn(opened, pack, name, bytes, size <= READ_WHOLE);
    }
    checkComplete(pack);
    return opened;
  } finally {
    await file.close();
  }
}
