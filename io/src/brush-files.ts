import { AmberError } from '@amber-stamp/core/errors';
import { openPlate } from '@amber-stamp/core/formats';
import { parseBrush, plateNames, type Brush } from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';
import { realpath } from 'node:fs/promises';
import { basename, dirname, join, resolve, sep } from 'node:path';
import { inside, readBytes, readJson } from './files.ts';

export interface LoadedBrush {
  brush: Brush;
  plates: Map<string, Plate>;
  /** the files of the plates, as they are */
  files: Map<string, Uint8Array>;
}

async function readInside(folder: string, name: string): Promise<Uint8Array> {
  const path = inside(folder, name);
  const bytes = await readBytes(path);
  // a link may still lead elsewhere
  if (!(await realpath(path)).startsWith((await realpath(folder)) + sep))
    throw new AmberError('outside-folder', `The plate ${name} is a link that leaves the folder of the brush.`, name);
  return bytes;
}

/** Beside the brush, or, in an opened pack, in the folder of plates beside the folder of brushes. */
async function readPlate(folder: string, name: string): Promise<Uint8Array> {
  const folders = basename(folder) === 'brushes' ? [folder, join(dirname(folder), 'plates')] : [folder];
  for (const place of folders)
    try {
      return await readInside(place, name);
    } catch (cause) {
      if (!(cause instanceof AmberError && cause.code === 'file-not-found')) throw cause;
    }
  throw new AmberError(
    'missing-plate',
    `The plate ${name} is not beside the brush; put it there or correct the name.`,
    name,
  );
}

/** Reads a brush file and the plates beside it. Nothing outside its folder is opened. */
export async function loadBrush(path: string): Promise<LoadedBrush> {
  const brush = parseBrush(await readJson(path), path);
  const folder = dirname(resolve(path));
  const plates = new Map<string, Plate>();
  const files = new Map<string, Uint8Array>();
  for (const name of plateNames(brush)) {
    const bytes = await readPlate(folder, name);
    files.set(name, bytes);
    plates.set(name, await openPlate(bytes, name));
  }
  return { brush, plates, files };
}
