import { AmberError, type ErrorCode } from '@amber-stamp/core/errors';
import { InkEngine } from '@amber-stamp/core/ink';
import { parseBrush } from '@amber-stamp/core/model';
import { echoOf, echoReport } from '@amber-stamp/core/prove';
import type { Picture } from '@amber-stamp/core/raster';
import {
  decodeSource,
  isDocument,
  isMeshName,
  madeThumbnail,
  meshThumbnail,
  thumbnailOf,
  thumbnailOfPlate,
} from '@amber-stamp/io';
import { readFile } from 'node:fs/promises';
import { lookAt, type Looked } from './look.ts';
import { openPackFile, type OpenedPack } from './pack-file.ts';
import { lookAtPlate, readPlate, type PlateLook } from './read-plate.ts';

/** Work that takes long or much memory when a file is large or hostile: by name, what it gives. */
export interface HeavyWork {
  look: Looked;
  decode: Picture;
  thumbnail: Buffer;
  lookAtPlate: PlateLook;
  plateThumbnail: Buffer;
  openPack: OpenedPack;
  measure: { echo: number; texture: number };
}

export interface HeavyTask {
  what: keyof HeavyWork;
  /** its bytes, or its place on the disk */
  file: string | Uint8Array;
  /** names the file in sentences; by its ending a mesh is known */
  where: string;
  /** of thumbnails, px */
  side: number;
  /** the picture of what is looked at is wanted too */
  whole: boolean;
  /** files of the plates that a brush prints with, by their names */
  plates: Readonly<Record<string, Uint8Array>>;
}

/** An error as it goes from thread to thread. */
export interface Refusal {
  code: ErrorCode;
  message: string;
  where: string | undefined;
}

/** A task with what its file holds. */
type Work = Omit<HeavyTask, 'what' | 'file'> & { bytes: Uint8Array };

async function read({ file, where, side, whole, plates }: HeavyTask): Promise<Work> {
  const bytes = typeof file === 'string' ? await readFile(file) : file;
  if (bytes.length === 0)
    throw new AmberError('empty-file', `${where} is empty (0 bytes); choose another file.`, where);
  return { bytes, where, side, whole, plates };
}

/** A small WebP of a source, for lists. */
async function thumbnail({ bytes, where, side }: Work): Promise<Buffer> {
  if (!isMeshName(where) && !isDocument(bytes)) return thumbnailOf(bytes, side, where);
  const picture = await decodeSource(bytes, where);
  return picture.mesh ? meshThumbnail(picture.mesh, side) : madeThumbnail(picture, side);
}

/** Echo and texture of the standard stroke of a brush, whose document the bytes are. */
function measure({ bytes, where, plates }: Work): HeavyWork['measure'] {
  const brush = parseBrush(JSON.parse(Buffer.from(bytes).toString()), where);
  const decoded = new Map(Object.entries(plates).map(([name, file]) => [name, readPlate(file, name)]));
  const { echo, texture } = echoReport(echoOf(new InkEngine(), brush, decoded), brush, decoded);
  return { echo, texture };
}

/** What is done with the bytes of a file; a pack is opened where it lies. */
const TASKS: { [K in Exclude<keyof HeavyWork, 'openPack'>]: (task: Work) => HeavyWork[K] | Promise<HeavyWork[K]> } = {
  look: lookAt,
  decode: ({ bytes, where }) => decodeSource(bytes, where),
  thumbnail,
  lookAtPlate: ({ bytes, where }) => lookAtPlate(readPlate(bytes, where)),
  plateThumbnail: ({ bytes, where, side }) => thumbnailOfPlate(readPlate(bytes, where), side),
  measure,
};

/** Does one task; what is refused is given back, since an error loses its code on the way. */
export async function runTask(task: HeavyTask): Promise<{ done: unknown } | { refused: Refusal }> {
  try {
    const { what } = task;
    return { done: await (what === 'openPack' ? openPackFile(String(task.file)) : TASKS[what](await read(task))) };
  } catch (cause) {
    if (!(cause instanceof AmberError)) throw cause;
    const { code, message, where } = cause;
    return { refused: { code, message, where } };
  }
}
